import { Button } from 'antd';
import { Link } from 'react-router';
import { type Out, useOutbox, useSendAgain } from '../api/outbox';
import { useWorkplace } from '../plan/workplace';
import { formatInstant } from '../time/time';
import { ErrorNote } from '../ui/ErrorNote';
import './outbox.css';
import { NoMail } from '../settings/NoMail';

/** What goes out to others by signed calls and by mail: what waits first, and why; then what was taken. */
export function OutboxView() {
  const { draft } = useWorkplace();
  const outbox = useOutbox(draft.id);
  const again = useSendAgain(draft.id);
  const all = outbox.data ?? [];
  const waiting = all.filter(({ sentAt }) => !sentAt);
  const sent = all.filter(({ sentAt }) => sentAt);
  return (
    <div className="outbox">
      <div className="view-head">
        <h1>Outbox</h1>
        {outbox.data && (
          <span className={waiting.some(({ trouble }) => trouble) ? 'warns' : 'soft'}>
            {waiting.some(({ trouble }) => trouble) && '◆ '}
            {waiting.length === 0 ? 'all that was to go out is taken' : `${waiting.length} not taken yet`}
          </span>
        )}
      </div>
      <ErrorNote error={outbox.error ?? again.error} />
      <NoMail />
      {outbox.data && all.length === 0 && (
        <p>
          Nothing went out yet. Services that are told of chats are set under{' '}
          <Link to="/structure?sel=settings/settings">the plan as a whole</Link>; answers to messages and transcripts go out by mail.
        </p>
      )}
      {all.length > 0 && (
        <table className="plain-table">
          <thead>
            <tr>
              <th>When</th>
              <th>To</th>
              <th>About</th>
              <th>Chat</th>
              <th>How it stands</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {[...waiting, ...sent].map((out) => (
              <Row key={`${out.sort} ${out.id}`} out={out} onAgain={() => again.mutate(out)} />
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}

function Row({ out, onAgain }: { out: Out; onAgain: () => void }) {
  return (
    <tr className={out.trouble ? 'outbox-trouble' : undefined}>
      <td>{formatInstant(out.madeAt)}</td>
      <td>
        <bdi>{out.recipient}</bdi>
      </td>
      <td>{out.sort === 'news' ? out.about : out.sort === 'ticket' ? `ticket: ${out.about}` : out.sort === 'record' ? `record: ${out.about}` : `${out.about}, by mail`}</td>
      <td>
        <Link to={`/records?chat=${out.chat}`}>{out.chat}</Link>
      </td>
      <td>{stands(out)}</td>
      <td>
        {!out.sentAt && out.tries > 0 && (
          <Button size="small" onClick={onAgain}>
            Try again now
          </Button>
        )}
      </td>
    </tr>
  );
}

function stands({ sentAt, tries, nextTry, trouble }: Out): string {
  if (sentAt) return `taken ${formatInstant(sentAt)}${tries > 1 ? ` at try ${tries}` : ''}`;
  if (!trouble) return 'on its way';
  return `◆ ${trouble} ${nextTry ? `Tried ${tries} times; again ${formatInstant(nextTry)}.` : `Given up after ${tries} tries.`}`;
}
