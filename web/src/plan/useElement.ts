import { ProblemError } from '../api/client';
import { editKey, useKeptEdits } from '../api/edits';
import { type ElementKind, type ElementOf, findElement } from '../api/model';
import { usePutElement } from '../api/plan';
import { useWorkplace } from './workplace';

/** An edit that was made on a version which is not the newest any more. */
export interface Conflict {
  yours: object;
  current: object | undefined;
  currentVersion: number;
  detail: string;
}

/** What the frame of a panel needs to know of an edit. */
export interface Edit {
  kind: ElementKind;
  id: string;
  version: number;
  changed: boolean;
  saving: boolean;
  error: Error | null;
  conflict: Conflict | null;
  save: () => void;
  /** Saves the edit over the newer version. */
  keepMine: () => void;
  discard: () => void;
}

/** An element of the draft under edit. What the user has changed is kept, whatever else is looked at, until it is saved or dropped. */
export function useElement<K extends ElementKind>(kind: K, id: string) {
  const { draft } = useWorkplace();
  const stored = findElement(draft.plan, kind, id) as ElementOf<K>;
  const storedVersion = draft.versions[`${kind}/${id}`] ?? 1;
  const key = editKey(draft.id, kind, id);
  const kept = useKeptEdits(({ edits }) => edits[key]);
  const { keep, drop } = useKeptEdits.getState();
  const edit = kept ? { value: kept.value as ElementOf<K>, version: kept.version } : null;
  const put = usePutElement(draft.id, kind, id);

  function save(value: ElementOf<K>, version: number) {
    put.mutate({ element: value, version }, { onSuccess: (edited) => whenStored(value, edited.version) });
  }

  /** What was typed on while it was being stored waits for the next time, on the version that was just made. */
  function whenStored(value: ElementOf<K>, version: number) {
    const now = useKeptEdits.getState().edits[key];
    if (now?.value === value) drop(key);
    else if (now) keep(key, { value: now.value, version });
  }

  const conflict = conflictOf(put.error);
  const edits: Edit = {
    kind,
    id,
    version: storedVersion,
    changed: edit !== null,
    saving: put.isPending,
    error: conflict ? null : put.error,
    conflict,
    save: () => edit && save(edit.value, edit.version),
    keepMine: () => edit && conflict && save(edit.value, conflict.currentVersion),
    discard: () => {
      drop(key);
      put.reset();
    },
  };
  return {
    edits,
    value: edit?.value ?? stored,
    /** Changes and saves at once, with what was changed before. */
    store: (part: Partial<ElementOf<K>>) => {
      const value = { ...(edit?.value ?? stored), ...part };
      const version = edit?.version ?? storedVersion;
      keep(key, { value, version });
      save(value, version);
    },
    change: (part: Partial<ElementOf<K>>) => {
      const before = useKeptEdits.getState().edits[key];
      const value = { ...((before?.value as ElementOf<K> | undefined) ?? stored), ...part };
      // Changed back to what is stored, there is nothing to save.
      if (before?.version !== undefined && before.version !== storedVersion) keep(key, { value, version: before.version });
      else if (JSON.stringify(value) === JSON.stringify(stored)) drop(key);
      else keep(key, { value, version: storedVersion });
    },
  };
}

/** Both versions of a refused edit; null if the error is another. */
export function conflictOf(error: Error | null): Conflict | null {
  if (!(error instanceof ProblemError) || !error.is('stale-edit')) return null;
  const { yours, current, currentVersion, detail } = error.problem;
  if (!yours) return null;
  return {
    yours: yours as object,
    current: current as object | undefined,
    currentVersion: Number(currentVersion),
    detail,
  };
}
