import { Button } from 'antd';
import { Link, useLocation } from 'react-router';
import { isActive, useJobs } from '../api/jobs';
import { useSearchLeastPeople } from '../api/leastPeople';
import type { LeastFound, LeastPeople } from '../api/model';
import { JobLine } from '../plan/JobLine';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { formatMoment, formatShare } from '../time/time';
import { ErrorNote } from '../ui/ErrorNote';

/** The fewest people with whom every queue meets its target by simulation, beside those of the staffing model. */
export function LeastPanel({ answer, error }: { answer: LeastPeople | undefined; error: Error | null }) {
  const { draft, week, canEdit } = useWorkplace();
  const { data: jobs } = useJobs(draft.id);
  const search = useSearchLeastPeople(draft.id, week.monday);
  const searching = jobs?.some((job) => isActive(job) && job.kind === 'FIND_LEAST_PEOPLE' && job.subject === week.monday) ?? false;
  const found = answer?.found;
  return (
    <>
      <h2>The fewest people by simulation</h2>
      <JobLine />
      <ErrorNote error={error ?? search.error} />
      {found ? (
        <Found found={found} outdated={answer.outdated} />
      ) : (
        <p className="soft">
          The staffing model counts a person for one queue at a time. The simulation runs the whole design, with people who are
          shared, chats that move on and half-hours that spoil the next, and looks for the fewest with whom every queue meets its
          target in every half-hour.
        </p>
      )}
      {canEdit && (
        <Button type={found && !answer.outdated ? 'default' : 'primary'} disabled={searching || search.isPending} onClick={() => search.mutate()}>
          {found ? 'Search again' : 'Search the fewest people'}
        </Button>
      )}
    </>
  );
}

function Found({ found, outdated }: { found: LeastFound; outdated: boolean }) {
  const { draft, week, slot } = useWorkplace();
  const { pick } = usePlace();
  const { search } = useLocation();
  const less = found.hoursByFormula - found.hours;
  const fewer = found.halfHours.filter(({ people, byFormula }) => people < byFormula).length;
  const more = found.halfHours.filter(({ people, byFormula }) => people > byFormula).length;
  const missing = found.halfHours.filter((halfHour) => halfHour.missing.length > 0);
  const first = missing[0];
  const here = found.halfHours[slot];
  const nameOf = (id: string) => draft.plan.queues.find((queue) => queue.id === id)?.name ?? id;
  return (
    <>
      {outdated && <p className="short">▾ Plan or volumes have changed since this was searched.</p>}
      <p>
        <strong>{found.hours.toFixed(1)} operator-hours</strong> are enough, where the staffing model requires{' '}
        {found.hoursByFormula.toFixed(1)}:{' '}
        <span className={less >= 0 ? 'enough' : 'short'}>
          {less >= 0 ? `▴ ${less.toFixed(1)} h less` : `▾ ${(-less).toFixed(1)} h more`}
        </span>
        . In {halfHours(fewer)} fewer are enough, in {more} more are needed.
      </p>
      {here && (
        <p>
          {formatMoment(here.at, week.timeZone)}: <strong>{here.people}</strong>, and {here.byFormula} by the staffing model.
        </p>
      )}
      <table className="by-queue">
        <thead>
          <tr>
            <th scope="col">Answered in time</th>
            <th scope="col">model</th>
            <th scope="col">fewest</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">All</th>
            <td>{share(found.byFormula.answeredInTime.mean)}</td>
            <td>{share(found.least.answeredInTime.mean)}</td>
          </tr>
          {found.queues.map(({ queue, name, target, byFormula, least }) => (
            <tr key={queue}>
              <th scope="row">
                {name} <span className="soft">{formatShare(target, 0)}</span>
              </th>
              <td>{share(byFormula.answeredInTime.mean)}</td>
              <td>{share(least.answeredInTime.mean)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {first && (
        <p className="short">
          ▾ In {halfHours(missing.length)} a queue still misses its target, first{' '}
          <button type="button" className="plain-link" onClick={() => pick(first.at)}>
            {formatMoment(first.at, week.timeZone)}
          </button>{' '}
          in {first.missing.map(nameOf).join(', ')}; the plan has nobody more who could help, or the search ended before.
        </p>
      )}
      <p className="soft">
        People who answer all the time, by simulated weeks of the same visitors; shares are of all that came, the bot’s included. A roster can be
        searched for them: its <Link to={{ pathname: '/roster', search: rulesOfRosters(search) }}>working rules</Link> say so.
      </p>
      <details className="soft">
        <summary>What was assumed</summary>
        <ul className="why-apart">
          {found.notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      </details>
    </>
  );
}

/** The address of the working rules, at the same moment. */
function rulesOfRosters(search: string) {
  const kept = [...new URLSearchParams(search)].filter(([name]) => name === 'at' || name === 'plan');
  return new URLSearchParams([...kept, ['panel', 'Working rules']]).toString();
}

const halfHours = (count: number) => `${count} ${count === 1 ? 'half-hour' : 'half-hours'}`;

const share = (mean: number | null | undefined) => (mean == null ? '–' : formatShare(mean, 0));
