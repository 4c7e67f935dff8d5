import { Button, Select } from 'antd';
import type { Queue } from '../api/model';
import { useWorkplace } from '../plan/workplace';
import { Field } from '../ui/fields';
import { operatorLabel } from '../plan/names';

type Choice = Queue['choice'];

export const CHOICES: Record<Choice['kind'], string> = {
  'longest-free': 'longest free',
  'lightest-load': 'lightest load for their capacity',
  'best-at-skill': 'best at the skills',
  tiers: 'in tiers',
};

/** Which of the eligible operators gets the next chat. */
export function ChoiceEditor({ value, onChange }: { value: Choice; onChange: (value: Choice) => void }) {
  const { draft } = useWorkplace();
  const { operators } = draft.plan;
  const tiers = value.kind === 'tiers' ? value.tiers : [];
  const inATier = new Set(tiers.flat());

  function pick(kind: Choice['kind']) {
    const first = operators[0];
    if (kind !== 'tiers') onChange({ kind });
    else if (first) onChange({ kind, tiers: [[first.id]] });
  }

  const setTier = (t: number, ids: string[]) =>
    onChange({ kind: 'tiers', tiers: tiers.map((tier, k) => (k === t ? ids : tier)).filter((tier) => tier.length > 0) });

  return (
    <>
      <Field label="Chosen">
        <Select
          value={value.kind}
          onChange={pick}
          options={Object.entries(CHOICES).map(([kind, label]) => ({ value: kind as Choice['kind'], label }))}
        />
      </Field>
      {tiers.map((tier, t) => (
        <Field key={t} label={`Tier ${t + 1}`}>
          <Select
            mode="multiple"
            optionFilterProp="label"
            value={tier}
            onChange={(ids) => setTier(t, ids)}
            options={operators
              .filter((operator) => tier.includes(operator.id) || !inATier.has(operator.id))
              .map((operator) => ({ value: operator.id, label: operatorLabel(operators, operator) }))}
          />
        </Field>
      ))}
      {value.kind === 'tiers' && (
        <>
          <Button
            onClick={() => {
              const next = operators.find((operator) => !inATier.has(operator.id));
              if (next) onChange({ kind: 'tiers', tiers: [...tiers, [next.id]] });
            }}
          >
            Add a tier
          </Button>
          <p className="soft">Who is in no tier comes last. Within a tier the longest free goes first.</p>
        </>
      )}
    </>
  );
}
