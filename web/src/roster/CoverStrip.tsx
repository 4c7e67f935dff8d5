import type { Week } from '../api/model';
import { formatPeople, toLocal } from '../time/time';
import type { Range } from './RosterGrid';
import { A_DAY, daysBetween } from './shifts';
import { minutesOf } from '../time/timeOfDay';

const WIDTH = 1000;
const HEIGHT = 76;
const TOP = 8;

interface Props {
  week: Week;
  range: Range;
  /** Index of the moment's half-hour. */
  slot: number;
  onPick: (at: string) => void;
}

/** Under the shifts, what they cover: bars of the people required, what lacks in rust, and a line of those who answer. */
export function CoverStrip({ week, range, slot, onPick }: Props) {
  const most = Math.max(1, ...week.required, ...week.available);
  const span = range.to - range.from;
  const y = (people: number) => HEIGHT - (people / most) * (HEIGHT - TOP);
  const width = (30 / span) * WIDTH;
  const slots = week.startsAt.flatMap((at, i) => {
    const local = toLocal(at, week.timeZone);
    const minute = daysBetween(week.monday, local.slice(0, 10)) * A_DAY + minutesOf(local.slice(11));
    return minute >= range.from && minute < range.to ? [{ at, i, x: ((minute - range.from) / span) * WIDTH }] : [];
  });
  return (
    <div className="roster-row roster-cover">
      <span className="roster-name">
        <span>Cover</span>
        <span className="soft">of {Math.ceil(most)}</span>
      </span>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" role="img" aria-label="Required against answering">
        {slots.map(({ at, i, x }) => {
          const required = week.required[i] ?? 0;
          const short = week.shortOf[i] ?? 0;
          const covered = Math.max(0, required - short);
          return (
            <g key={at} className={i === slot ? 'slot slot-picked' : 'slot'} onClick={() => onPick(at)}>
              <title>{`${toLocal(at, week.timeZone).slice(11)}: ${required} required, ${formatPeople(week.available[i] ?? 0)} answering of ${week.present[i]} present, ${formatPeople(short)} short`}</title>
              <rect className={week.open[i] ? 'slot-open' : 'slot-closed'} x={x} y={0} width={width} height={HEIGHT} />
              <rect
                className="slot-required"
                x={x}
                y={y(covered)}
                width={width * 0.86}
                height={HEIGHT - y(covered)}
              />
              <rect
                className="slot-short"
                x={x}
                y={y(required)}
                width={width * 0.86}
                height={y(covered) - y(required)}
              />
            </g>
          );
        })}
        <path
          className="strip-present"
          d={slots.map(({ i, x }, n) => `${n === 0 ? 'M' : 'L'}${x} ${y(week.available[i] ?? 0)}h${width}`).join('')}
        />
      </svg>
    </div>
  );
}
