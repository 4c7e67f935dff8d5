import { Button, Select } from 'antd';
import { useSearchParams } from 'react-router';
import type { ChatOutcomes } from '../api/model';
import { useSimulated } from '../api/results';
import { Changed } from '../plan/Changed';
import { MEASURES } from '../plan/measures';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { byDay } from '../time/days';
import { formatMoment } from '../time/time';
import { ErrorNote } from '../ui/ErrorNote';
import { DayFates } from './DayFates';
import { fates, worst } from './fates';
import '../plan/strips.css';
import './consequences.css';

const ALL = '';

/** What draft and live plan do to the week, by simulation: in all, by queue and by half-hour. */
export function ConsequencesView() {
  const { draft, week, slot } = useWorkplace();
  const { pick } = usePlace();
  const [params, setParams] = useSearchParams();
  const { data, error } = useSimulated(draft.id, week.monday, true);
  const queue = params.get('queue') ?? ALL;
  const sides = data?.sides;
  const ofQueue = sides?.queues.find((one) => one.queue === queue);
  const shown = ofQueue ?? sides;
  const mine = sides && fates(sides.draftIntervals, week.startsAt, queue);
  const theirs = sides?.live && !sides.same ? fates(sides.liveIntervals, week.startsAt, queue) : null;
  const most = Math.max(1, ...(mine?.arrived ?? []), ...(theirs?.arrived ?? []));
  const worstAt = mine ? week.startsAt[worst(mine)] : undefined;

  return (
    <div className="staffing">
      <section className="staffing-main" aria-label="What becomes of the week's chats">
        <div className="staffing-head">
          <h1>Consequences</h1>
          <Select
            aria-label="Shown by"
            value={ofQueue ? queue : ALL}
            onChange={(value) =>
              setParams((before) => {
                const after = new URLSearchParams(before);
                if (value) after.set('queue', value);
                else after.delete('queue');
                return after;
              })
            }
            options={[
              { value: ALL, label: 'All queues' },
              ...week.queues.map((one) => ({ value: one.id, label: one.name })),
            ]}
          />
        </div>
        <ErrorNote error={error} />
        {data?.failure && <p className="short">{data.failure}</p>}
        {!sides && !data?.failure && <p>The week is being simulated…</p>}
        {mine && (
          <div className="staffing-field">
            <p className="legend">
              <span className="key key-came" /> chats that come <span className="key key-late" /> not answered in time
              {theirs && (
                <>
                  {' '}
                  <span className="key key-live" /> the same by the live plan
                </>
              )}{' '}
              <span className="key key-closed" /> closed
            </p>
            {byDay(week.startsAt, week.timeZone).map((day) => (
              <DayFates
                key={day.date}
                day={day}
                draft={mine}
                live={theirs}
                most={most}
                startsAt={week.startsAt}
                open={week.queues.find((one) => one.id === queue)?.open ?? week.open}
                timeZone={week.timeZone}
                picked={slot}
                onPick={pick}
              />
            ))}
          </div>
        )}
      </section>
      <aside className="panel" aria-label="Figures">
        {data && shown && (
          <>
            <h2>{ofQueue?.name ?? 'All queues'}</h2>
            <Outcomes
              draft={shown.draft}
              live={sides?.same ? null : (shown.live ?? null)}
              difference={sides?.same ? null : (shown.difference ?? null)}
            />
            {worstAt && (
              <p>
                Most chats wait too long in the half-hour from{' '}
                <Button type="link" className="moment-link" onClick={() => pick(worstAt)}>
                  {formatMoment(worstAt, week.timeZone)}
                </Button>
              </p>
            )}
            <p className="soft">
              {data.replications} weeks were simulated{data.ended ? '' : ' so far'}, draft and live with the very same visitors. ± holds
              the true value in 95 of 100 cases; ≈ stands before what chance alone may have made.
              {sides?.same && ' Nothing in the draft differs from the live plan.'}
            </p>
            <h3>Assumed</h3>
            {data.notes.map((note) => (
              <p key={note} className="soft">
                {note}
              </p>
            ))}
          </>
        )}
      </aside>
    </div>
  );
}

interface Outcomes {
  draft: ChatOutcomes;
  live: ChatOutcomes | null;
  difference: ChatOutcomes | null;
}

/** Figures of both sides; what is nothing on both is left out. */
function Outcomes({ draft, live, difference }: Outcomes) {
  const told = MEASURES.filter((measure) => [draft, live].some((side) => side && (measure.of(side).mean ?? 0) > 0));
  return (
    <table className="outcomes">
      <thead>
        <tr>
          <th scope="col">A week</th>
          <th scope="col">Draft</th>
          {live && <th scope="col">Live</th>}
          {difference && <th scope="col">Change</th>}
        </tr>
      </thead>
      <tbody>
        {told.map((measure) => {
          const { mean, halfWidth95 } = measure.of(draft);
          const before = live && measure.of(live).mean;
          return (
            <tr key={measure.name}>
              <th scope="row">{measure.name}</th>
              <td>
                {mean == null ? '–' : measure.show(mean)} <small>{halfWidth95 != null && `± ${measure.show(halfWidth95)}`}</small>
              </td>
              {live && <td>{before == null ? '–' : measure.show(before)}</td>}
              {difference && (
                <td>
                  <Changed measure={measure} difference={measure.of(difference)} />
                </td>
              )}
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
