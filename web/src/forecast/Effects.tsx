import type { SeriesDay } from '../api/model';

const WIDTH = 220;
const HEIGHT = 56;
const PARTS = [
  { part: 'level', title: 'level' },
  { part: 'week', title: 'weekday' },
  { part: 'year', title: 'time of year' },
  { part: 'special', title: 'named days' },
] as const;

type Part = (typeof PARTS)[number]['part'];

/** A day as a product: its level, and factors of weekday, time of year and special days. */
export function Effects({ days }: { days: SeriesDay[] }) {
  return (
    <div className="effects">
      {PARTS.map(({ part, title }) => (
        <Effect key={part} title={title} values={shown(days, part)} level={part === 'level'} />
      ))}
    </div>
  );
}

/** A week of weekdays; of the others a year and what is to come, which is what they return after. */
function shown(days: SeriesDay[], part: Part) {
  if (part === 'week') {
    const monday = days.findIndex(({ day }) => new Date(`${day}T12:00:00Z`).getUTCDay() === 1);
    return days.slice(monday, monday + 7).map((day) => day.week);
  }
  return (part === 'level' ? days : days.slice(-365)).map((day) => day[part]);
}

function Effect({ title, values, level }: { title: string; values: number[]; level: boolean }) {
  const least = Math.min(...values, level ? 0 : 1);
  const most = Math.max(...values, level ? 0 : 1);
  const y = (value: number) => HEIGHT - 4 - ((value - least) / (most - least || 1)) * (HEIGHT - 8);
  const step = WIDTH / Math.max(1, values.length - 1);
  const range = level
    ? `${values[0]?.toFixed(0) ?? ''} → ${values.at(-1)?.toFixed(0) ?? ''} a day`
    : `× ${Math.min(...values).toFixed(2)} – ${Math.max(...values).toFixed(2)}`;
  return (
    <figure className="effect">
      <figcaption>
        {title} <span className="soft">{range}</span>
      </figcaption>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" role="img" aria-label={`${title}, ${range}`}>
        {!level && <line className="effect-none" x1={0} x2={WIDTH} y1={y(1)} y2={y(1)} />}
        <polyline className="effect-line" points={values.map((value, i) => `${i * step},${y(value)}`).join(' ')} />
      </svg>
    </figure>
  );
}
