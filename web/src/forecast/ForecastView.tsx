import { Segmented } from 'antd';
import { useSearchParams } from 'react-router';
import type { SeriesHead, SeriesKey } from '../api/model';
import { useSeries } from '../api/forecast';
import { useStoredVolumes } from '../api/volumes';
import { ErrorNote } from '../shell/ErrorNote';
import { usePlace } from '../shell/place';
import { useWorkplace } from '../shell/plan';
import { formatDate } from '../shell/time';
import { ImportVolumes } from './ImportVolumes';
import { SeriesDetail } from './SeriesDetail';
import { SpecialDaysPanel } from './SpecialDaysPanel';
import './forecast.css';

const WIDTH = 960;
const HEIGHT = 56;
const BY_QUEUE = 'The week, by queue';
const BY_SERIES = 'Days, by door and topic';

/** The chats to come, by queue and by what is known of arrivals, and the volumes they are worked out from. */
export function ForecastView() {
  const { draft, week } = useWorkplace();
  const { data: stored } = useStoredVolumes(draft.id);
  const [params, setParams] = useSearchParams();
  const series = params.get('series');
  function show(value: string | null) {
    setParams((before) => {
      const after = new URLSearchParams(before);
      if (value === null) after.delete('series');
      else after.set('series', value);
      return after;
    });
  }
  return (
    <div className="forecast">
      <section className="forecast-main" aria-label="Forecast">
        <div className="view-head">
          <h1>Chats to come</h1>
          <Segmented
            options={[BY_QUEUE, BY_SERIES]}
            value={series === null ? BY_QUEUE : BY_SERIES}
            onChange={(value) => show(value === BY_QUEUE ? null : '')}
          />
        </div>
        {series === null ? <WeekByQueue /> : <BySeries picked={series} onPick={show} />}
      </section>
      <aside className="panel" aria-label="Volumes">
        <h2>Volumes</h2>
        {stored?.first && stored.last ? (
          <p>
            {stored.counts.toLocaleString('en')} counts of half-hours are known, from {formatDate(stored.first, week.timeZone)} to{' '}
            {formatDate(stored.last, week.timeZone)}.
          </p>
        ) : (
          <p>No volumes are known yet. Import a file to forecast the coming week.</p>
        )}
        {stored?.first && <SpecialDaysPanel />}
        <ImportVolumes />
      </aside>
    </div>
  );
}

const place = ({ doorId, topic, queueId }: SeriesKey) => [doorId, topic, queueId].join('|');

function BySeries({ picked, onPick }: { picked: string; onPick: (series: string) => void }) {
  const { draft } = useWorkplace();
  const { data: series, error } = useSeries(draft.id);
  if (!series) return error ? <ErrorNote error={error} /> : <p role="status">Reading the volumes…</p>;
  const shown = series.find(({ key }) => place(key) === picked) ?? series[0];
  if (!shown) return <p>No volumes are known yet. Import some, and what is to come of each door and topic stands here.</p>;
  return (
    <div className="series-split">
      <SeriesList series={series} shown={shown} onPick={onPick} />
      <SeriesDetail key={place(shown.key)} head={shown} />
    </div>
  );
}

interface SeriesListProps {
  series: SeriesHead[];
  shown: SeriesHead;
  onPick: (series: string) => void;
}

function SeriesList({ series, shown, onPick }: SeriesListProps) {
  return (
    <ul className="series-list" aria-label="Series">
      {series.map((head) => (
        <li key={place(head.key)}>
          <button
            type="button"
            aria-current={head === shown ? 'true' : undefined}
            onClick={() => onPick(place(head.key))}
          >
            {head.label}
            <span className="soft">
              {head.chatsADay < 10 ? head.chatsADay.toFixed(1) : head.chatsADay.toFixed(0)} a day of late
              {head.wanted && ' · method wanted'}
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}

/** The half-hours of the week, queue by queue. */
function WeekByQueue() {
  const { week, slot } = useWorkplace();
  const { pick } = usePlace();
  const step = WIDTH / week.startsAt.length;
  return (
    <>
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
    </>
  );
}
