import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';

interface Drafts {
  drafts: Record<string, string>;
  write: (chat: number, text: string) => void;
}

/** Half-typed replies, by chat: kept over reloads, in this tab of the browser. */
export const useDrafts = create<Drafts>()(
  persist(
    (set) => ({
      drafts: {},
      write: (chat, text) =>
        set(({ drafts: { [chat]: _, ...others } }) => ({ drafts: text ? { ...others, [chat]: text } : others })),
    }),
    { name: 'kinetarch-replies', storage: createJSONStorage(() => sessionStorage), partialize: ({ drafts }) => ({ drafts }) },
  ),
);
