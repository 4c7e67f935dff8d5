import { Button, Dropdown, Segmented } from 'antd';
import { download } from '../api/client';
import { useSeries } from '../api/forecast';
import { useStoredVolumes } from '../api/volumes';
import { ErrorNote } from '../ui/ErrorNote';
import { JobLine } from '../plan/JobLine';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { AdjustmentsPanel } from './AdjustmentsPanel';
import { SelectionPicker } from '../plan/SelectionPicker';
import { choices, type Selection, useSelection, written } from '../plan/series';
import { useAddress } from '../plan/useAddress';
import { SeriesDetail } from './SeriesDetail';
import { WeekSoFar } from './WeekSoFar';
import '../ui/chart.css';
import './forecast.css';

const WIDTH = 960;
const HEIGHT = 56;
const QUEUES = 'queues';
const SO_FAR = 'so-far';
const DAYS = 'days';

/** The chats to come, by queue and by what is known of arrivals, and the volumes they are worked out from. */
export function ForecastView() {
  const { draft } = useWorkplace();
  const { data: stored } = useStoredVolumes(draft.id);
  const { data: view, error } = useSeries(draft.id);
  const [selection, select] = useSelection(view);
  const [params, change] = useAddress();
  const show = params.get('show') ?? QUEUES;
  return (
    <div className="forecast">
      <section className="forecast-main" aria-label="Forecast">
        <div className="view-head">
          <h1>Chats to come</h1>
          <Segmented
            aria-label="What to show"
            options={[
              { value: QUEUES, label: 'The week, by queue' },
              { value: SO_FAR, label: 'The week so far' },
              { value: DAYS, label: 'Days, by door and topic' },
            ]}
            value={show}
            onChange={(value) => change({ show: value })}
          />
          <Exports plan={draft.id} disabled={!stored?.first} />
        </div>
        <ErrorNote error={error} />
        <JobLine />
        {show === QUEUES ? (
          <WeekByQueue />
        ) : !view ? (
          !error && <p role="status">Reading the volumes…</p>
        ) : !selection ? (
          <p>No volumes are known yet. Import some under Volumes, and what is to come of each door and topic stands here.</p>
        ) : show === SO_FAR ? (
          <>
            <SelectionPicker view={view} selection={selection} onPick={select} />
            <WeekSoFar selection={selection} />
          </>
        ) : (
          <div className="series-split">
            <SeriesList all={choices(view)} shown={selection} onPick={select} />
            <SeriesDetail key={written(selection)} selection={selection} />
          </div>
        )}
      </section>
      <aside className="panel" aria-label="What planners know">
        <AdjustmentsPanel view={view} selection={show === QUEUES ? undefined : selection} />
      </aside>
    </div>
  );
}

function Exports({ plan, disabled }: { plan: string; disabled: boolean }) {
  const saveTable = (table: 'HALF_HOURS' | 'DAYS' | 'QUEUES') => void download('/plans/{plan}/forecast/export.csv', { plan, table });
  return (
    <Dropdown
      disabled={disabled}
      menu={{
        items: [
          { key: 'XLSX', label: 'All of it as a spreadsheet (XLSX)', onClick: () => void download('/plans/{plan}/forecast/export.xlsx', { plan }) },
          { key: 'HALF_HOURS', label: 'Half-hours by door and topic (CSV)', onClick: () => saveTable('HALF_HOURS') },
          { key: 'DAYS', label: 'Days with their ranges (CSV)', onClick: () => saveTable('DAYS') },
          { key: 'QUEUES', label: 'Half-hours by queue (CSV)', onClick: () => saveTable('QUEUES') },
        ],
      }}
    >
      <Button>Save four weeks</Button>
    </Dropdown>
  );
}

interface SeriesListProps {
  all: Selection[];
  shown: Selection;
  onPick: (selection: Selection) => void;
}

const aDay = (chats: number) => (chats < 10 ? chats.toFixed(1) : chats.toFixed(0));

function SeriesList({ all, shown, onPick }: SeriesListProps) {
  return (
    <ul className="series-list" aria-label="Series">
      {all.map((one) => (
        <li key={written(one)} data-sum={one.sum || undefined}>
          <button
            type="button"
            aria-current={written(one) === written(shown) ? 'true' : undefined}
            onClick={() => onPick(one)}
          >
            {one.label}
            <span className="soft">
              {aDay(one.chatsADay)} → {aDay(one.expectedADay)} a day
              {one.head?.wanted && ' · method wanted'}
              {one.head?.due && ' · not tried yet'}
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
