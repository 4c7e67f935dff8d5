import { Button, Dropdown, Segmented, Select } from 'antd';
import { type RefObject, useRef } from 'react';
import { download } from '../api/client';
import { useLeastPeople } from '../api/leastPeople';
import type { QueueGroup, Week, WhatIf } from '../api/model';
import { useGroups, useWhatIf } from '../api/results';
import { ErrorNote } from '../ui/ErrorNote';
import { usePlace } from '../plan/place';
import { useAddress } from '../plan/useAddress';
import { byDay } from '../time/days';
import { useWorkplace } from '../plan/workplace';
import { usePicture } from '../ui/usePicture';
import { useSettled } from '../ui/useSettled';
import { DayStrip } from './DayStrip';
import { HalfHourPanel } from './HalfHourPanel';
import { LeastPanel } from './LeastPanel';
import { MendPanel } from './MendPanel';
import type { Series } from './series';
import { WhatIfPanel } from './WhatIfPanel';
import { MARK, useWish, write } from './wish';
import '../plan/strips.css';
import './staffing.css';

const ALL = '';
const HALF_HOUR = 'Half-hour';
const WHAT_IF = 'What if';
const MEND = 'What helps';
const LEAST = 'Fewest';
const PANELS = [HALF_HOUR, WHAT_IF, MEND, LEAST];
const SLIDING = 60;

/** What is drawn: all queues, one, or those of a department or skill. */
interface Shown {
  title: string;
  queues: string[];
  series: Series;
}

/** Operators required against present, a strip a day, why they are, and what would change them. */
export function StaffingView() {
  const { draft, week, slot } = useWorkplace();
  const { pick } = usePlace();
  const [params, change] = useAddress();
  const [wish, setWish] = useWish();
  const picture = useRef<HTMLDivElement>(null);
  const asked: WhatIf = { monday: week.monday, ...wish };
  const moved = Object.keys(wish).length > 0;
  const panel = PANELS.find((name) => name === params.get('panel')) ?? HALF_HOUR;
  const by = params.get('by') ?? ALL;
  const whatIf = useWhatIf(draft.id, useSettled(panel === WHAT_IF || moved ? asked : null, SLIDING) ?? undefined);
  const { data: groups = [] } = useGroups(draft.id, week.monday);
  const shown = shownBy(by, week, groups);
  const { series } = shown;
  const days = byDay(week.startsAt, week.timeZone);
  const fewest = useLeastPeople(draft.id, week.monday, panel === LEAST);
  const ifSo = by === ALL ? otherwise(panel === LEAST ? fewest.data?.found?.halfHours : undefined, moved ? whatIf.data : undefined) : undefined;
  const most = Math.max(1, ...series.required, ...series.answering, ...(ifSo ?? []));

  return (
    <div className="staffing">
      <section className="staffing-main" aria-label="Required against present">
        <div className="staffing-head">
          <h1>Operators required against answering</h1>
          <Exports plan={draft.id} monday={week.monday} picture={picture} />
          <Select
            aria-label="Shown by"
            listHeight={560}
            value={by}
            onChange={(value) => change({ by: value || null })}
            options={options(week, groups)}
          />
        </div>
        <div ref={picture} className="staffing-field">
          <p className="legend">
            {shown.title && <strong>{shown.title}: </strong>}
            <span className="key key-required" /> required <span className="key key-short" /> ▾ short{' '}
            <span className="key key-present" /> {by === ALL ? 'answering' : 'answering and able to serve it'}, after shrinkage{' '}
            <span className="key key-closed" /> closed
            {ifSo && (
              <>
                {' '}
                <span className="key key-if" /> {panel === LEAST ? 'enough by simulation' : 'required, if so'}
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
        </div>
      </section>
      <aside className="panel" aria-label={panel}>
        <Segmented
          block
          options={PANELS}
          value={panel}
          onChange={(name) => change({ panel: name === HALF_HOUR ? null : name })}
        />
        {panel === WHAT_IF && <WhatIfPanel wish={wish} onChange={setWish} answer={whatIf.data} error={whatIf.error} />}
        {panel === MEND && (
          <MendPanel onTry={(tried) => change({ panel: WHAT_IF, [MARK]: write(tried) })} />
        )}
        {panel === LEAST && <LeastPanel answer={fewest.data} error={fewest.error} />}
        {panel === HALF_HOUR && (
          <HalfHourPanel
            queueId={by.startsWith(QUEUE) ? by.slice(QUEUE.length) : ALL}
            title={shown.title}
            queues={shown.queues}
            onPickQueue={(id) => change({ by: QUEUE + id })}
            series={series}
          />
        )}
      </aside>
    </div>
  );
}

/** Operators of each half-hour that are drawn over those required: the fewest by simulation, else what if. */
function otherwise(fewest: { people: number }[] | undefined, whatIf: { required: number[] } | undefined) {
  return fewest ? fewest.map(({ people }) => people) : whatIf?.required;
}

const QUEUE = 'queue:';

const keyOf = (group: QueueGroup) => `${group.by.toLowerCase()}:${group.id}`;

function options(week: Week, groups: QueueGroup[]) {
  const of = (kind: QueueGroup['by']) =>
    groups.filter(({ by }) => by === kind).map((group) => ({ value: keyOf(group), label: group.name }));
  return [
    { value: ALL, label: 'All queues' },
    { label: 'By department', options: of('DEPARTMENT') },
    { label: 'By queue', options: week.queues.map(({ id, name }) => ({ value: QUEUE + id, label: name })) },
    { label: 'By skill', options: of('SKILL') },
  ];
}

function shownBy(by: string, week: Week, groups: QueueGroup[]): Shown {
  const queue = week.queues.find(({ id }) => by === QUEUE + id);
  if (queue) {
    return {
      title: queue.name,
      queues: week.queues.map(({ id }) => id),
      series: {
        required: queue.required,
        answering: queue.available,
        short: queue.shortOf,
        open: queue.open,
      },
    };
  }
  const group = groups.find((one) => keyOf(one) === by);
  if (group) {
    const { required, available, shortOf, open } = group.week;
    return { title: group.name, queues: group.queues, series: { required, answering: available, short: shortOf, open } };
  }
  return {
    title: '',
    queues: week.queues.map(({ id }) => id),
    series: { required: week.required, answering: week.available, short: week.shortOf, open: week.open },
  };
}

interface ExportsProps {
  plan: string;
  monday: string;
  picture: RefObject<HTMLDivElement | null>;
}

function Exports({ plan, monday, picture }: ExportsProps) {
  const { draw, error } = usePicture(picture);
  const saveTable = (table: 'HALF_HOURS' | 'QUEUES') => void download('/plans/{plan}/staffing.csv', { plan, monday, table });
  return (
    <>
      <ErrorNote error={error} />
      <Dropdown
        menu={{
          items: [
            { key: 'XLSX', label: 'All of it as a spreadsheet (XLSX)', onClick: () => void download('/plans/{plan}/staffing.xlsx', { plan, monday }) },
            { key: 'HALF_HOURS', label: 'Half-hours (CSV)', onClick: () => saveTable('HALF_HOURS') },
            { key: 'QUEUES', label: 'Half-hours by queue (CSV)', onClick: () => saveTable('QUEUES') },
            { key: 'PNG', label: 'What is drawn here (PNG)', onClick: () => void draw(`${plan}-staffing-${monday}`) },
          ],
        }}
      >
        <Button>Save the week</Button>
      </Dropdown>
    </>
  );
}

