import { Button, Segmented, Select } from 'antd';
import { useSimulated } from '../api/results';
import { Outcomes } from '../plan/Outcomes';
import { MEASURES } from '../plan/measures';
import { usePlace } from '../plan/place';
import { useAddress } from '../plan/useAddress';
import { useWorkplace } from '../plan/workplace';
import { byDay } from '../time/days';
import { formatMoment } from '../time/time';
import { ErrorNote } from '../ui/ErrorNote';
import { DayFates } from './DayFates';
import { Causes } from './Causes';
import { fates, worst } from './fates';
import { GroupTable } from './GroupTable';
import { WorkTable } from './WorkTable';
import '../plan/strips.css';
import './consequences.css';

const ALL = '';
const HALF_HOURS = 'half-hours';
const PARTS = 'parts';
const OPERATORS = 'operators';
const FIRST_LOOKED_AT = 'Answered in time';

/** What draft and live plan do to the week, by simulation: in all, by half-hour, by part of the design and by operator. */
export function ConsequencesView() {
  const { draft, week, slot } = useWorkplace();
  const { pick } = usePlace();
  const [params, change] = useAddress();
  const { data, error } = useSimulated(draft.id, week.monday, true);
  const queue = params.get('queue') ?? ALL;
  const by = params.get('by') ?? HALF_HOURS;
  const sides = data?.sides;
  const ofQueue = sides?.queues.find((one) => one.queue === queue);
  const shown = ofQueue ?? sides;
  const measure = MEASURES.find(({ name }) => name === (params.get('figure') ?? FIRST_LOOKED_AT));
  const edited = sides?.live != null && !sides.same;
  const mine = sides && fates(sides.draftIntervals, week.startsAt, queue);
  const theirs = sides?.live && !sides.same ? fates(sides.liveIntervals, week.startsAt, queue) : null;
  const most = Math.max(1, ...(mine?.arrived ?? []), ...(theirs?.arrived ?? []));
  const worstAt = mine ? week.startsAt[worst(mine)] : undefined;

  return (
    <div className="staffing">
      <section className="staffing-main" aria-label="What becomes of the week's chats">
        <div className="staffing-head">
          <h1>Consequences</h1>
          <Segmented
            aria-label="The week"
            value={by}
            onChange={(value) => change({ by: value === HALF_HOURS ? null : value })}
            options={[
              { value: HALF_HOURS, label: 'By half-hour' },
              { value: PARTS, label: 'By part' },
              { value: OPERATORS, label: 'By operator' },
            ]}
          />
          <Select
            aria-label="Shown by"
            value={ofQueue ? queue : ALL}
            onChange={(value) => change({ queue: value || null })}
            options={[
              { value: ALL, label: 'All queues' },
              ...week.queues.map((one) => ({ value: one.id, label: one.name })),
            ]}
          />
        </div>
        <ErrorNote error={error} />
        {data?.failure && <p className="short">{data.failure}</p>}
        {!sides && !data?.failure && <p>The week is being simulated…</p>}
        {sides && by === PARTS && <GroupTable sides={sides} />}
        {sides && by === OPERATORS && <WorkTable work={sides.work} />}
        {mine && by === HALF_HOURS && (
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
              figures={shown.draft}
              before={sides?.same ? null : (shown.live ?? null)}
              difference={sides?.same ? null : (shown.difference ?? null)}
              names={['Draft', 'Live']}
              picked={edited ? measure?.name : undefined}
              onPick={edited ? (name) => change({ figure: name }) : undefined}
            />
            {edited && measure && <Causes measure={measure} queue={ofQueue ? queue : null} sides={sides} onQueue={(id) => change({ queue: id || null })} />}
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
