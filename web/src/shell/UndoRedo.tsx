import { Button } from 'antd';
import { lazy, Suspense, useEffect, useEffectEvent } from 'react';
import { ProblemError } from '../api/client';
import { useUndo } from '../api/plan';
import { isTyping } from '../ui/keys';
import { useWorkplace } from '../plan/workplace';

const NotTakenBack = lazy(() => import('./NotTakenBack').then((m) => ({ default: m.NotTakenBack })));

/** An arrow that bends back, or forth. */
function Arrow({ forth = false }: { forth?: boolean }) {
  return (
    <svg
      width={16}
      height={14}
      viewBox="0 0 16 14"
      className="bent-arrow"
      transform={forth ? 'scale(-1 1)' : undefined}
      aria-hidden="true"
    >
      <path d="M6 1 2 5l4 4M2 5h8a4 4 0 0 1 0 8H6" />
    </svg>
  );
}

/** Takes back and brings back the user's own changes of the draft, in this session or a later one. */
export function UndoRedo() {
  const { draft, canEdit } = useWorkplace();
  const undo = useUndo(draft.id);
  const step = useEffectEvent((which: 'undo' | 'redo') => {
    const next = draft[which];
    if (canEdit && next && !undo.isPending) undo.mutate({ which, change: next.change });
  });
  useEffect(() => {
    function onKey(event: KeyboardEvent) {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || isTyping(event.target)) return;
      event.preventDefault();
      step(event.shiftKey ? 'redo' : 'undo');
    }
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  if (!canEdit) return null;
  // The first press has done what this one asked for.
  const pressedTwice = undo.error instanceof ProblemError && undo.error.is('already-done');
  return (
    <>
      <Button
        aria-label="Undo"
        title={draft.undo ? `Undo: ${draft.undo.words}` : 'You have changed nothing that could be undone'}
        icon={<Arrow />}
        disabled={!draft.undo || undo.isPending}
        onClick={() => step('undo')}
      />
      <Button
        aria-label="Redo"
        title={draft.redo ? `Redo: ${draft.redo.words}` : 'Nothing was undone'}
        icon={<Arrow forth />}
        disabled={!draft.redo || undo.isPending}
        onClick={() => step('redo')}
      />
      {undo.error !== null && !pressedTwice && (
        <Suspense>
          <NotTakenBack error={undo.error} onClose={() => undo.reset()} />
        </Suspense>
      )}
    </>
  );
}
