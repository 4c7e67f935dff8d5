import { Select } from 'antd';
import type { FrontDoor } from '../api/model';
import { Field } from '../ui/fields';

type Opening = Pick<FrontDoor, 'opens' | 'first'>;

const SIDES = [
  { value: 'PEOPLE' as const, label: 'people' },
  { value: 'BOT' as const, label: 'the bot' },
  { value: 'DRAFTS' as const, label: 'people, with drafts of the bot' },
];

/** What a door asks for besides its hours, and who answers it first. */
export function DoorOpening({ value, onChange }: { value: Opening; onChange: (part: Partial<Opening>) => void }) {
  return (
    <>
      <Field label="Opens">
        <Select
          value={value.opens}
          onChange={(opens) => onChange({ opens })}
          options={[
            { value: 'BY_HOURS', label: 'by its hours alone' },
            { value: 'CATCH_ALL_PRESENT', label: 'while the catch-all queue is served' },
            { value: 'VISITOR_SERVED', label: 'while this very visitor can be served' },
          ]}
        />
      </Field>
      <Field label="First while open">
        <Select
          value={value.first.open}
          options={SIDES}
          onChange={(open) => onChange({ first: { ...value.first, open } })}
        />
      </Field>
      <Field label="First while closed">
        <Select
          value={value.first.closed}
          options={SIDES.filter(({ value }) => value !== 'DRAFTS').map((side) => (side.value === 'PEOPLE' ? { ...side, label: 'nobody' } : side))}
          onChange={(closed) => onChange({ first: { ...value.first, closed } })}
        />
      </Field>
    </>
  );
}
