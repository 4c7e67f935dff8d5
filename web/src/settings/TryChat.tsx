import { Button, Input, InputNumber, Select } from 'antd';
import { useEffect, useState } from 'react';
import type { ElementKind, Plan, Question, Trial, TrialQuestion } from '../api/model';
import { useTrial } from '../api/results';
import { ErrorNote } from '../ui/ErrorNote';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { formatMoment } from '../time/time';
import { Field, Line } from '../ui/fields';
import { inFirstOf } from '../ui/localText';
import { languagesOf, operatorLabel } from '../plan/names';
import { VISITORS, whatRulesLookAt } from '../plan/conditions';
import './settings.css';
import './trial.css';
import { languageOptions } from '../ui/languages';

type PresenceState = 'usual' | 'present' | 'away' | 'gone';
interface Standing {
  state: PresenceState;
  inUse: number;
}

const STEP_NAMES: Record<string, string> = {
  door: 'Door',
  form: 'Form',
  hours: 'Hours',
  rule: 'Rules',
  queue: 'Queue',
  operator: 'Operators',
};
const KIND_OF_STEP: Partial<Record<string, ElementKind>> = {
  door: 'doors',
  form: 'doors',
  hours: 'hours',
  rule: 'rules',
  queue: 'queues',
  operator: 'operators',
};
const MARKS: Record<string, string> = {
  passed: '✓',
  matched: '✓',
  chosen: '✓',
  stopped: '✕',
  skipped: '–',
  'passed-over': '–',
};

/** One chat, tried on the draft at the moment: where it goes, and why at every step. */
export function TryChat({ onRule }: { onRule?: (rule: string | null) => void }) {
  const { draft, at, week } = useWorkplace();
  const { tryDoor, tryChat, closePanel } = usePlace();
  const { plan } = draft;
  const door = plan.doors.find((candidate) => candidate.id === tryDoor) ?? plan.doors[0];
  const [language, setLanguage] = useState('en');
  const [page, setPage] = useState('');
  const [answers, setAnswers] = useState<Record<string, string>>({});
  const [people, setPeople] = useState<Record<string, Standing>>({});
  const [visitor, setVisitor] = useState<keyof typeof VISITORS>('NEW');
  const [facts, setFacts] = useState<Record<string, string>>({});
  const [topic, setTopic] = useState('');
  const looksAt = whatRulesLookAt(plan);
  const [showPeople, setShowPeople] = useState(false);
  const [waiting, setWaiting] = useState<Record<string, number>>({});

  const known = new Set([...(door?.questions ?? []), ...plan.departments.flatMap((d) => d.questions)].map((q) => q.id));
  const question: TrialQuestion | undefined = door && {
    of: 'draft',
    arrival: {
      door: door.id,
      page: page || null,
      language,
      answers: Object.fromEntries(Object.entries(answers).filter(([id, answer]) => known.has(id) && answer)),
      at,
      visitor,
      facts: Object.fromEntries(Object.entries(facts).filter(([, value]) => value)),
      topic: topic || null,
    },
    changes: presence(people),
    holding: Object.fromEntries(
      Object.entries(people)
        .filter(([, standing]) => standing.inUse > 0)
        .map(([id, standing]) => [id, { capacityInUse: standing.inUse }]),
    ),
    waiting,
  };
  const { data: trial, error } = useTrial(draft.id, question);
  const takes = trial?.steps.find((step) => step.step === 'rule' && step.result === 'matched')?.about ?? null;
  useEffect(() => onRule?.(takes), [onRule, takes]);
  const queue = plan.queues.find((candidate) => candidate.id === trial?.queue);
  const department = plan.departments.find((candidate) => candidate.id === queue?.department);
  if (!door) return <p>The plan has no front door to try a chat at.</p>;
  return (
    <div className="editor">
      <div className="try-head">
        <div>
          <h2>Try a chat</h2>
          <p className="soft">On the draft, {formatMoment(at, week.timeZone)}; pick another moment on the ruler.</p>
        </div>
        {!onRule && <Button onClick={closePanel}>Close</Button>}
      </div>
      <Field label="Door">
        <Select
          value={door.id}
          onChange={tryChat}
          options={plan.doors.map((option) => ({ value: option.id, label: option.name }))}
        />
      </Field>
      <Field label="Language">
        <Select
          value={language}
          onChange={setLanguage}
          options={languageOptions(languagesOf(plan))}
        />
      </Field>
      {[...door.questions, ...(department?.questions ?? [])].map((asked) => (
        <Answer
          key={asked.id}
          languages={[language, ...door.languages]}
          question={asked}
          value={answers[asked.id] ?? ''}
          onChange={(answer) => setAnswers((before) => ({ ...before, [asked.id]: answer }))}
        />
      ))}
      <Field label="Page address">
        <Input placeholder="a plain link" value={page} onChange={(event) => setPage(event.target.value)} />
      </Field>
      {looksAt.visitor && (
        <Field label="Visitor">
          <Select
            value={visitor}
            onChange={setVisitor}
            options={Object.entries(VISITORS).map(([value, label]) => ({ value: value as keyof typeof VISITORS, label }))}
          />
        </Field>
      )}
      {looksAt.facts.map((key) => (
        <Field key={key} label={`Page says ${key}`}>
          <Input
            placeholder="nothing"
            value={facts[key] ?? ''}
            onChange={(event) => setFacts((before) => ({ ...before, [key]: event.target.value }))}
          />
        </Field>
      ))}
      {looksAt.topic && (
        <Field label="Topic found">
          <Input placeholder="none" value={topic} onChange={(event) => setTopic(event.target.value)} />
        </Field>
      )}
      <Line label="Who is there">
        <button type="button" className="plain-link" onClick={() => setShowPeople((shown) => !shown)}>
          {Object.keys(people).length === 0 ? 'As their usual hours say' : 'Changed by hand'}
          {showPeople ? ', hide' : ', change'}
        </button>
      </Line>
      {showPeople && <People plan={plan} people={people} onChange={setPeople} />}
      {queue && (
        <Field label={`Waiting already in ${queue.name}`}>
          <InputNumber
            min={0}
            max={10_000}
            precision={0}
            value={waiting[queue.id] ?? 0}
            onChange={(chats) => setWaiting((before) => ({ ...before, [queue.id]: chats ?? 0 }))}
          />
        </Field>
      )}
      <ErrorNote error={error} />
      {trial && <Result trial={trial} plan={plan} />}
    </div>
  );
}

/** One question of the door, or of the department that the chat goes to. */
function Answer({
  question,
  languages,
  value,
  onChange,
}: {
  question: Question;
  languages: string[];
  value: string;
  onChange: (answer: string) => void;
}) {
  const placeholder = question.required ? 'required' : 'optional';
  return (
    <Field label={inFirstOf(question.text, languages)}>
      {question.choices.length > 0 ? (
        <Select
          allowClear
          placeholder={placeholder}
          value={value || null}
          onChange={(answer) => onChange(answer ?? '')}
          options={question.choices.map(({ value, label }) => ({ value, label: inFirstOf(label, languages) || value }))}
        />
      ) : (
        <Input placeholder={placeholder} value={value} onChange={(event) => onChange(event.target.value)} />
      )}
    </Field>
  );
}

/** Only those set by hand are sent; everybody else keeps to their usual hours. */
function presence(people: Record<string, Standing>): TrialQuestion['changes'] {
  return Object.fromEntries(
    Object.entries(people).flatMap(([id, { state }]) => (state === 'usual' ? [] : [[id, state]])),
  );
}

function People({
  plan,
  people,
  onChange,
}: {
  plan: Plan;
  people: Record<string, Standing>;
  onChange: (people: Record<string, Standing>) => void;
}) {
  return (
    <table className="people">
      <thead>
        <tr>
          <th>Operator</th>
          <th>Presence</th>
          <th>Capacity in use</th>
        </tr>
      </thead>
      <tbody>
        {plan.operators.map((operator) => {
          const standing = people[operator.id] ?? { state: 'usual', inUse: 0 };
          const set = (part: Partial<Standing>) => onChange({ ...people, [operator.id]: { ...standing, ...part } });
          return (
            <tr key={operator.id}>
              <td>{operatorLabel(plan.operators, operator)}</td>
              <td>
                <select
                  aria-label={`Presence of ${operator.name}`}
                  value={standing.state}
                  onChange={(event) => set({ state: event.target.value as PresenceState })}
                >
                  <option value="usual">usual hours</option>
                  <option value="present">present</option>
                  <option value="away">away</option>
                  <option value="gone">gone</option>
                </select>
              </td>
              <td>
                <InputNumber
                  size="small"
                  aria-label={`Capacity in use by ${operator.name}`}
                  min={0}
                  max={operator.capacity}
                  value={standing.inUse}
                  onChange={(inUse) => set({ inUse: inUse ?? 0 })}
                />{' '}
                of {operator.capacity}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function Result({ trial, plan }: { trial: Trial; plan: Plan }) {
  const { select } = usePlace();
  const groups: { name: string; steps: Trial['steps'] }[] = [];
  for (const step of trial.steps) {
    const name = STEP_NAMES[step.step] ?? step.step;
    if (groups.at(-1)?.name !== name) groups.push({ name, steps: [] });
    groups.at(-1)?.steps.push(step);
  }
  const good = trial.outcome === 'answered';
  return (
    <section aria-label="Where it goes">
      <div className={good ? 'situation situation-enough' : 'situation situation-short'} role="status">
        <strong>{outcome(trial, plan)}</strong> {decisive(trial)}
      </div>
      {groups.map((group, i) => (
        <div key={`${group.name} ${i}`} className="steps">
          <h3>{group.name}</h3>
          <ul>
            {group.steps.map((step) => {
              const kind = KIND_OF_STEP[step.step];
              return (
                <li key={`${step.about} ${step.because}`} className={`step step-${step.result}`}>
                  <span aria-hidden="true">{MARKS[step.result]}</span>
                  {kind ? (
                    <button
                      type="button"
                      title="Open the setting that decides this"
                      onClick={() => select({ kind, id: step.about })}
                    >
                      {step.because}
                    </button>
                  ) : (
                    step.because
                  )}
                </li>
              );
            })}
          </ul>
        </div>
      ))}
    </section>
  );
}

/** The reason that settled it: what stopped the chat, or who was chosen and why. */
function decisive(trial: Trial) {
  return trial.steps.findLast((step) => step.result === 'stopped' || step.result === 'chosen')?.because;
}

function outcome(trial: Trial, plan: Plan) {
  const queue = plan.queues.find((candidate) => candidate.id === trial.queue)?.name;
  const operator = plan.operators.find((candidate) => candidate.id === trial.operator)?.name;
  switch (trial.outcome) {
    case 'answered':
      return `▴ Reaches ${operator} through ${queue}.`;
    case 'waits':
      return `▾ Waits in ${queue}.`;
    case 'busy':
      return `▾ Refused: too many wait in ${queue}.`;
    case 'message-form':
      return `▾ May leave a message: too many wait in ${queue}.`;
    case 'bot':
      return '● The bot answers first.';
    case 'closed':
      return `▾ Refused: closed${queue ? ` (${queue})` : ''}.`;
    default:
      return '▾ Cannot start: the form is not complete.';
  }
}
