import { editKey, useKeptEdits } from '../api/edits';
import type { ElementKind } from '../api/model';
import { useWorkplace } from './workplace';

/** Marks an element whose changes wait to be saved. */
export function UnsavedDot({ kind, id }: { kind: ElementKind; id: string }) {
  const { draft } = useWorkplace();
  const waits = useKeptEdits(({ edits }) => edits[editKey(draft.id, kind, id)] !== undefined);
  return waits ? (
    <span className="unsaved-dot" role="img" aria-label="not saved yet" title="Not saved yet">
      ●
    </span>
  ) : null;
}
