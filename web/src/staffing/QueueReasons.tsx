import type { Queue, QueueHalfHour, SeenByVisitors, Source } from '../api/model';
import { useHalfHour } from '../api/results';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { COVERED, formatPeople, formatSeconds, formatShare } from '../time/time';

const MISSED: Record<QueueHalfHour['why']['missed'][number], (queue: Queue, seen: SeenByVisitors) => string> = {
  ANSWERED_IN_TIME: ({ target }, seen) =>
    `only ${formatShare(seen.answeredInTime, 1)} would be answered in ${target.withinSeconds} s, not ${formatShare(target.share, 0)}`,
  MEAN_WAIT: ({ target }, seen) => `the mean wait would be ${wait(seen)}, not ${formatSeconds(target.meanWaitSeconds ?? 0)}`,
  ABANDONMENT: ({ target }, seen) =>
    `${formatShare(seen.gaveUp, 1)} would give up, not ${formatShare(target.abandonment ?? 0, 1)}`,
  OCCUPANCY: ({ target }, seen) =>
    `operators would be ${formatShare(seen.occupancy, 0)} busy, not ${formatShare(target.occupancy ?? 0, 0)}`,
  APART: () => 'somebody would lack for chats that nobody who takes the others can take',
  LEAST_OPERATORS: ({ target }) => `fewer would be there than the ${target.leastOperators} at least while it is open`,
};

const wait = (seen: SeenByVisitors) => (seen.meanWaitSeconds == null ? 'without end' : formatSeconds(seen.meanWaitSeconds));

/** Why a queue takes so many operators in the picked half-hour, figure by figure, and what one person changes. */
export function QueueReasons({ queueId, name }: { queueId: string; name: string }) {
  const { draft, at } = useWorkplace();
  const { data } = useHalfHour(draft.id, at);
  const one = data?.find(({ queue }) => queue === queueId);
  const queue = draft.plan.queues.find(({ id }) => id === queueId);
  if (!one || !queue) return null;
  return (
    <>
      <h3>Why {name} takes {one.why.required}</h3>
      <Reasons one={one} queue={queue} />
      <table className="by-queue" aria-label={`One person less or more in ${name}`}>
        <thead>
          <tr>
            <th scope="col">With</th>
            <th scope="col">in time</th>
            <th scope="col">mean wait</th>
            <th scope="col">gave up</th>
            <th scope="col" title="Share of chat places that hold a chat">
              busy
            </th>
          </tr>
        </thead>
        <tbody>
          {one.fewer && <Seen title={`${formatPeople(Math.max(0, one.staffed - 1))}, one less`} seen={one.fewer} />}
          <Seen title={`${formatPeople(one.staffed)}, as it is`} seen={one.same} />
          <Seen title={`${formatPeople(one.staffed + 1)}, one more`} seen={one.more} />
        </tbody>
      </table>
    </>
  );
}

function Reasons({ one, queue }: { one: QueueHalfHour; queue: Queue }) {
  const { why } = one;
  const { week } = useWorkplace();
  const atOnce = week.queues.find(({ id }) => id === queue.id)?.chatsAtOnce;
  const { select } = usePlace();
  const { target, workload } = queue;
  return (
    <dl className="reasons">
      <dt>{one.chats.toFixed(1)} chats</dt>
      <dd>
        expected in the half-hour
        {one.byBot > 0.05 && `; the bot is to finish ${one.byBot.toFixed(1)} besides`}
        {one.carried > 0.05 && `; ${one.carried.toFixed(1)} wait already, left over from before`}
      </dd>
      <dt>{why.handlingSeconds.toFixed(0)} s</dt>
      <dd>
        a chat by an operator who holds no other,{' '}
        {why.handlingError == null
          ? `assumed${from(workload.handlingFrom)}`
          : `measured to ± ${(1.96 * why.handlingError).toFixed(0)} s over the last six weeks`}
      </dd>
      <dt>{why.load.toFixed(2)} Erlang</dt>
      <dd>
        is the load: {one.chats.toFixed(1)} × {why.handlingSeconds.toFixed(0)} s in 1800 s
      </dd>
      <dt>{why.chatsAtOnce} at once</dt>
      <dd>
        {atOnce && LIMITS[atOnce.by](queue.weight)}; {why.chatsAtOnce > 1 ? 'each chat then takes ' : 'no slowdown'}
        {why.slowdown.slice(1).map((factor) => `× ${factor.toFixed(2)}`).join(', ')}
        {why.chatsAtOnce > 1 && from(workload.slowdownFrom)}
        {why.chatsAtOnce > 1 &&
          `. That is ${(why.chatsAtOnce / (why.slowdown.at(-1) ?? 1)).toFixed(1)} chats worked at once where they are shared evenly; filled one operator after the other, fewer are answered in time`}
      </dd>
      <dt>{workload.patienceSeconds == null ? 'no end' : `${workload.patienceSeconds} s`}</dt>
      <dd>
        of patience{from(workload.patienceFrom)}
      </dd>
      <dt>{formatShare(target.share, 0)}</dt>
      <dd>
        to be answered in {target.withinSeconds} s
        {target.meanWaitSeconds != null && `; mean wait at most ${formatSeconds(target.meanWaitSeconds)}`}
        {target.abandonment != null && `; at most ${formatShare(target.abandonment, 1)} give up`}
        {target.occupancy != null && `; at most ${formatShare(target.occupancy, 0)} busy`}
        {target.leastOperators != null && `; at least ${target.leastOperators} operators`}
      </dd>
      <dt>{why.required} required</dt>
      <dd>
        {why.withOneLess
          ? `with ${why.required - 1}, ${why.missed.map((limit) => MISSED[limit](queue, why.withOneLess as SeenByVisitors)).join(' and ')}; with ${why.required}, ${formatShare(why.with.answeredInTime, 1)} are`
          : 'nobody is needed for no chats'}
        {why.required > why.everybody && (
          <span className="short">
            {' '}
            ▾ All {why.everybody} who can serve it together reach {formatShare(why.withEverybody.answeredInTime, 0)}: train
            more, or ask for less.
          </span>
        )}
      </dd>
      {one.parts.map((part) => (
        <Part key={part.asks} part={part} />
      ))}
      <dt className={one.shortOf >= COVERED ? 'short' : ''}>{formatPeople(one.staffed)} counted</dt>
      <dd>
        of {one.eligible} present who can serve it, each for the share of the time in which they answer
        {one.shortOf >= COVERED && <span className="short"> ▾ {formatPeople(one.shortOf)} short</span>}
        {one.people.length === 1 && (
          <span className="warns"> ◆ {one.people[0]} alone: while they have a break, nobody answers</span>
        )}
        {one.shared && <span className="warns"> ◆ may be too good: they get chats of other queues too</span>}{' '}
        <button type="button" className="plain-link" onClick={() => select({ kind: 'queues', id: queue.id })}>
          settings
        </button>
      </dd>
    </dl>
  );
}

/** Chats that only some of the queue's operators could take. */
function Part({ part }: { part: QueueHalfHour['parts'][number] }) {
  const lacking = part.atLeast - part.there;
  return (
    <>
      <dt className={lacking >= COVERED ? 'short' : ''}>{part.atLeast} there at least</dt>
      <dd>
        to take the {part.chats.toFixed(1)} chats {part.asks}, which {part.able} people of the plan could
        {lacking >= COVERED ? (
          <span className="short"> ▾ {part.there > 0 ? `only ${formatPeople(part.there)} of them` : 'none of them'} there</span>
        ) : (
          `; ${formatPeople(part.there)} of them there`
        )}
      </dd>
    </>
  );
}

const LIMITS: Record<'CAPACITY' | 'MOST_CHATS' | 'SLOWDOWN', (weight: number) => string> = {
  CAPACITY: (weight) => `by capacity over weight ${weight}`,
  MOST_CHATS: () => 'by the most chats that its people hold',
  SLOWDOWN: () => 'by how far the slowdown is known',
};

const from = (source: Source | null | undefined) => (source ? `, ${source.said} in ${monthOf(source.asOf)}` : '');

const monthOf = (date: string) =>
  new Date(`${date}T12:00:00Z`).toLocaleDateString('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' });

function Seen({ title, seen }: { title: string; seen: SeenByVisitors }) {
  return (
    <tr>
      <th scope="row">{title}</th>
      <td>{formatShare(seen.answeredInTime, 0)}</td>
      <td>{seen.meanWaitSeconds == null ? 'grows' : formatSeconds(seen.meanWaitSeconds)}</td>
      <td>{formatShare(seen.gaveUp, 0)}</td>
      <td>{formatShare(seen.occupancy, 0)}</td>
    </tr>
  );
}
