import { Button, Input, InputNumber } from 'antd';
import { useState } from 'react';
import type { Estimate, Queue, Source } from '../api/model';
import { useWorkloads } from '../api/results';
import { now } from '../time/clock';
import { useWorkplace } from '../plan/workplace';
import { toLocal } from '../time/time';
import { Field } from '../ui/fields';
import { factors } from './factors';

type Workload = Queue['workload'];

interface Props {
  queueId: string;
  value: Workload;
  onChange: (value: Workload) => void;
}

/** What a queue's chats are assumed to take, who said so and when, and what the imported history says of it. */
export function WorkloadEditor({ queueId, value, onChange }: Props) {
  const { draft } = useWorkplace();
  const { data } = useWorkloads(draft.id);
  const measured = data?.queues.find(({ queue }) => queue === queueId);
  const from: Source = { said: 'measured over six weeks', asOf: data?.until ?? '' };
  const slowed = measured?.slowdown;
  const slowdown = value.slowdown.map((_, k) => Math.round(100 * Math.max(1, 1 + k * (slowed?.value ?? 0))) / 100);
  return (
    <>
      <Field label="Handling, assumed">
        <InputNumber
          min={1}
          max={86400}
          suffix="s"
          value={value.handlingSeconds}
          onChange={(handlingSeconds) => handlingSeconds !== null && onChange({ ...value, handlingSeconds })}
        />
      </Field>
      <p className="soft">Talk and wrap-up together.</p>
      <SourceField label="Handling" value={value.handlingFrom} onChange={(handlingFrom) => onChange({ ...value, handlingFrom })} />
      <Measured
        figure="Handling"
        estimate={measured?.handlingSeconds}
        words={({ value: seconds, standardError }) => `${seconds.toFixed(0)} ± ${(1.96 * standardError).toFixed(0)} s`}
        about="used for staffing in place of the assumption"
        onTake={(seconds) => onChange({ ...value, handlingSeconds: Math.round(seconds), handlingFrom: from })}
      />
      <Field label="Patience, assumed">
        <InputNumber
          min={1}
          max={86400}
          suffix="s"
          placeholder="without end"
          value={value.patienceSeconds}
          onChange={(patienceSeconds) => onChange({ ...value, patienceSeconds })}
        />
      </Field>
      <SourceField label="Patience" value={value.patienceFrom} onChange={(patienceFrom) => onChange({ ...value, patienceFrom })} />
      <Measured
        figure="Patience"
        estimate={measured?.patienceSeconds}
        words={({ value: seconds, standardError }) => `${seconds.toFixed(0)} ± ${(1.96 * standardError).toFixed(0)} s`}
        about="time waited for each visitor who gave up"
        onTake={(seconds) => onChange({ ...value, patienceSeconds: Math.round(seconds), patienceFrom: from })}
      />
      <SlowdownField value={value.slowdown} onChange={(typed) => onChange({ ...value, slowdown: typed })} />
      <SourceField label="Slowdown" value={value.slowdownFrom} onChange={(slowdownFrom) => onChange({ ...value, slowdownFrom })} />
      <Measured
        figure="Slowdown"
        estimate={slowed}
        words={({ value: share, standardError }) =>
          `${(100 * share).toFixed(0)} ± ${(196 * standardError).toFixed(0)} % for each chat more, ${slowdown.join(' ')}`
        }
        about="handling against chats at once"
        onTake={() => onChange({ ...value, slowdown, slowdownFrom: from })}
      />
    </>
  );
}

/** Factors with blanks between, kept as they were typed until they are understood. */
function SlowdownField({ value, onChange }: { value: number[]; onChange: (value: number[]) => void }) {
  const [wrong, setWrong] = useState<string | null>(null);
  return (
    <>
      <Field label="Slowdown">
        <Input
          key={value.join(' ')}
          defaultValue={value.join(' ')}
          status={wrong ? 'error' : ''}
          onBlur={(event) => {
            const read = factors(event.target.value);
            setWrong(typeof read === 'string' ? read : null);
            if (typeof read !== 'string') onChange(read);
          }}
        />
      </Field>
      {wrong && (
        <p className="short" role="alert">
          ▾ {wrong}
        </p>
      )}
      <p className="soft">
        Factors of the handling time while an operator holds one chat, two, three and so on, with blanks between.
      </p>
    </>
  );
}

interface SourceProps {
  label: string;
  value: Source | null | undefined;
  onChange: (value: Source | null) => void;
}

/** Where an assumption comes from, and since when; none while it is empty. */
function SourceField({ label, value, onChange }: SourceProps) {
  const { draft } = useWorkplace();
  const today = toLocal(now(), draft.plan.settings.timeZone).slice(0, 10);
  return (
    <Field label="comes from">
      <span className="source">
        <Input
          aria-label={`Source of ${label}`}
          placeholder="nobody has said"
          value={value?.said ?? ''}
          onChange={(event) =>
            onChange(event.target.value === '' ? null : { said: event.target.value, asOf: value?.asOf ?? today })
          }
        />
        {value && (
          <Input
            type="date"
            aria-label={`Date of the source of ${label}`}
            value={value.asOf}
            onChange={(event) => event.target.value && onChange({ ...value, asOf: event.target.value })}
          />
        )}
      </span>
    </Field>
  );
}

interface MeasuredProps {
  figure: string;
  estimate: Estimate | null | undefined;
  words: (estimate: Estimate) => string;
  about: string;
  onTake: (value: number) => void;
}

function Measured({ figure, estimate, words, about, onTake }: MeasuredProps) {
  if (!estimate) return <p className="soft">The imported history does not tell it.</p>;
  return (
    <p className="measured">
      <span>
        Measured: <strong>{words(estimate)}</strong>
        <br />
        <span className="soft">
          {about}, {estimate.chats.toFixed(0)} chats
        </span>
      </span>
      <Button size="small" aria-label={`Take over ${figure} as measured`} onClick={() => onTake(estimate.value)}>
        Take over
      </Button>
    </p>
  );
}
