import { StripHours } from '../plan/StripHours';
import type { DayRange } from '../time/days';
import { formatDay, formatMoment } from '../time/time';
import type { Fates } from './fates';

const WIDTH = 960;
const HEIGHT = 60;

interface Props {
  day: DayRange;
  draft: Fates;
  /** Null where nothing differs. */
  live: Fates | null;
  most: number;
  startsAt: string[];
  open: boolean[];
  timeZone: string;
  picked: number;
  onPick: (at: string) => void;
}

/** A day: bars of the chats that come, those in rust that are not answered in time, and a line of those of the live plan. */
export function DayFates({ day, draft, live, most, startsAt, open, timeZone, picked, onPick }: Props) {
  const slots = Array.from({ length: day.until - day.from }, (_, i) => day.from + i);
  const step = WIDTH / slots.length;
  const height = (chats: number) => (chats / most) * (HEIGHT - 4);
  const start = startsAt[day.from] ?? '';
  return (
    <div className="strip">
      <span className="strip-day">{formatDay(start, timeZone)}</span>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" role="group" aria-label={formatDay(start, timeZone)}>
        {slots.map((slot, i) => {
          const came = draft.arrived[slot] ?? 0;
          const late = draft.late[slot] ?? 0;
          const at = startsAt[slot] ?? '';
          const before = live ? `; ${(live.late[slot] ?? 0).toFixed(1)} by the live plan` : '';
          const words = `${formatMoment(at, timeZone)}: ${came.toFixed(1)} chats, ${late.toFixed(1)} not answered in time${before}`;
          return (
            <g key={at} className={slot === picked ? 'slot slot-picked' : 'slot'} onClick={() => onPick(at)}>
              <title>{words}</title>
              <rect
                className={open[slot] ? 'slot-open' : 'slot-closed'}
                x={i * step}
                y={0}
                width={step + 0.3}
                height={HEIGHT}
              />
              <rect className="fate-came" x={i * step + 1} y={HEIGHT - height(came)} width={step - 2} height={height(came)} />
              <rect className="fate-late" x={i * step + 1} y={HEIGHT - height(late)} width={step - 2} height={height(late)} />
            </g>
          );
        })}
        {live && (
          <path
            className="fate-live"
            d={slots
              .map((slot, i) => `${i === 0 ? 'M' : 'L'}${i * step} ${HEIGHT - height(live.late[slot] ?? 0)}h${step}`)
              .join('')}
          />
        )}
      </svg>
      <StripHours slots={slots} startsAt={startsAt} timeZone={timeZone} />
    </div>
  );
}
