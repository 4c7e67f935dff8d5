import { Select } from 'antd';
import { useState } from 'react';
import { usePlace } from '../shell/place';
import { useWorkplace } from '../shell/plan';
import { formatMoment, formatShare } from '../shell/time';
import { DayStrip } from './DayStrip';
import { byDay, type Series } from './series';
import './staffing.css';

const ALL = '';

/** Operators required against present, a strip a day, and the picked half-hour queue by queue. */
export function StaffingView() {
  const { week, slot, at } = useWorkplace();
  const { pick } = usePlace();
  const [queueId, setQueueId] = useState(ALL);
  const queue = week.queues.find((candidate) => candidate.id === queueId);
  const series: Series = queue
    ? {
        required: queue.required,
        present: queue.eligible,
        short: queue.required.map((required, i) => Math.max(0, required - (queue.staffed[i] ?? 0))),
        open: queue.open,
      }
    : { required: week.required, present: week.present, short: week.shortOf, open: week.open };
  const days = byDay(week.startsAt, week.timeZone);
  const most = Math.max(1, ...series.required, ...series.present);
  const hours = (values: number[]) => (values.reduce((sum, value) => sum + value, 0) / 2).toFixed(1);
  const required = series.required.reduce((sum, value) => sum + value, 0) / 2;
  return (
    <div className="staffing">
      <section className="staffing-main" aria-label="Required against present">
        <div className="staffing-head">
          <h1>Operators required against present</h1>
          <Select
            aria-label="Queue"
            value={queueId}
            onChange={setQueueId}
            options={[{ value: ALL, label: 'All queues' }, ...week.queues.map((q) => ({ value: q.id, label: q.name }))]}
          />
        </div>
        <p className="legend">
          <span className="key key-required" /> required <span className="key key-short" /> ▾ short{' '}
          <span className="key key-present" /> {queue ? 'present and able to serve it' : 'present'}{' '}
          <span className="key key-closed" /> closed
        </p>
        {days.map((day) => (
          <DayStrip
            key={day.date}
            day={day}
            series={series}
            most={most}
            startsAt={week.startsAt}
            timeZone={week.timeZone}
            picked={slot}
            onPick={pick}
          />
        ))}
      </section>
      <aside className="panel" aria-label="The picked half-hour">
        <h2>{formatMoment(at, week.timeZone)}</h2>
        <p className="soft">Half-hour by queue; each operator counts for one queue at a time.</p>
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
              {week.queues.map((row) => {
                const lacking = (row.required[slot] ?? 0) - (row.staffed[slot] ?? 0);
                return (
                  <tr key={row.id} className={row.open[slot] ? '' : 'soft'}>
                    <th scope="row">
                      <button type="button" className="plain-link" onClick={() => setQueueId(row.id)}>
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
        <h3>The week{queue ? `, ${queue.name}` : ''}</h3>
        <dl className="sums">
          <dt>Operator-hours required</dt>
          <dd>{required.toFixed(1)}</dd>
          <dt>paid, with {formatShare(week.shrinkage, 0)} shrinkage</dt>
          <dd>{(required / (1 - week.shrinkage)).toFixed(1)}</dd>
          <dt>Operator-hours {queue ? 'able to serve it' : 'present'}</dt>
          <dd>{hours(series.present)}</dd>
          <dt>Operator-hours short</dt>
          <dd className="short">{hours(series.short)}</dd>
        </dl>
        {queue && (
          <p className="soft">
            Handling {queue.handlingSeconds.toFixed(0)} s ({queue.handlingMeasured ? 'measured' : 'assumed'}),{' '}
            {queue.chatsAtOnce} chats at once.
          </p>
        )}
        <h3>How these figures are made</h3>
        {week.notes.map((note) => (
          <p key={note} className="soft">
            {note}
          </p>
        ))}
        <p className="soft">
          Operators required: the smallest number that meets each queue’s answer target by a birth–death chain of chats
          (Erlang A, with several chats at once and the slowdown they bring).
        </p>
      </aside>
    </div>
  );
}
