import { Select } from 'antd';
import type { Queue } from '../api/model';
import { useWorkplace } from '../plan/workplace';
import { Field } from '../ui/fields';
import { operatorLabel } from '../plan/names';

type Members = Queue['members'];

/** How a queue finds its members, and those it names. */
export function MembersEditor({ value, onChange }: { value: Members; onChange: (value: Members) => void }) {
  const { draft } = useWorkplace();
  const { operators } = draft.plan;
  const named = value.kind === 'skill' ? [] : value.operators;
  return (
    <>
      <Field label="Members found">
        <Select
          value={value.kind}
          onChange={(kind: Members['kind']) => onChange(kind === 'skill' ? { kind } : { kind, operators: named })}
          options={[
            { value: 'skill', label: 'by skills and levels' },
            { value: 'name', label: 'by name' },
            { value: 'skill-or-name', label: 'by skills, and by name' },
          ]}
        />
      </Field>
      {value.kind !== 'skill' && (
        <Field label="Named">
          <Select
            mode="multiple"
            placeholder="nobody yet"
            optionFilterProp="label"
            value={named}
            onChange={(names) => onChange({ kind: value.kind, operators: names })}
            options={operators.map((operator) => ({
              value: operator.id,
              label: operatorLabel(operators, operator),
            }))}
          />
        </Field>
      )}
    </>
  );
}
