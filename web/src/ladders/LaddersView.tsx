import type { LadderView, Rung } from '../api/model';
import { useLadders } from '../api/ladders';
import { SidePanel } from '../settings/SidePanel';
import { useElement } from '../plan/useElement';
import { ErrorNote } from '../ui/ErrorNote';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { formatSeconds } from '../time/time';
import { LadderEditor } from './LadderEditor';
import { Lane } from './Lane';
import { inOrder, silenceWords } from './rungs';
import './ladders.css';

/** What happens to chats as they wait: every queue's ladder on a time axis, over who still waits. */
export function LaddersView() {
  const { draft, week } = useWorkplace();
  const { selection, select } = usePlace();
  const { data: views = [], error } = useLadders(draft.id, week.monday);
  const picked = selection?.kind === 'queues' && draft.plan.queues.some((queue) => queue.id === selection.id) ? selection.id : null;
  const first = picked ?? (selection ? null : (draft.plan.queues[0]?.id ?? null));
  return (
    <div className="split-view">
      <section className="view-main" aria-label="Ladders">
        <div className="view-head">
          <h1>Ladders</h1>
          <span className="soft">
            <span className="ladder-key ladder-key-waiting" /> chats of the week still waiting
            <span className="ladder-key ladder-key-patient" /> visitors who would, if nobody answered
          </span>
        </div>
        <ErrorNote error={error} />
        <div className="ladders-scroll">
          {draft.plan.queues.map((queue) => (
            <QueueLane
              key={queue.id}
              id={queue.id}
              view={views.find((one) => one.queue === queue.id)}
              selected={queue.id === first}
            />
          ))}
          <OtherTimeouts onChange={() => select({ kind: 'settings', id: 'settings' })} />
        </div>
      </section>
      <aside className="panel" aria-label="Settings">
        {first ? (
          <OneLadder key={first} id={first} view={views.find((one) => one.queue === first)} />
        ) : (
          <SidePanel>
            <h2>No queues yet</h2>
          </SidePanel>
        )}
      </aside>
    </div>
  );
}

function OneLadder({ id, view }: { id: string; view: LadderView | undefined }) {
  return <LadderEditor element={useElement('queues', id)} view={view} />;
}

function QueueLane({ id, view, selected }: { id: string; view: LadderView | undefined; selected: boolean }) {
  const { select } = usePlace();
  const { value: queue, edits, store } = useElement('queues', id);
  function move(index: number, seconds: number) {
    const moved = queue.ladder.map((rung, i): Rung => (i === index ? { ...rung, seconds } : rung));
    store({ ladder: inOrder(moved) });
  }
  return (
    <section className="queue-lane" aria-label={queue.name} data-selected={selected ? '' : undefined}>
      <div className="queue-lane-head">
        <button type="button" className="queue-lane-name" onClick={() => select({ kind: 'queues', id })}>
          {queue.name}
        </button>
        <span className="soft">
          {view?.longestSilence ? silenceWords(view.longestSilence) : view && 'No rule leads here.'}
          {queue.ladder.length === 0 && ' It has no rungs.'}
        </span>
      </div>
      <ErrorNote error={edits.error} />
      {view && <Lane queue={queue} ladder={queue.ladder} view={view} onMove={move} />}
    </section>
  );
}

/** What else happens when one side waits in vain, in one line. */
function OtherTimeouts({ onChange }: { onChange: () => void }) {
  const { draft } = useWorkplace();
  const { accept, reply, silence, botMisses } = draft.plan.settings.timeouts;
  return (
    <section className="other-timeouts" aria-label="Other timeouts">
      <h3>When one side waits in vain</h3>
      <p>
        An operator has {formatSeconds(accept.seconds)} to accept, then the next is asked; {accept.awayAfter} misses set them away.
        Without a reply for {formatSeconds(reply.seconds)} the chat goes{' '}
        {reply.then === 'ANOTHER_OPERATOR' ? 'to another operator' : 'back to the head of its queue'}. A silent visitor is reminded after{' '}
        {formatSeconds(silence.reminderSeconds)}, and the chat is closed after {formatSeconds(silence.closeSeconds)}. The bot hands
        over after {botMisses} misses. Who declined is asked again after everyone else and a pause of {formatSeconds(accept.pauseSeconds)}.{' '}
        <button type="button" className="plain-link" onClick={onChange}>
          Change
        </button>
      </p>
    </section>
  );
}
