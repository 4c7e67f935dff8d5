import { Progress } from 'antd';
import type { Job } from '../api/model';
import { isActive, useCancelJob, useJobs } from '../api/jobs';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { formatDays } from '../time/time';
import { useWorkplace } from './workplace';

const WORDS: Record<string, string> = {
  TRY_METHODS: 'Trying the methods on the series',
  SEARCH_ROSTER: 'Searching a roster',
  ANSWER_QUESTION: 'Simulating what was asked',
  FIND_LEAST_PEOPLE: 'Searching the fewest people',
  FORETELL: 'Simulating what went live',
};

/** Kinds of work whose subject is a week. */
const BY_WEEK = ['SEARCH_ROSTER', 'FIND_LEAST_PEOPLE'];

/** The long work that goes on, the oldest first, how far each is, and its end. */
export function JobLine() {
  const { draft } = useWorkplace();
  const { data: jobs = [] } = useJobs(draft.id);
  const active = jobs.filter(isActive).reverse();
  if (active.length === 0) return jobs[0]?.state === 'FAILED' ? <Failure job={jobs[0]} /> : null;
  return active.map((job) => <Active key={job.id} job={job} />);
}

function Active({ job }: { job: Job }) {
  const { draft, canEdit } = useWorkplace();
  const cancel = useCancelJob(draft.id);
  const share = job.steps > 0 ? (100 * job.done) / job.steps : 0;
  return (
    <div className="job-line" role="status">
      <span>
        {WORDS[job.kind] ?? job.kind}
        {BY_WEEK.includes(job.kind) && ` of the week from ${formatDays({ firstDay: job.subject, lastDay: job.subject })}`}
        {job.said ? `: ${job.said}` : job.steps > 0 && `: ${job.done} of ${job.steps}`}
      </span>
      <Progress percent={share} showInfo={false} size="small" aria-label="How far it is" />
      {canEdit && (
        <BusyButton size="small" busy={cancel.isPending} onClick={() => cancel.mutate(job.id)}>
          Stop
        </BusyButton>
      )}
      <ErrorNote error={cancel.error} />
    </div>
  );
}

function Failure({ job }: { job: Job }) {
  return (
    <p className="job-line short" role="status">
      ▾ {WORDS[job.kind] ?? job.kind} failed: {job.failure}
    </p>
  );
}
