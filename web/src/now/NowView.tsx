import { Button } from 'antd';
import { useState } from 'react';
import type { LiveNow, NowChat } from '../api/model';
import { useNow, useTakeOver } from '../api/now';
import { SelfCheck } from '../plan/SelfCheck';
import { useAddress } from '../plan/useAddress';
import { useWorkplace } from '../plan/workplace';
import { formatInstant } from '../time/time';
import { Dialog } from '../ui/Dialog';
import { ErrorNote } from '../ui/ErrorNote';
import { languageName } from '../ui/languages';
import { RaisedAlarms, SetAlarms } from './Alarms';
import { NowPeople } from './NowPeople';
import { NowQueues } from './NowQueues';
import { Reading } from './Reading';
import { Today } from './Today';
import { WaitingActions } from './WaitingActions';
import './now.css';

const CHAT = 'chat';

/** The live plan as it stands this minute: who waits, who answers, which doors are open, and how today goes. */
export function NowView() {
  const { draft, account } = useWorkplace();
  const now = useNow(draft.id);
  const takeOver = useTakeOver(draft.id);
  const [params, change] = useAddress();
  const chosen = params.get(CHAT);
  const choose = (chat: number | null) => change({ [CHAT]: chat === null ? null : String(chat) });
  const data = now.data;
  if (!data) return <div className="now">{now.error ? <ErrorNote error={now.error} /> : null}</div>;
  return (
    <div className="now">
      <section className="now-main" aria-label="The live plan now">
        <div className="view-head">
          <h1>Now</h1>
          <span className="soft">
            {formatInstant(data.at)}, revision {data.revision} · {summary(data)}
          </span>
          <span className="header-space" />
          <WayIn />
          {account.permissions.includes('DESIGN') && <SetAlarms plan={draft.id} />}
        </div>
        <ErrorNote error={now.error ?? takeOver.error} />
        <RaisedAlarms plan={draft.id} />
        <NowQueues now={data} chosen={chosen} onRead={choose} />
        <Today now={data} timeZone={draft.plan.settings.timeZone} />
        <Doors now={data} />
        <NowPeople plan={draft.id} now={data} chosen={chosen} onRead={choose} />
      </section>
      {chosen && (
        <Reading
          plan={draft.id}
          chat={chosen}
          onClose={() => choose(null)}
          actions={
            <>
              {account.permissions.includes('ANSWER') && (
                <Button size="small" disabled={takeOver.isPending} onClick={() => takeOver.mutate(Number(chosen))}>
                  Take over at my desk
                </Button>
              )}
              {waits(data, chosen) && <WaitingActions plan={draft.id} now={data} chat={Number(chosen)} />}
            </>
          }
          people={data.people.map(({ name }) => name)}
        />
      )}
    </div>
  );
}

const waits = ({ chats }: LiveNow, id: string) =>
  chats.some(({ chat, stage }) => String(chat) === id && (stage === 'WAITING' || stage === 'OFFERED'));

function summary({ queues, people, chats }: LiveNow) {
  const waiting = queues.reduce((sum, queue) => sum + queue.waiting, 0);
  const present = people.filter(({ state }) => state === 'present').length;
  const withBot = chats.filter(({ stage }) => stage === 'BOT').length;
  const held = chats.filter(({ stage }) => stage === 'HELD').length;
  return `${waiting} waiting, ${held} with an operator, ${withBot} with a bot; ${present} of ${people.length} operators present`;
}

/** Whether visitors get through to somebody, on demand. */
function WayIn() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button size="small" onClick={() => setOpen(true)}>
        Check the way in…
      </Button>
      {open && (
        <Dialog open width={720} title={<h2>The way in</h2>} footer={null} onCancel={() => setOpen(false)}>
          <SelfCheck onLeave={() => setOpen(false)} />
        </Dialog>
      )}
    </>
  );
}

/** Doors, and why those are closed that are. */
function Doors({ now }: { now: LiveNow }) {
  return (
    <ul className="now-doors" aria-label="Doors">
      {now.doors.map((door) => (
        <li key={door.id} className={door.open ? 'door-open' : 'door-closed'}>
          <b>{door.name}</b> {door.open ? `open, ${door.chats} ${door.chats === 1 ? 'chat' : 'chats'}` : door.paused ? 'paused' : 'closed'}
          {door.because && <span className="soft"> {door.because}</span>}
          {!door.open && door.opens && <span className="soft">; opens {formatInstant(door.opens)}</span>}
        </li>
      ))}
    </ul>
  );
}

/** A running chat as a mark that leads into it. */
export function ChatMark({ chat, at, chosen, onRead }: { chat: NowChat; at: string; chosen: boolean; onRead: (chat: number) => void }) {
  const waits = chat.unansweredSince ? secondsBetween(chat.unansweredSince, at) : null;
  const words = `Read along in the ${languageName(chat.language)} chat from ${chat.door}${waits === null ? '' : `, unanswered for ${waits} s`}`;
  return (
    <button
      type="button"
      className={`now-chat${chosen ? ' now-chosen' : ''}${waits !== null && waits >= 120 ? ' now-late' : ''}`}
      aria-label={words}
      title={words}
      onClick={() => onRead(chat.chat)}
    >
      {chat.language}
      {waits !== null && waits >= 30 && <small> {waits} s</small>}
    </button>
  );
}

export const secondsBetween = (from: string, until: string) => Math.max(0, Math.round((Date.parse(until) - Date.parse(from)) / 1000));
