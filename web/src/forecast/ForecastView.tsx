import { useStoredVolumes } from '../api/volumes';
import { usePlace } from '../shell/place';
import { useWorkplace } from '../shell/plan';
import { formatDate } from '../shell/time';
import { ImportVolumes } from './ImportVolumes';
import './forecast.css';

const WIDTH = 960;
const HEIGHT = 56;

/** The chats of the week to come, queue by queue, and the volumes they are worked out from. */
export function ForecastView() {
  const { draft, week, slot } = useWorkplace();
  const { pick } = usePlace();
  const { data: stored } = useStoredVolumes(draft.id);
  const step = WIDTH / week.startsAt.length;
  return (
    <div className="forecast">
      <section className="forecast-main" aria-label="Forecast">
        <h1>Chats to come</h1>
        {week.notes.map((note) => (
          <p key={note} className="soft">
            {note}
          </p>
        ))}
        {week.queues.map((queue) => {
          const most = Math.max(1, ...queue.chats);
          const sum = queue.chats.reduce((total, chats) => total + chats, 0);
          return (
            <div key={queue.id} className="forecast-queue">
              <div>
                <strong>{queue.name}</strong>
                <div className="soft">
                  {sum.toFixed(0)} in the week
                  <br />
                  at most {(2 * most).toFixed(0)} an hour
                </div>
              </div>
              <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" role="img" aria-label={`Forecast of ${queue.name}`}>
                {queue.chats.map((chats, i) => (
                  <g key={week.startsAt[i]} className="forecast-slot" onClick={() => pick(week.startsAt[i] ?? '')}>
                    <rect className={queue.open[i] ? 'slot-open' : 'slot-closed'} x={i * step} width={step + 0.3} height={HEIGHT} />
                    <rect
                      className={i === slot ? 'forecast-picked' : 'forecast-chats'}
                      x={i * step + 0.3}
                      width={step - 0.6}
                      y={HEIGHT - (chats / most) * (HEIGHT - 4)}
                      height={(chats / most) * (HEIGHT - 4)}
                    />
                  </g>
                ))}
              </svg>
            </div>
          );
        })}
      </section>
      <aside className="panel" aria-label="Volumes">
        <h2>Volumes</h2>
        {stored?.first && stored.last ? (
          <p>
            {stored.counts.toLocaleString('en')} counts of half-hours are known, from {formatDate(stored.first, week.timeZone)} to{' '}
            {formatDate(stored.last, week.timeZone)}.
          </p>
        ) : (
          <p>No volumes are known yet. Import a CSV to forecast the coming week.</p>
        )}
        <ImportVolumes />
      </aside>
    </div>
  );
}
