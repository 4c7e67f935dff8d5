import { StripHours } from '../plan/StripHours';
import type { DayRange } from '../time/days';
import { COVERED, formatDay, formatMoment, formatPeople } from '../time/time';
import { deepest, type Series } from './series';

const WIDTH = 960;
const HEIGHT = 66;
const TOP = 12;

interface Props {
  day: DayRange;
  series: Series;
  /** Operators required if the week came otherwise. */
  ifSo: number[] | undefined;
  most: number;
  startsAt: string[];
  timeZone: string;
  picked: number;
  onPick: (at: string) => void;
}

/** A day: bars of required operators, what lacks on top in rust, and a line of those who answer. */
export function DayStrip({ day, series, ifSo, most, startsAt, timeZone, picked, onPick }: Props) {
  const slots = Array.from({ length: day.until - day.from }, (_, i) => day.from + i);
  const step = WIDTH / slots.length;
  const y = (people: number) => HEIGHT - (people / most) * (HEIGHT - TOP);
  const line = (people: number[]) =>
    slots.map((slot, i) => `${i === 0 ? 'M' : 'L'}${i * step} ${y(people[slot] ?? 0)}h${step}`).join('');
  const start = startsAt[day.from] ?? '';
  return (
    <div className="strip">
      <span className="strip-day">{formatDay(start, timeZone)}</span>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" role="group" aria-label={formatDay(start, timeZone)}>
        {slots.map((slot, i) => {
          const required = series.required[slot] ?? 0;
          const short = series.short[slot] ?? 0;
          const covered = Math.max(0, required - short);
          const at = startsAt[slot] ?? '';
          const words = `${formatMoment(at, timeZone)}: ${required} required, ${formatPeople(series.answering[slot] ?? 0)} answering${short >= COVERED ? `, ${formatPeople(short)} short` : ''}`;
          return (
            <g key={at} className={slot === picked ? 'slot slot-picked' : 'slot'} onClick={() => onPick(at)}>
              <title>{words}</title>
              <rect
                className={series.open[slot] ? 'slot-open' : 'slot-closed'}
                x={i * step}
                y={0}
                width={step + 0.3}
                height={HEIGHT}
              />
              <rect
                className="slot-required"
                x={i * step + 1}
                y={y(covered)}
                width={step - 2}
                height={HEIGHT - y(covered)}
              />
              <rect
                className="slot-short"
                x={i * step + 1}
                y={y(required)}
                width={step - 2}
                height={y(covered) - y(required)}
              />
            </g>
          );
        })}
        <path className="strip-present" d={line(series.answering)} />
        {ifSo && <path className="strip-if" d={line(ifSo)} />}
      </svg>
      <div className="strip-marks" aria-hidden="true">
        {deepest(series.short, day.from, day.until).map((slot) => (
          <span
            key={slot}
            className="short"
            style={{
              left: `${((slot - day.from + 0.5) / slots.length) * 100}%`,
              top: Math.max(0, y(series.required[slot] ?? 0) - 15),
            }}
          >
            ▾{formatPeople(series.short[slot] ?? 0)}
          </span>
        ))}
      </div>
      <StripHours slots={slots} startsAt={startsAt} timeZone={timeZone} />
    </div>
  );
}
