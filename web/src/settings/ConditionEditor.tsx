import { CloseOutlined } from '@ant-design/icons';
import { Button, Checkbox, Input, InputNumber, Select } from 'antd';
import type { Condition, Plan } from '../api/model';
import { WeekWindows } from '../ui/WeekWindows';
import {
  ASPECT_KINDS,
  ASPECT_NAMES,
  ASPECTS,
  type Aspect,
  type Asked,
  asked,
  asking,
  COMPARISONS,
  isTurned,
  KIND_NAMES,
  newCondition,
  questionsOf,
  turned,
  VISITORS,
} from '../plan/conditions';
import './conditions.css';
import { languagesOf } from '../plan/names';
import { LanguageSelect } from '../ui/LanguageSelect';

/** Conditions of a rule, or those of one aspect of it: each edited, turned round and removed where it stands. */
export function ConditionEditor({
  plan,
  value,
  onChange,
  aspect,
  kinds: only,
}: {
  plan: Plan;
  value: Condition[];
  onChange: (value: Condition[]) => void;
  aspect?: Aspect;
  /** The kinds that may be added; all where none are named. */
  kinds?: Asked['kind'][];
}) {
  const replace = (i: number, condition: Condition) => onChange(value.map((other, k) => (k === i ? condition : other)));
  const kinds = only ?? (aspect ? ASPECT_KINDS[aspect] : ASPECTS.flatMap((one) => ASPECT_KINDS[one]));
  return (
    <div className="conditions">
      {value.map((condition, i) => (
        <div key={i} className="condition-edit" role="group" aria-label={`Condition ${i + 1}`}>
          <div className="condition-head">
            <span className="line-label">{KIND_NAMES[asked(condition).kind]}</span>
            <Checkbox checked={isTurned(condition)} onChange={() => replace(i, turned(condition))}>
              not
            </Checkbox>
            <Button
              type="text"
              size="small"
              aria-label={`Remove condition ${i + 1}`}
              icon={<CloseOutlined />}
              onClick={() => onChange(value.filter((_, k) => k !== i))}
            />
          </div>
          <Values plan={plan} condition={asked(condition)} onChange={(other) => replace(i, asking(condition, other))} />
        </div>
      ))}
      <Select
        className="condition-add"
        aria-label="Add a condition"
        placeholder={aspect ? `Add: ${ASPECT_NAMES[aspect].toLowerCase()} …` : 'Add a condition'}
        value={null}
        onChange={(kind: Asked['kind'] | null) => {
          const condition = kind && newCondition(plan, kind);
          if (condition) onChange([...value, condition]);
        }}
        options={kinds.map((kind) => ({
          value: kind,
          label: KIND_NAMES[kind],
          disabled: newCondition(plan, kind) === undefined,
        }))}
      />
    </div>
  );
}

function Values({ plan, condition, onChange }: { plan: Plan; condition: Asked; onChange: (condition: Asked) => void }) {
  switch (condition.kind) {
    case 'door':
      return (
        <Select
          mode="multiple"
          aria-label="Doors"
          value={condition.doors}
          onChange={(doors) => doors.length > 0 && onChange({ ...condition, doors })}
          options={plan.doors.map((door) => ({ value: door.id, label: door.name }))}
        />
      );
    case 'language':
      return (
        <LanguageSelect
          label="Languages"
          value={condition.languages}
          known={languagesOf(plan)}
          onChange={(languages) => languages.length > 0 && onChange({ ...condition, languages })}
        />
      );
    case 'page':
      return <Words label="Page patterns" value={condition.patterns} onChange={(patterns) => onChange({ ...condition, patterns })} />;
    case 'answer': {
      const question = questionsOf(plan).find((one) => one.id === condition.question);
      return (
        <>
          <Asking plan={plan} condition={condition} onChange={onChange} numbers={false} />
          <Words
            label="Answers"
            value={condition.answers}
            onChange={(answers) => onChange({ ...condition, answers })}
            offered={question?.choices.map((choice) => choice.value)}
          />
        </>
      );
    }
    case 'answer-contains':
      return (
        <>
          <Asking plan={plan} condition={condition} onChange={onChange} numbers={false} />
          <Words label="Words" value={condition.words} onChange={(words) => onChange({ ...condition, words })} />
        </>
      );
    case 'answer-number':
      return (
        <>
          <Asking plan={plan} condition={condition} onChange={onChange} numbers />
          <div className="condition-pair">
            <Select
              aria-label="Comparison"
              value={condition.comparison}
              onChange={(comparison) => onChange({ ...condition, comparison })}
              options={Object.entries(COMPARISONS).map(([value, label]) => ({ value: value as keyof typeof COMPARISONS, label }))}
            />
            <InputNumber
              aria-label="Number"
              value={condition.value}
              onChange={(value) => value !== null && onChange({ ...condition, value })}
            />
          </div>
        </>
      );
    case 'answered':
      return <Asking plan={plan} condition={condition} onChange={onChange} />;
    case 'visitor':
      return (
        <Select
          mode="multiple"
          aria-label="Visitors"
          value={condition.visitors}
          onChange={(visitors) => visitors.length > 0 && onChange({ ...condition, visitors })}
          options={Object.entries(VISITORS).map(([value, label]) => ({ value: value as keyof typeof VISITORS, label }))}
        />
      );
    case 'fact':
      return (
        <>
          <Input
            aria-label="Fact"
            value={condition.key}
            onChange={(event) => onChange({ ...condition, key: event.target.value })}
          />
          <Words label="Values" value={condition.values} onChange={(values) => onChange({ ...condition, values })} />
        </>
      );
    case 'topic':
      return <Words label="Topics" value={condition.topics} onChange={(topics) => onChange({ ...condition, topics })} />;
    case 'department-open':
      return (
        <Select
          mode="multiple"
          aria-label="Departments"
          value={condition.departments}
          onChange={(departments) => departments.length > 0 && onChange({ ...condition, departments })}
          options={plan.departments.map((department) => ({ value: department.id, label: department.name }))}
        />
      );
    case 'arrives-within':
      return (
        <WeekWindows
          nothing="any time"
          value={condition.windows}
          onChange={(windows) => windows.length > 0 && onChange({ ...condition, windows })}
        />
      );
    case 'chats-wait':
    case 'longest-waits':
      return (
        <div className="condition-pair">
          <Select
            aria-label="Queue"
            value={condition.queue}
            onChange={(queue) => onChange({ ...condition, queue })}
            options={plan.queues.map((queue) => ({ value: queue.id, label: queue.name }))}
          />
          {condition.kind === 'chats-wait' ? (
            <InputNumber
              aria-label="Chats waiting"
              min={1}
              max={10_000}
              precision={0}
              value={condition.chats}
              onChange={(chats) => chats !== null && onChange({ ...condition, chats })}
            />
          ) : (
            <InputNumber
              aria-label="Seconds waited"
              min={1}
              max={86_400}
              precision={0}
              suffix="s"
              value={condition.seconds}
              onChange={(seconds) => seconds !== null && onChange({ ...condition, seconds })}
            />
          )}
        </div>
      );
  }
}

function Asking<C extends Extract<Asked, { question: string }>>({
  plan,
  condition,
  onChange,
  numbers,
}: {
  plan: Plan;
  condition: C;
  onChange: (condition: C) => void;
  /** Only questions that want a number, or only others; all where it does not matter. */
  numbers?: boolean;
}) {
  return (
    <Select
      aria-label="Question"
      value={condition.question}
      onChange={(question) => onChange({ ...condition, question })}
      options={questionsOf(plan)
        .filter((one) => numbers === undefined || (one.kind === 'NUMBER') === numbers)
        .map((one) => ({ value: one.id, label: one.label }))}
    />
  );
}

/** Any of some words; at least one stays. */
function Words({
  label,
  value,
  onChange,
  offered,
}: {
  label: string;
  value: string[];
  onChange: (value: string[]) => void;
  offered?: string[] | undefined;
}) {
  return (
    <Select
      mode="tags"
      aria-label={label}
      value={value}
      onChange={(words: string[]) => {
        const kept = words.map((word) => word.trim()).filter((word) => word !== '' && word !== '…');
        if (kept.length > 0) onChange(kept);
      }}
      options={(offered ?? []).map((word) => ({ value: word, label: word }))}
    />
  );
}
