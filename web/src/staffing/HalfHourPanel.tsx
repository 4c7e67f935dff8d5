import type { Against } from '../api/model';
import { useAgainst } from '../api/results';
import { useWorkplace } from '../plan/workplace';
import { COVERED, formatMoment, formatPeople, formatShare } from '../time/time';
import { QueueReasons } from './QueueReasons';
import { WhyApart } from './WhyApart';
import type { Series } from './series';

interface Props {
  /** The queue, or what the week is shown by; empty for all queues. */
  queueId: string;
  title: string;
  /** Those shown. */
  queues: string[];
  onPickQueue: (id: string) => void;
  series: Series;
}

/** The picked half-hour queue by queue, why one of them takes so many, and the week in figures. */
export function HalfHourPanel({ queueId, title, queues, onPickQueue, series }: Props) {
  const { draft, week, slot, at } = useWorkplace();
  const { data: against } = useAgainst(draft.id, week.monday);
  const queue = week.queues.find((candidate) => candidate.id === queueId);
  const simulated = (id: string) =>
    against?.queues.find((one) => one.queue === id)?.slots.find((one) => Date.parse(one.at) === Date.parse(week.startsAt[slot] ?? ''));
  const hours = (values: number[]) => (values.reduce((sum, value) => sum + value, 0) / 2).toFixed(1);
  return (
    <>
      <h2>{formatMoment(at, week.timeZone)}</h2>
      <p className="soft">Pick a queue to see why it takes so many; each operator counts for one queue at a time.</p>
      {slot < 0 ? (
        <p>This moment lies outside the week.</p>
      ) : (
        <table className="by-queue">
          <thead>
            <tr>
              <th>Queue</th>
              <th title="Chats expected in this half-hour">Chats</th>
              <th title="Operators required">Req.</th>
              <th title="Operators counted for it, each for the share of the time in which they answer">There</th>
              <th title="Share answered within the queue’s limit, by the staffing model">In time</th>
              <th title="The same by simulation of the whole design">Simul.</th>
            </tr>
          </thead>
          <tbody>
            {week.queues
              .filter(({ id }) => queues.includes(id))
              .map((row) => {
                const lacking = row.shortOf[slot] ?? 0;
                return (
                  <tr key={row.id} className={row.open[slot] ? '' : 'soft'} aria-selected={row.id === queueId}>
                    <th scope="row">
                      <button type="button" className="plain-link" onClick={() => onPickQueue(row.id)}>
                        {row.name}
                      </button>
                    </th>
                    {row.open[slot] ? (
                      <>
                        <td>{row.chats[slot]?.toFixed(1)}</td>
                        <td>{row.required[slot]}</td>
                        <td className={lacking >= COVERED ? 'short' : ''}>
                          {lacking >= COVERED ? '▾ ' : ''}
                          {formatPeople(row.staffed[slot] ?? 0)}
                        </td>
                        <td>
                          {row.shared[slot] && (
                            <span className="warns" title="May be too good: its people get chats of other queues too">
                              ◆{' '}
                            </span>
                          )}
                          {formatShare(row.answeredInTime[slot] ?? 0, 0)}
                        </td>
                        <Simulated seen={simulated(row.id)} />
                      </>
                    ) : (
                      <td colSpan={5}>▪ closed</td>
                    )}
                  </tr>
                );
              })}
          </tbody>
        </table>
      )}
      {queue && slot >= 0 && <WhyApart name={queue.name} seen={simulated(queue.id)} />}
      {against && against.queues.length > 0 && <Apart against={against} queues={queues} />}
      {queue && slot >= 0 && <QueueReasons queueId={queue.id} name={queue.name} />}
      <h3>The week{title ? `, ${title}` : ''}</h3>
      <dl className="sums">
        <dt>Operator-hours required</dt>
        <dd>{hours(series.required)}</dd>
        {!title && (
          <>
            <dt>paid, with {formatShare(week.shrinkage, 0)} shrinkage</dt>
            <dd>{week.totals.paidHours.toFixed(1)}</dd>
          </>
        )}
        {!title && (
          <>
            <dt>Operator-hours present, all of them paid</dt>
            <dd>{hours(week.present)}</dd>
          </>
        )}
        <dt>Operator-hours answering{title ? ' and able to serve it' : ', after shrinkage'}</dt>
        <dd>{hours(series.answering)}</dd>
        <dt>Operator-hours short</dt>
        <dd className="short">{hours(series.short)}</dd>
      </dl>
      <h3>How these figures are made</h3>
      {week.notes.map((note) => (
        <p key={note} className="soft">
          {note}
        </p>
      ))}
      <p className="soft">
        Operators required: the smallest number that meets each queue’s target by a birth–death chain of chats (Erlang A,
        with several chats at once and the slowdown they bring). Where a queue has fewer, who still waits is carried into
        the next half-hour. Chats in a language, or with what a rule asks for, that only some operators can take require of
        those by themselves. Whoever is present counts for the share of the time in which they answer: in a rostered week
        the roster takes off what it plans (breaks, planned absence, training), and the rest of the shrinkage is taken by
        share; in other weeks all of it is.
      </p>
      {queues.some((id) => week.queues.find((one) => one.id === id)?.shared[slot]) && (
        <p className="soft">
          <span className="warns">◆</span> may be too good: all who could answer there are counted, and some of them get
          chats of other queues meanwhile.
        </p>
      )}
    </>
  );
}

type Seen = Against['queues'][number]['slots'][number];

function Simulated({ seen }: { seen: Seen | undefined }) {
  if (seen?.simulated == null) return <td className="soft">–</td>;
  return (
    <td className={seen.apart ? 'warns' : ''} title={seen.halfWidth95 == null ? undefined : `± ${formatShare(seen.halfWidth95)}`}>
      {seen.apart && '≠ '}
      {formatShare(seen.simulated, 0)}
    </td>
  );
}

/** How often the two differ much in the week. */
function Apart({ against, queues }: { against: Against; queues: string[] }) {
  const slots = against.queues.filter(({ queue }) => queues.includes(queue)).flatMap((queue) => queue.slots);
  const better = slots.filter(({ apart, simulated, formula }) => apart && (simulated ?? 0) > formula).length;
  const worse = slots.filter(({ apart }) => apart).length - better;
  return (
    <p className="soft">
      Of {slots.length} half-hours of queues, the simulation answers over ten points more in time than the staffing model in {better}, and
      over ten points less in {worse} (by {against.replications} simulated weeks).
    </p>
  );
}
