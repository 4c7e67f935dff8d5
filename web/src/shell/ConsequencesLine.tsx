import { Link } from 'react-router';
import { useBothWeeks } from '../api/results';
import { Changed } from '../plan/Changed';
import { HOURS_SHORT, HOURS_USED, MEASURES } from '../plan/measures';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { formatMoment } from '../time/time';
import { CONSEQUENCES, useShownSimulation } from './useShownSimulation';

const SHOWN = [
  'Answered in time',
  'Gave up waiting',
  'Median wait',
  '95 of 100 wait at most',
  'Finished by the bot',
  'Left a message',
];

/** What the draft does to the week, beside what the live plan does, as simulated. */
export function ConsequencesLine() {
  const { draft, week } = useWorkplace();
  const { data, isPlaceholderData } = useShownSimulation();
  const sides = data?.sides;
  const busiest = sides?.effort.busiestAt;
  const { pick } = usePlace();
  const both = useBothWeeks(draft.id, week.monday).data;
  return (
    <footer
      className={isPlaceholderData || (data && !data.ended) ? 'consequences consequences-rough' : 'consequences'}
      aria-label="Consequences"
      aria-busy={!data?.ended}
    >
      <Link to={CONSEQUENCES} className="consequences-title">
        {sides?.live ? 'This week, draft against live' : 'This week, draft'}
      </Link>
      {sides && sides.draft.arrived.mean === 0 && (
        <span>Nothing is known of the chats to come: import volumes, and what becomes of them stands here.</span>
      )}
      {sides &&
        sides.draft.arrived.mean !== 0 &&
        MEASURES.filter((measure) => SHOWN.includes(measure.name)).map((measure) => {
          const value = measure.of(sides.draft).mean;
          return (
            <div key={measure.name} className="consequences-figure">
              <span>{measure.name}</span>
              <strong>{value == null ? '–' : measure.show(value)}</strong>{' '}
              {sides.difference && <Changed measure={measure} difference={measure.of(sides.difference)} />}
            </div>
          );
        })}
      {sides && busiest && (
        <div className="consequences-figure">
          <span>Busiest half-hour</span>
          <button
            type="button"
            title={`${sides.effort.busiestChats.toFixed(0)} chats come in it; the week is set to it`}
            onClick={() => pick(busiest)}
          >
            <strong>{formatMoment(busiest, week.timeZone)}</strong>
          </button>
        </div>
      )}
      {sides && (
        <div className="consequences-figure">
          <span>Operator-hours</span>
          <strong>{HOURS_USED.show(sides.effort.hoursUsed.mean ?? 0)}</strong> used{' '}
          {sides.effort.hoursUsedDifference && (
            <Changed measure={HOURS_USED} difference={sides.effort.hoursUsedDifference} />
          )}{' '}
          <strong>{HOURS_SHORT.show(week.totals.shortHours)}</strong> short{' '}
          {both?.live && (
            <Changed
              measure={HOURS_SHORT}
              difference={{ mean: both.draft.shortHours - both.live.shortHours, halfWidth95: 0 }}
            />
          )}
        </div>
      )}
      <span className="consequences-source">{source(data?.replications ?? 0, data?.ended ?? false, data?.failure)}</span>
    </footer>
  );
}

function source(runs: number, ended: boolean, failure: string | null | undefined) {
  if (failure) return failure;
  if (runs === 0) return 'simulating…';
  return ended ? `by ${runs} simulated weeks` : `by ${runs} simulated weeks so far`;
}
