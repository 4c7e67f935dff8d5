import { InputNumber, Select } from 'antd';
import type { Bot } from '../api/bot';
import { useOutside } from '../api/help';
import { Field } from '../ui/fields';

type OutsideBot = NonNullable<Bot['outside']>;

const ITSELF = '';
const USUAL_SECONDS = 5;

/** Whether a bot answers by its topics, or somebody else does for it through a service of the installation. */
export function OutsideBotField({ value, onChange }: { value: OutsideBot | null; onChange: (value: OutsideBot | null) => void }) {
  const outside = useOutside();
  const known = [...new Set([...(outside.data?.services ?? []), ...(value ? [value.service] : [])])];
  return (
    <>
      <Field label="Answers">
        <Select
          value={value?.service ?? ITSELF}
          onChange={(service) => onChange(service === ITSELF ? null : { service, seconds: value?.seconds ?? USUAL_SECONDS })}
          options={[{ value: ITSELF, label: 'by its topics and pages' }, ...known.map((name) => ({ value: name, label: `somebody else: ${name}` }))]}
        />
      </Field>
      {value && (
        <>
          <Field label="Waited for at most">
            <InputNumber
              aria-label="Waited for at most, in seconds"
              min={1}
              max={20}
              precision={0}
              suffix="s"
              value={value.seconds}
              onChange={(seconds) => seconds !== null && onChange({ ...value, seconds })}
            />
          </Field>
          <p className="soft">Then people take over, as they do for whoever asks for a person or writes a sign of anger or danger.</p>
        </>
      )}
      {value && outside.data && !outside.data.services.includes(value.service) && (
        <p className="warns">◆ This installation has no service “{value.service}”: people take over every chat at once.</p>
      )}
    </>
  );
}
