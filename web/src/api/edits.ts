import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import type { ElementKind } from './model';

/** An element as its user left it, not stored in the draft yet. */
export interface KeptEdit {
  value: object;
  /** The version it was made on. */
  version: number;
}

interface KeptEdits {
  edits: Record<string, KeptEdit>;
  keep: (key: string, edit: KeptEdit) => void;
  drop: (key: string) => void;
}

const NAME = 'kinetarch-edits';

/** What waits to be saved, by element: kept over views, reload and sign-in, in this tab of the browser. */
export const useKeptEdits = create<KeptEdits>()(
  persist(
    (set) => ({
      edits: {},
      keep: (key, edit) => set(({ edits }) => ({ edits: { ...edits, [key]: edit } })),
      drop: (key) => set(({ edits }) => ({ edits: Object.fromEntries(Object.entries(edits).filter(([other]) => other !== key)) })),
    }),
    {
      name: NAME,
      storage: createJSONStorage(() => sessionStorage),
      partialize: ({ edits }) => ({ edits }),
      merge: (stored, now) => ({ ...now, edits: (stored as Pick<KeptEdits, 'edits'> | undefined)?.edits ?? {} }),
      skipHydration: true,
    },
  ),
);

/** Takes up what an account has left unsaved; another's is not shown, nor lost. */
export function keepEditsOf(account: string) {
  const name = `${NAME} ${account}`;
  if (useKeptEdits.persist.getOptions().name === name) return;
  useKeptEdits.persist.setOptions({ name });
  void useKeptEdits.persist.rehydrate();
}

export const editKey = (plan: string, kind: ElementKind, id: string) => `${plan}/${kind}/${id}`;

/** The elements of a plan that wait to be saved. */
export function unsavedIn(edits: Record<string, KeptEdit>, plan: string) {
  return Object.keys(edits)
    .map((key) => key.split('/'))
    .filter(([of]) => of === plan)
    .map(([, kind = '', id = '']) => ({ kind: kind as ElementKind, id }));
}
