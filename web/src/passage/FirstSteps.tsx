import { Link, useLocation } from 'react-router';
import { useStoredVolumes } from '../api/volumes';
import { useWorkplace } from '../plan/workplace';

/** Leads through the order of work while the plan has not gone live: what is done, what comes next. */
export function FirstSteps() {
  const { draft, canEdit } = useWorkplace();
  const { search } = useLocation();
  const { data: volumes } = useStoredVolumes(draft.id);
  const { plan, live } = draft;
  const steps = [
    {
      done: plan.operators.length > 0,
      to: '/people',
      name: 'People',
      words: 'Add operators, or import a CSV; name the skills and give each person their levels.',
    },
    {
      done: plan.queues.length > 1 || plan.departments.length > 1 || plan.queues.some((queue) => queue.needs.length > 0),
      to: '/structure',
      name: 'Structure',
      words: 'Make departments and queues; say which skills each queue needs.',
    },
    {
      done: plan.doors.some((door) => door.questions.length > 0) || plan.doors.length > 1,
      to: '/structure',
      name: 'Front doors and hours',
      words: 'Say where visitors start a chat, what they are asked, and when somebody is there.',
    },
    {
      done: (volumes?.counts ?? 0) > 0,
      to: '/volumes',
      name: 'Volumes',
      words: 'Import the chats of past weeks, so that the week to come can be forecast and staffed.',
    },
    {
      done: live != null,
      to: '/revisions',
      name: 'Go live',
      words: 'Try a chat, mend what the plan check finds, and go live.',
    },
  ];
  const next = steps.findIndex((step) => !step.done);
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
              <Link to={{ pathname: step.to, search }}>{step.name}</Link>
              {step.done && <span className="soft"> done</span>}
              <br />
              <span className="soft">{step.words}</span>
            </span>
          </li>
        ))}
      </ol>
    </>
  );
}
