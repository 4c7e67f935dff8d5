import { Input, InputNumber, Select } from 'antd';
import { usePeople } from '../api/people';
import { usePassage } from '../api/results';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { COVERED, formatPeople, formatSeconds, formatShare } from '../time/time';
import { ChatsAtOnce } from './ChatsAtOnce';
import { CHOICES, ChoiceEditor } from './ChoiceEditor';
import { EditorPanel } from '../plan/EditorPanel';
import { HandoverEditor, handoverWords } from './HandoverEditor';
import { Field, Line, Part } from '../ui/fields';
import { MembersEditor } from './MembersEditor';
import { operatorLabel } from '../plan/names';
import { SkillLevels } from './SkillLevels';
import { useElement } from '../plan/useElement';
import { limitWords, WaitingEditor } from './WaitingEditor';
import { WorkloadEditor } from './WorkloadEditor';
import { PriorityNote } from './PriorityNote';

export function QueuePanel({ id }: { id: string }) {
  const { draft } = useWorkplace();
  const { select } = usePlace();
  const { value: queue, change, edits } = useElement('queues', id);
  const { plan } = draft;
  const department = plan.departments.find((candidate) => candidate.id === queue.department);
  const hours = plan.hours.find((candidate) => candidate.id === department?.hours);
  const { data: people } = usePeople(draft.id);
  const members = plan.operators.filter((operator) => people?.queuesOf[operator.id]?.includes(id));
  return (
    <EditorPanel title={queue.name} about={`${department?.name ?? ''} · queue`} edits={edits}>
      <Situation id={id} />
      <Field label="Name">
        <Input value={queue.name} onChange={(event) => change({ name: event.target.value })} />
      </Field>
      <Field label="Department">
        <Select
          value={queue.department}
          onChange={(value) => change({ department: value })}
          options={plan.departments.map((option) => ({ value: option.id, label: option.name }))}
        />
      </Field>
      {hours && (
        <Line label="Open">
          <button type="button" className="plain-link" onClick={() => select({ kind: 'hours', id: hours.id })}>
            {hours.name}
          </button>
        </Line>
      )}
      <MembersEditor value={queue.members} onChange={(members) => change({ members })} />
      {queue.members.kind !== 'name' && (
        <Line label="Needs">
          <SkillLevels
            levelName="Least level"
            value={queue.needs.map((need) => ({ skill: need.skill, level: need.leastLevel }))}
            onChange={(needs) => change({ needs: needs.map(({ skill, level }) => ({ skill, leastLevel: level })) })}
          />
        </Line>
      )}
      <ChatsAtOnce queue={id} />
      <Field label="Weight of a chat">
        <InputNumber
          min={1}
          max={100}
          precision={0}
          value={queue.weight}
          onChange={(weight) => weight !== null && change({ weight })}
        />
      </Field>
      <Line label="Answer target">
        <InputNumber
          aria-label="Share answered in time, per cent"
          min={1}
          max={99.9}
          suffix="%"
          value={Math.round(queue.target.share * 1000) / 10}
          onChange={(share) => share !== null && change({ target: { ...queue.target, share: share / 100 } })}
        />
        {' in '}
        <InputNumber
          aria-label="Answer time in seconds"
          min={0}
          max={86400}
          suffix="s"
          value={queue.target.withinSeconds}
          onChange={(withinSeconds) =>
            withinSeconds !== null && change({ target: { ...queue.target, withinSeconds } })
          }
        />
      </Line>
      <LimitField
        label="Mean wait, at most"
        least={0.1}
        most={86400}
        suffix="s"
        value={queue.target.meanWaitSeconds}
        onChange={(meanWaitSeconds) => change({ target: { ...queue.target, meanWaitSeconds } })}
      />
      <LimitField
        label="Give up, at most"
        least={0.01}
        most={100}
        suffix="%"
        value={percent(queue.target.abandonment)}
        onChange={(share) => change({ target: { ...queue.target, abandonment: share === null ? null : share / 100 } })}
      />
      <LimitField
        label="Busy, at most"
        least={1}
        most={100}
        suffix="%"
        value={percent(queue.target.occupancy)}
        onChange={(share) => change({ target: { ...queue.target, occupancy: share === null ? null : share / 100 } })}
      />
      <LimitField
        label="Operators, at least"
        least={1}
        most={1000}
        suffix=""
        value={queue.target.leastOperators}
        onChange={(leastOperators) => change({ target: { ...queue.target, leastOperators } })}
      />
      <Line label={`Members, ${members.length}`}>
        <span className="names">
          {members.length === 0 && <span className="short">▾ nobody is a member</span>}
          {members.map((operator) => (
            <button
              key={operator.id}
              type="button"
              className="plain-link"
              onClick={() => select({ kind: 'operators', id: operator.id })}
            >
              {operatorLabel(plan.operators, operator)}
            </button>
          ))}
        </span>
      </Line>
      <Part title="Next operator" short={CHOICES[queue.choice.kind]}>
        <ChoiceEditor value={queue.choice} onChange={(choice) => change({ choice })} />
        <Field label="Least language">
          <InputNumber
            min={1}
            max={5}
            precision={0}
            value={queue.leastLanguageLevel}
            onChange={(level) => level !== null && change({ leastLanguageLevel: level })}
          />
        </Field>
        <Field label="Priority, 0 to 9">
          <InputNumber
            min={0}
            max={9}
            precision={0}
            value={queue.priority}
            onChange={(priority) => priority !== null && change({ priority })}
          />
        </Field>
        <PriorityNote of="queue" />
      </Part>
      <Part title="Handing over" short={handoverWords(queue.handover)}>
        <HandoverEditor queue={queue} onChange={(handover) => change({ handover })} />
      </Part>
      <Part title="Waiting" short={limitWords(queue.waiting, plan)}>
        <WaitingEditor id={id} value={queue.waiting} onChange={(waiting) => change({ waiting })} />
      </Part>
      <Part title="Workload" short={`${formatSeconds(queue.workload.handlingSeconds)} a chat`}>
        <WorkloadEditor queueId={id} value={queue.workload} onChange={(workload) => change({ workload })} />
      </Part>
      <Part
        title="Transfers"
        short={queue.transfers.length === 0 ? 'nowhere' : `to ${queue.transfers.length} ${queue.transfers.length === 1 ? 'queue' : 'queues'}`}
      >
        <Field label="May go on to">
          <Select
            mode="multiple"
            placeholder="nowhere"
            value={queue.transfers}
            onChange={(transfers) => change({ transfers })}
            options={plan.queues
              .filter((other) => other.id !== id)
              .map((other) => ({ value: other.id, label: other.name }))}
          />
        </Field>
      </Part>
    </EditorPanel>
  );
}

/** What happens in the queue at the moment, in words. */
function Situation({ id }: { id: string }) {
  const { draft, at, week } = useWorkplace();
  const { data } = usePassage(draft.id, at);
  const place = data?.queues.find((queue) => queue.id === id);
  const staffing = week.queues.find((queue) => queue.id === id);
  const target = draft.plan.queues.find((queue) => queue.id === id)?.target;
  if (!place || !staffing || !target) return null;
  if (!place.open) return <div className="situation">▪ {place.because}</div>;
  const lacking = place.shortOf;
  const short = lacking >= COVERED;
  return (
    <div className={short ? 'situation situation-short' : 'situation situation-enough'}>
      <strong>
        {short
          ? `▾ ${formatPeople(lacking)} of ${place.required} operators short.`
          : `▴ ${formatPeople(place.staffed)} there, ${place.required} needed.`}
      </strong>{' '}
      {place.perHour.toFixed(1)} chats an hour, {formatSeconds(staffing.handlingSeconds)} each (
      {staffing.handlingMeasured ? 'measured' : 'assumed'}), {staffing.chatsAtOnce.value} at once.{' '}
      {formatShare(place.answeredInTime, 0)} are answered in {target.withinSeconds} s; the target is{' '}
      {formatShare(target.share, 0)}. {place.eligible} of {place.members} members are present; each counts for one
      queue at a time, and for the share of the time in which they answer.
      {place.shared && <span className="warns"> ◆ May be too good: they get chats of other queues too.</span>}
    </div>
  );
}

interface LimitProps {
  label: string;
  least: number;
  most: number;
  suffix: string;
  value: number | null | undefined;
  onChange: (value: number | null) => void;
}

/** A further limit of a queue's target, which need not be set. */
function LimitField({ label, least, most, suffix, value, onChange }: LimitProps) {
  return (
    <Field label={label}>
      <InputNumber min={least} max={most} suffix={suffix} placeholder="not asked" value={value} onChange={onChange} />
    </Field>
  );
}

const percent = (share: number | null | undefined) => (share == null ? null : Math.round(share * 10_000) / 100);
