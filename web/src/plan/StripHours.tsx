import { formatTime } from '../time/time';

const EVERY_THREE_HOURS = 6;

/** The hours under a strip of half-hours. */
export function StripHours({ slots, startsAt, timeZone }: { slots: number[]; startsAt: string[]; timeZone: string }) {
  return (
    <div className="strip-hours" aria-hidden="true">
      {slots
        .filter((_, i) => i % EVERY_THREE_HOURS === 0)
        .map((slot) => (
          <span key={slot}>{formatTime(startsAt[slot] ?? '', timeZone)}</span>
        ))}
    </div>
  );
}
