import { useWorkplace } from '../shell/plan';
import { formatMoment, formatShare } from '../shell/time';
import { QueueReasons } from './QueueReasons';
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
  const { week, slot, at } = useWorkplace();
  const queue = week.queues.find((candidate) => candidate.id === queueId);
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
              <th title="Operators counted for it">There</th>
              <th title="Share answered within the queue’s limit">In time</th>
            </tr>
          </thead>
          <tbody>
            {week.queues
              .filter(({ id }) => queues.includes(id))
              .map((row) => {
                const lacking = (row.required[slot] ?? 0) - (row.staffed[slot] ?? 0);
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
                        <td className={lacking > 0 ? 'short' : ''}>
                          {lacking > 0 ? '▾ ' : ''}
                          {row.staffed[slot]}
                        </td>
                        <td>{formatShare(row.answeredInTime[slot] ?? 0, 0)}</td>
                      </>
                    ) : (
                      <td colSpan={4}>▪ closed</td>
                    )}
                  </tr>
                );
              })}
          </tbody>
        </table>
      )}
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
        <dt>Operator-hours {title ? 'able to serve it' : 'present'}</dt>
        <dd>{hours(series.present)}</dd>
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
        the next half-hour.
      </p>
    </>
  );
}
