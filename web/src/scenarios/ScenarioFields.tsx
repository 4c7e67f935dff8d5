import { Button, Input, InputNumber, Select, Switch } from 'antd';
import type { Scenario } from '../api/model';
import { useWorkplace } from '../plan/workplace';
import { operatorLabel } from '../plan/names';
import { byDay } from '../time/days';
import { formatDay } from '../time/time';
import { Field } from '../ui/fields';

interface Props {
  scenario: Scenario;
  /** Null where there must be one. */
  onRemove: (() => void) | null;
  onChange: (scenario: Scenario) => void;
}

const PERCENT = 100;

/** What is otherwise in a scenario. */
export function ScenarioFields({ scenario, onChange, onRemove }: Props) {
  const { draft, week } = useWorkplace();
  const { plan } = draft;
  const put = (change: Partial<Scenario>) => onChange({ ...scenario, ...change });
  const queues = plan.queues.map(({ id, name }) => ({ value: id, label: name }));
  const merged = scenario.merged?.[0];
  return (
    <fieldset className="scenario">
      <legend className="visually-hidden">{scenario.name}</legend>
      <div className="scenario-head">
        <Input aria-label="Name of the scenario" value={scenario.name} maxLength={100} onChange={(event) => put({ name: event.target.value })} />
        {onRemove && (
          <Button type="text" aria-label={`Remove ${scenario.name}`} onClick={onRemove}>
            ×
          </Button>
        )}
      </div>
      <Field label="Chats">
        <InputNumber
          aria-label="Chats that come, in per cent"
          min={0}
          max={1000}
          step={10}
          suffix="%"
          value={Math.round((scenario.volume ?? 1) * PERCENT)}
          onChange={(value) => put({ volume: (value ?? PERCENT) / PERCENT })}
        />
      </Field>
      <Field label="People ill">
        <Select
          mode="multiple"
          value={scenario.ill ?? []}
          placeholder="nobody"
          showSearch={{ optionFilterProp: 'label' }}
          maxTagCount={3}
          onChange={(ill) => put({ ill })}
          options={plan.operators.map((one) => ({ value: one.id, label: operatorLabel(plan.operators, one) }))}
        />
      </Field>
      <Field label="Both on">
        <Select
          value={scenario.on ?? ''}
          onChange={(on) => put({ on: on || null })}
          options={[
            { value: '', label: 'the whole week' },
            ...byDay(week.startsAt, week.timeZone).map(({ date, from }) => ({
              value: date,
              label: formatDay(week.startsAt[from] ?? '', week.timeZone),
            })),
          ]}
        />
      </Field>
      <Field label="Bot">
        <Switch
          checked={!scenario.withoutBot}
          checkedChildren="answers"
          unCheckedChildren="down"
          onChange={(answers) => put({ withoutBot: !answers })}
        />
      </Field>
      <Field label="Opens later by">
        <InputNumber min={0} max={720} step={15} suffix="min" value={scenario.opensLater ?? 0} onChange={(value) => put({ opensLater: value })} />
      </Field>
      <Field label="Closes earlier by">
        <InputNumber min={0} max={720} step={15} suffix="min" value={scenario.closesEarlier ?? 0} onChange={(value) => put({ closesEarlier: value })} />
      </Field>
      <Field label="Goes into another">
        <Select
          allowClear
          placeholder="no queue"
          value={merged?.from}
          onChange={(from?: string) => {
            const to = queues.find(({ value }) => value !== from)?.value;
            put({ merged: from && to ? [{ from, to }] : [] });
          }}
          options={queues}
        />
      </Field>
      {merged && (
        <Field label="namely into">
          <Select
            value={merged.to}
            onChange={(to) => put({ merged: [{ from: merged.from, to }] })}
            options={queues.filter(({ value }) => value !== merged.from)}
          />
        </Field>
      )}
    </fieldset>
  );
}
