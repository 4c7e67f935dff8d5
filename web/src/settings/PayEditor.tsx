import { Input, InputNumber } from 'antd';
import type { Settings } from '../api/model';
import { Field } from '../ui/fields';

interface Props {
  value: Settings['pay'];
  onChange: (value: Settings['pay']) => void;
}

/** What an operator's hour costs; left empty where nobody has said. */
export function PayEditor({ value, onChange }: Props) {
  return (
    <>
      <Field label="A paid hour">
        <InputNumber
          min={0.01}
          max={1_000_000}
          placeholder="not said"
          value={value?.perHour}
          onChange={(perHour) => onChange(perHour === null ? null : { perHour, currency: value?.currency ?? 'EUR' })}
        />
      </Field>
      {value && (
        <Field label="Currency">
          <Input
            maxLength={3}
            value={value.currency}
            onChange={(event) => onChange({ ...value, currency: event.target.value.toUpperCase() })}
          />
        </Field>
      )}
    </>
  );
}
