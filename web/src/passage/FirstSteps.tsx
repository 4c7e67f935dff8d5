import { Link, useLocation } from 'react-router';
import type { Plan } from '../api/model';
import { useStoredVolumes } from '../api/volumes';
import { useWorkplace } from '../plan/workplace';

/** A step of the order of work. */
interface Step {
  name: string;
  to: string;
  done: boolean;
  /** What there is of it; null where the step's words say enough. */
  there: string | null;
  words: string;
  /** A plan may do without it. */
  optional?: boolean;
}

/** The order of work, each step as far as the plan has it. */
export function stepsOf(plan: Plan, halfHours: number, live: boolean): Step[] {
  const present = plan.operators.filter((operator) => operator.presence.length > 0).length;
  const ladders = plan.queues.filter((queue) => queue.ladder.length > 0).length;
  return [
    { name: 'Opening hours', to: '/hours', done: plan.hours.length > 0, there: counted(plan.hours.length, 'set'), words: 'When somebody is there; holidays and exceptions too.' },
    {
      name: 'Departments and queues',
      to: '/structure',
      done: plan.queues.length > 0,
      there: `${counted(plan.departments.length, 'department')}, ${counted(plan.queues.length, 'queue')}`,
      words: 'Who belongs together, and what waits for whom.',
    },
    {
      name: 'Skills',
      to: '/people',
      done: plan.skills.length > 0,
      there: counted(plan.skills.length, 'skill'),
      words: 'Where not everybody can answer everything; each queue says which it needs.',
      optional: true,
    },
    {
      name: 'People and when they are there',
      to: '/people',
      done: present > 0 && present === plan.operators.length,
      there: present === plan.operators.length ? counted(present, 'person', 'people') : `${present} of ${plan.operators.length} have hours`,
      words: 'Add operators, or bring a CSV; give each person their levels and usual hours.',
    },
    { name: 'Front doors', to: '/doors', done: plan.doors.length > 0, there: counted(plan.doors.length, 'door'), words: 'Where visitors start a chat, what they are asked and read.' },
    {
      name: 'Rules',
      to: '/rules',
      done: plan.rules.length > 1,
      there: counted(plan.rules.length, 'rule'),
      words: 'Which chat comes into which queue; the last rule takes what others leave.',
      optional: true,
    },
    {
      name: 'Ladders',
      to: '/ladders',
      done: ladders > 0,
      there: `${ladders} of ${counted(plan.queues.length, 'queue')}`,
      words: 'What happens as a chat waits longer and longer.',
      optional: true,
    },
    {
      name: 'Volumes',
      to: '/volumes',
      done: halfHours > 0,
      there: `${halfHours.toLocaleString('en')} half-hours`,
      words: 'Chats of past weeks, so that the week to come can be forecast and staffed.',
    },
    { name: 'Go live', to: '/revisions', done: live, there: null, words: 'Try a chat, mend what the plan check finds, and go live.' },
  ];
}

function counted(count: number, one: string, many = `${one}s`) {
  return `${count} ${count === 1 ? one : many}`;
}

/** Leads through the order of work while the plan has not gone live: what is done, what comes next. */
export function FirstSteps() {
  const { draft, canEdit } = useWorkplace();
  const { search } = useLocation();
  const { data: volumes } = useStoredVolumes(draft.id);
  const steps = stepsOf(draft.plan, volumes?.counts ?? 0, draft.live != null);
  const next = steps.findIndex((step) => !step.done && !step.optional);
  return (
    <>
      <h2>The first steps</h2>
      <p className="soft">
        {canEdit ? 'In the order in which people work; each can be come back to.' : 'Your role may look, not change.'}
      </p>
      <ol className="first-steps">
        {steps.map((step, i) => (
          <li key={step.name} aria-current={i === next ? 'step' : undefined}>
            <span aria-hidden="true">{step.done ? '✓' : i + 1}</span>
            <span>
              {step.done && <span className="visually-hidden">done: </span>}
              <Link to={{ pathname: step.to, search }}>{step.name}</Link>
              <span className="soft">
                {step.optional && !step.done ? ' if need be' : step.there && ` ${step.there}`}
              </span>
              <br />
              <span className="soft">{step.words}</span>
            </span>
          </li>
        ))}
      </ol>
    </>
  );
}
