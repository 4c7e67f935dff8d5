import { Button, Dropdown, Segmented, Select } from 'antd';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { download } from '../api/client';
import type { WhatIf } from '../api/model';
import { useWhatIf } from '../api/results';
import { usePlace } from '../shell/place';
import { useWorkplace } from '../shell/plan';
import { formatMoment, formatShare } from '../shell/time';
import { useSettled } from '../shell/useSettled';
import { DayStrip } from './DayStrip';
import { OnePersonTable } from './OnePersonTable';
import { byDay, type Series } from './series';
import { WhatIfPanel } from './WhatIfPanel';
import { useWish } from './wish';
import './staffing.css';

const ALL = '';
const HALF_HOUR = 'The half-hour';
const WHAT_IF = 'What if';
const SLIDING = 60;

/** Operators required against present, a strip a day, and the picked half-hour queue by queue. */
export function StaffingView() {
  const { draft, week, slot } = useWorkplace();
  const { pick } = usePlace();
  const [params, setParams] = useSearchParams();
  const [wish, setWish] = useWish();
  const asked: WhatIf = { monday: week.monday, ...wish };
  const moved = Object.keys(wish).length > 0;
  const panel = params.get('panel') === WHAT_IF ? WHAT_IF : HALF_HOUR;
  const whatIf = useWhatIf(draft.id, useSettled(panel === WHAT_IF || moved ? asked : null, SLIDING) ?? undefined);
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
  const ifSo = moved && !queue ? whatIf.data?.required : undefined;
  const most = Math.max(1, ...series.required, ...series.present, ...(ifSo ?? []));
  return (
    <div className="staffing">
      <section className="staffing-main" aria-label="Required against present">
        <div className="staffing-head">
          <h1>Operators required against present</h1>
          <Exports plan={draft.id} monday={week.monday} />
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
          {ifSo && (
            <>
              {' '}
              <span className="key key-if" /> required, if so
            </>
          )}
        </p>
        {days.map((day) => (
          <DayStrip
            key={day.date}
            day={day}
            series={series}
            ifSo={ifSo}
            most={most}
            startsAt={week.startsAt}
            timeZone={week.timeZone}
            picked={slot}
            onPick={pick}
          />
        ))}
      </section>
      <aside className="panel" aria-label={panel}>
        <Segmented
          block
          options={[HALF_HOUR, WHAT_IF]}
          value={panel}
          onChange={(shown) =>
            setParams((before) => {
              const after = new URLSearchParams(before);
              after.set('panel', shown);
              return after;
            })
          }
        />
        {panel === WHAT_IF ? (
          <WhatIfPanel wish={wish} onChange={setWish} answer={whatIf.data} error={whatIf.error} />
        ) : (
          <HalfHour queueId={queueId} onPickQueue={setQueueId} series={series} />
        )}
      </aside>
    </div>
  );
}

function Exports({ plan, monday }: { plan: string; monday: string }) {
  const csv = (table: string) => `/plans/${plan}/staffing.csv?monday=${monday}&table=${table}`;
  return (
    <Dropdown
      menu={{
        items: [
          { key: `/plans/${plan}/staffing.xlsx?monday=${monday}`, label: 'All of it as a spreadsheet (XLSX)' },
          { key: csv('HALF_HOURS'), label: 'Half-hours (CSV)' },
          { key: csv('QUEUES'), label: 'Half-hours by queue (CSV)' },
        ],
        onClick: ({ key }) => void download(key),
      }}
    >
      <Button>Save the week</Button>
    </Dropdown>
  );
}

interface HalfHourProps {
  queueId: string;
  onPickQueue: (id: string) => void;
  series: Series;
}

/** The picked half-hour queue by queue, and the week in figures. */
function HalfHour({ queueId, onPickQueue, series }: HalfHourProps) {
  const { week, slot, at } = useWorkplace();
  const queue = week.queues.find((candidate) => candidate.id === queueId);
  const hours = (values: number[]) => (values.reduce((sum, value) => sum + value, 0) / 2).toFixed(1);
  const required = series.required.reduce((sum, value) => sum + value, 0) / 2;
  return (
    <>
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
        {queue && slot >= 0 && <OnePersonTable queueId={queue.id} name={queue.name} />}
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
    </>
  );
}
