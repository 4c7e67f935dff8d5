import { Button, Popover } from 'antd';
import { useEffect, useState } from 'react';
import { editKey, unsavedIn, useKeptEdits } from '../api/edits';
import { findElement } from '../api/model';
import { labelOf } from '../plan/names';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';

/** How many elements wait to be saved, and which. */
export function Unsaved() {
  const { draft } = useWorkplace();
  const { select } = usePlace();
  const edits = useKeptEdits((kept) => kept.edits);
  const drop = useKeptEdits((kept) => kept.drop);
  const [open, setOpen] = useState(false);
  const waiting = unsavedIn(edits, draft.id);
  // What was being stored when its page was left has nothing to wait for once the draft has it.
  useEffect(() => {
    for (const { kind, id } of unsavedIn(edits, draft.id)) {
      const key = editKey(draft.id, kind, id);
      if (JSON.stringify(edits[key]?.value) === JSON.stringify(findElement(draft.plan, kind, id))) drop(key);
    }
  }, [edits, draft, drop]);
  if (waiting.length === 0) return null;
  return (
    <Popover
      trigger="click"
      open={open}
      onOpenChange={setOpen}
      content={
        <ul className="unsaved-list" aria-label="Not saved yet">
          {waiting.map(({ kind, id }) => (
            <li key={`${kind}/${id}`}>
              {findElement(draft.plan, kind, id) ? (
                <button
                  type="button"
                  className="plain-link"
                  onClick={() => {
                    select({ kind, id });
                    setOpen(false);
                  }}
                >
                  {labelOf(draft.plan, kind, id)}
                </button>
              ) : (
                <span>{id}, which is not in the draft any more</span>
              )}
              <Button size="small" type="text" onClick={() => drop(editKey(draft.id, kind, id))}>
                Drop
              </Button>
            </li>
          ))}
        </ul>
      }
    >
      <button type="button" className="plain-link unsaved">
        <span className="unsaved-dot" aria-hidden="true">
          ●
        </span>{' '}
        {waiting.length} not saved
      </button>
    </Popover>
  );
}
