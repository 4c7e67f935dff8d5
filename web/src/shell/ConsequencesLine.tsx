import type { Figures } from '../api/model';
import { useConsequences } from '../api/results';
import { useWorkplace } from '../plan/workplace';
import { formatSeconds, formatShare } from '../time/time';

interface Measure {
  name: string;
  value: (figures: Figures) => number | null | undefined;
  show: (value: number) => string;
  /** Null where neither is better: fewer hours are needed too where visitors are turned away. */
  lessIsBetter: boolean | null;
}

const MEASURES: Measure[] = [
  { name: 'Answered in time', value: (f) => f.answeredInTime, show: (v) => formatShare(v), lessIsBetter: false },
  { name: 'Gave up waiting', value: (f) => f.gaveUp, show: (v) => formatShare(v), lessIsBetter: true },
  { name: 'Mean wait', value: (f) => f.meanWaitSeconds, show: formatSeconds, lessIsBetter: true },
  { name: 'Turned away', value: (f) => f.turnedAway, show: (v) => v.toFixed(0), lessIsBetter: true },
  { name: 'Operator-hours needed', value: (f) => f.requiredHours, show: (v) => v.toFixed(1), lessIsBetter: null },
  { name: 'answering', value: (f) => f.availableHours, show: (v) => v.toFixed(1), lessIsBetter: null },
  { name: 'Operator-hours short', value: (f) => f.shortHours, show: (v) => v.toFixed(1), lessIsBetter: true },
];

/** What the draft does to the week, beside what the live plan does. */
export function ConsequencesLine() {
  const { draft, week } = useWorkplace();
  const { data } = useConsequences(draft.id, week.monday);
  return (
    <footer className="consequences" aria-label="Consequences">
      <span className="consequences-title">{data?.live ? 'This week, draft against live' : 'This week, draft'}</span>
      {data && data.draft.chats + data.draft.byBot === 0 && (
        <span>Nothing is known of the chats to come: import volumes, and what becomes of them stands here.</span>
      )}
      {data &&
        data.draft.chats + data.draft.byBot > 0 &&
        MEASURES.map((measure) => (
          <Figure key={measure.name} measure={measure} draft={data.draft} live={data.live ?? null} />
        ))}
      <span className="consequences-source">by the staffing model</span>
    </footer>
  );
}

function Figure({ measure, draft, live }: { measure: Measure; draft: Figures; live: Figures | null }) {
  const value = measure.value(draft);
  const before = live && measure.value(live);
  return (
    <div className="consequences-figure">
      <span>{measure.name}</span>
      <strong>{value == null ? 'no end' : measure.show(value)}</strong>{' '}
      {value != null && before != null && <Change measure={measure} by={value - before} />}
    </div>
  );
}

function Change({ measure, by }: { measure: Measure; by: number }) {
  const size = measure.show(Math.abs(by));
  if (size === measure.show(0)) return <span className="consequences-same">±0</span>;
  if (measure.lessIsBetter === null) {
    return (
      <span className="consequences-same">
        {by > 0 ? '▴' : '▾'} {size}
      </span>
    );
  }
  const better = by < 0 === measure.lessIsBetter;
  return (
    <span className={better ? 'consequences-better' : 'consequences-worse'}>
      {by > 0 ? '▴' : '▾'} {size} <span className="visually-hidden">{better ? 'better' : 'worse'}</span>
    </span>
  );
}
