import type { LiveNow, NowQueue } from '../api/model';
import { formatSeconds, formatShare } from '../time/time';
import { ChatMark, secondsBetween } from './NowView';

interface NowQueuesProps {
  now: LiveNow;
  chosen: string | null;
  onRead: (chat: number) => void;
}

/** Nobody reads a finer scale while they watch. */
const LONG = 300;

/** Queues: who waits along an axis of time, who could take them, and how today went against the target. */
export function NowQueues({ now, chosen, onRead }: NowQueuesProps) {
  const longest = Math.max(LONG, ...now.queues.map(({ longestSince }) => (longestSince ? secondsBetween(longestSince, now.at) : 0)));
  return (
    <table className="now-queues" aria-label="Queues">
      <thead>
        <tr>
          <th scope="col">Queue</th>
          <th scope="col">Waiting, each where its wait is; up to {formatSeconds(longest)}</th>
          <th scope="col">Longest</th>
          <th scope="col">People</th>
          <th scope="col">Answered in time today</th>
        </tr>
      </thead>
      <tbody>
        {now.queues.map((queue) => (
          <tr key={queue.id}>
            <th scope="row">{queue.name}</th>
            <td>
              <span className="now-axis">
                <i className="now-target" style={{ left: `${(100 * queue.withinSeconds) / longest}%` }} title={`to be answered within ${queue.withinSeconds} s`} />
                {now.chats
                  .filter(({ queue: of, stage }) => of === queue.id && (stage === 'WAITING' || stage === 'OFFERED'))
                  .map((chat) => (
                    <span key={chat.chat} className="now-waits" style={{ left: `${(96 * secondsBetween(chat.since, now.at)) / longest}%` }}>
                      <ChatMark chat={chat} at={now.at} chosen={String(chat.chat) === chosen} onRead={onRead} />
                    </span>
                  ))}
              </span>
            </td>
            <td className={late(queue, now.at) ? 'now-trouble' : undefined}>
              {queue.longestSince ? `${late(queue, now.at) ? '▲ ' : ''}${formatSeconds(secondsBetween(queue.longestSince, now.at))}` : <span className="soft">nobody</span>}
            </td>
            <td className={queue.takers === 0 && queue.waiting > 0 ? 'now-trouble' : undefined}>
              {queue.takers === 0 ? (queue.waiting > 0 ? '▲ nobody' : <span className="soft">nobody</span>) : `${queue.takers}, ${queue.free} free`}
              {queue.running > 0 && <span className="soft"> · {queue.running} running</span>}
            </td>
            <td>{level(queue)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const late = ({ longestSince, withinSeconds }: NowQueue, at: string) => longestSince != null && secondsBetween(longestSince, at) > withinSeconds;

function level({ waitedToday, inTimeToday, target }: NowQueue) {
  if (waitedToday === 0) return <span className="soft">no chat yet</span>;
  const share = inTimeToday / waitedToday;
  return (
    <span className="now-level">
      {share < target ? '▼ ' : ''}
      {formatShare(share, 0)}
      <span className="soft">
        {' '}
        of {waitedToday}, target {formatShare(target, 0)}
      </span>
      <span className="now-bar">
        <i style={{ width: `${100 * share}%` }} />
        <b style={{ left: `${100 * target}%` }} />
      </span>
    </span>
  );
}
