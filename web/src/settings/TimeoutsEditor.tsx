import { InputNumber, Select } from 'antd';
import type { Timeouts } from '../api/model';
import { Field } from '../ui/fields';
import { LocalInput } from '../ui/LocalInput';

/** What happens when one side of a chat waits for the other in vain. */
export function TimeoutsEditor({
  value,
  language,
  onChange,
}: {
  value: Timeouts;
  language: string;
  onChange: (value: Timeouts) => void;
}) {
  const { accept, reply, silence } = value;
  return (
    <>
      <Seconds label="To accept" value={accept.seconds} onChange={(seconds) => onChange({ ...value, accept: { ...accept, seconds } })} />
      <Count
        label="Misses, then away"
        value={accept.awayAfter}
        onChange={(awayAfter) => onChange({ ...value, accept: { ...accept, awayAfter } })}
      />
      <Seconds label="To reply" value={reply.seconds} onChange={(seconds) => onChange({ ...value, reply: { ...reply, seconds } })} />
      <Field label="Then">
        <Select
          value={reply.then}
          onChange={(then) => onChange({ ...value, reply: { ...reply, then } })}
          options={[
            { value: 'ANOTHER_OPERATOR', label: 'to another operator' },
            { value: 'HEAD_OF_QUEUE', label: 'back to the head of its queue' },
          ]}
        />
      </Field>
      <LocalInput
        label="Text when nobody replies"
        language={language}
        lines={2}
        placeholder="nothing is said when nobody replies"
        value={reply.text}
        onChange={(text) => onChange({ ...value, reply: { ...reply, text } })}
      />
      <Seconds
        label="Reminder after"
        value={silence.reminderSeconds}
        onChange={(reminderSeconds) => onChange({ ...value, silence: { ...silence, reminderSeconds } })}
      />
      <LocalInput
        label="Reminder"
        language={language}
        placeholder="the reminder"
        value={silence.reminder}
        onChange={(reminder) => onChange({ ...value, silence: { ...silence, reminder } })}
      />
      <Seconds
        label="Closed after"
        value={silence.closeSeconds}
        onChange={(closeSeconds) => onChange({ ...value, silence: { ...silence, closeSeconds } })}
      />
      <LocalInput
        label="Closing text"
        language={language}
        placeholder="the closing text"
        value={silence.close}
        onChange={(close) => onChange({ ...value, silence: { ...silence, close } })}
      />
      <Count
        label="Bot misses, then over"
        value={value.botMisses}
        onChange={(botMisses) => onChange({ ...value, botMisses })}
      />
    </>
  );
}

function Seconds({ label, value, onChange }: { label: string; value: number; onChange: (seconds: number) => void }) {
  return (
    <Field label={label}>
      <InputNumber min={5} max={86_400} precision={0} suffix="s" value={value} onChange={(next) => next !== null && onChange(next)} />
    </Field>
  );
}

function Count({ label, value, onChange }: { label: string; value: number; onChange: (count: number) => void }) {
  return (
    <Field label={label}>
      <InputNumber min={1} max={100} precision={0} value={value} onChange={(next) => next !== null && onChange(next)} />
    </Field>
  );
}
