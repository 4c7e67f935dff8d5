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
  const { accept, reply, silence, botCertainty, lost, rungs } = value;
  return (
    <>
      <Seconds label="To accept" value={accept.seconds} onChange={(seconds) => onChange({ ...value, accept: { ...accept, seconds } })} />
      <Count
        label="Misses, then away"
        value={accept.awayAfter}
        onChange={(awayAfter) => onChange({ ...value, accept: { ...accept, awayAfter } })}
      />
      <Seconds
        label="Pause, then asked again"
        value={accept.pauseSeconds}
        onChange={(pauseSeconds) => onChange({ ...value, accept: { ...accept, pauseSeconds } })}
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
      <Field label="The visitor may">
        <Select
          value={reply.offers}
          onChange={(offers) => onChange({ ...value, reply: { ...reply, offers } })}
          options={[
            { value: 'NOTHING', label: 'only wait on' },
            { value: 'MESSAGE', label: 'leave a message besides' },
            { value: 'CALL_BACK', label: 'ask to be called back besides' },
          ]}
        />
      </Field>
      <LocalInput
        label="Text when nobody replies"
        language={language}
        lines={2}
        placeholder="the door's own words"
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
      <Field label="Bot understands from">
        <InputNumber
          min={0}
          max={100}
          precision={0}
          suffix="%"
          value={Math.round(botCertainty * 100)}
          onChange={(percent) => percent !== null && onChange({ ...value, botCertainty: percent / 100 })}
        />
      </Field>
      <Seconds
        label="Operator lost, gives back"
        value={lost.operatorSeconds}
        onChange={(operatorSeconds) => onChange({ ...value, lost: { ...lost, operatorSeconds } })}
      />
      <Seconds
        label="Visitor lost, is gone"
        value={lost.visitorSeconds}
        onChange={(visitorSeconds) => onChange({ ...value, lost: { ...lost, visitorSeconds } })}
      />
      <Clock
        label="Ladder after the bot"
        value={rungs.afterChoice}
        onChange={(afterChoice) => onChange({ ...value, rungs: { ...rungs, afterChoice } })}
      />
      <Clock
        label="Ladder after a move"
        value={rungs.afterMove}
        onChange={(afterMove) => onChange({ ...value, rungs: { ...rungs, afterMove } })}
      />
      <Clock
        label="Ladder after coming back"
        value={rungs.afterReturn}
        onChange={(afterReturn) => onChange({ ...value, rungs: { ...rungs, afterReturn } })}
      />
    </>
  );
}

type RungSeconds = Timeouts['rungs']['afterMove'];

/** Whether the seconds of a ladder go on. */
function Clock({ label, value, onChange }: { label: string; value: RungSeconds; onChange: (value: RungSeconds) => void }) {
  return (
    <Field label={label}>
      <Select
        value={value}
        onChange={onChange}
        options={[
          { value: 'GO_ON', label: 'its seconds go on' },
          { value: 'START_ANEW', label: 'it starts anew' },
        ]}
      />
    </Field>
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
