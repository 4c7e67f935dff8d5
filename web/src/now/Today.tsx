import type { LiveNow } from '../api/model';
import { formatTime } from '../time/time';

const HALF_HOUR = 30 * 60_000;

/** Today by half-hour: what came as bars, what was forecast as steps over them. */
export function Today({ now, timeZone }: { now: LiveNow; timeZone: string }) {
  const slots = Math.max(now.expected.length, now.came.length, 1);
  const most = Math.max(1, ...now.expected, ...now.came);
  const whole = Math.max(0, now.came.length - 1);
  const came = now.came.reduce((sum, chats) => sum + chats, 0);
  const cameWhole = now.came.slice(0, whole).reduce((sum, chats) => sum + chats, 0);
  const expected = now.expected.slice(0, whole).reduce((sum, chats) => sum + chats, 0);
  const all = now.expected.reduce((sum, chats) => sum + chats, 0);
  return (
    <figure className="now-today">
      <figcaption>
        <b>Today</b> {came.toLocaleString('en')} {came === 1 ? 'chat' : 'chats'} came
        {now.expected.length > 0 ? (
          <span className="soft">
            {' '}
            · in the half-hours that are over {cameWhole.toLocaleString('en')} of {Math.round(expected).toLocaleString('en')} forecast, of {Math.round(all).toLocaleString('en')} for
            the day
          </span>
        ) : (
          <span className="soft"> · nothing is forecast for today</span>
        )}
      </figcaption>
      <div className="now-slots">
        {Array.from({ length: slots }, (_, slot) => (
          <span
            key={slot}
            className="now-slot"
            title={`${formatTime(new Date(Date.parse(now.dayFrom) + slot * HALF_HOUR).toISOString(), timeZone)}: ${now.came[slot] ?? 'not yet'}${
              now.expected[slot] === undefined ? '' : ` of ${now.expected[slot].toFixed(1)} forecast`
            }`}
          >
            <i className={slot === whole ? 'slot-now' : undefined} style={{ height: `${(100 * (now.came[slot] ?? 0)) / most}%` }} />
            {now.expected[slot] !== undefined && <b style={{ bottom: `${(100 * now.expected[slot]) / most}%` }} />}
          </span>
        ))}
      </div>
    </figure>
  );
}
