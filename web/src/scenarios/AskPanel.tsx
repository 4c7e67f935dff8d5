import { Button, Input, InputNumber, Segmented, Select, Switch } from 'antd';
import { useState } from 'react';
import type { Asked, Dial, Scenario } from '../api/model';
import { useAsk } from '../api/questions';
import { useWorkplace } from '../plan/workplace';
import { formatDays } from '../time/time';
import { ErrorNote } from '../ui/ErrorNote';
import { Field } from '../ui/fields';
import { around, DIALS, type DialKind, dialName, sortOf, spread, standing } from './dials';
import { ScenarioFields } from './ScenarioFields';

const SIDE_BY_SIDE = 'Side by side';
const SWEEP = 'Sweep';
const MOST_SCENARIOS = 12;
const STEPS = 10;

/** Puts a question together: scenarios side by side, or one number turned through a range. */
export function AskPanel({ onAsked }: { onAsked: (id: number) => void }) {
  const { draft, week, canEdit } = useWorkplace();
  const ask = useAsk(draft.id);
  const [sort, setSort] = useState(SIDE_BY_SIDE);
  const [live, setLive] = useState(false);
  const [name, setName] = useState('');
  const [scenarios, setScenarios] = useState<Scenario[]>([{ name: 'Half as many again', volume: 1.5 }]);
  const [within, setWithin] = useState<Scenario | null>(null);
  const first = draft.plan.queues[0];
  const [dial, setDial] = useState<Dial>({ kind: 'WEIGHT', element: first?.id });
  const [range, setRange] = useState(() => around(draft.plan, dial));
  const sweeps = sort === SWEEP;

  function turn(next: Dial) {
    setDial(next);
    setRange(around(draft.plan, next));
  }

  function send() {
    const asked: Asked = {
      name: name.trim() || (sweeps ? dialName(draft.plan, dial) : scenarios.map((one) => one.name).join(', ').slice(0, 100)),
      monday: week.monday,
      of: live ? 'live' : 'draft',
      scenarios: sweeps ? (within ? [within] : []) : scenarios,
      sweep: sweeps ? { dial, values: spread(range.from, range.to, STEPS) } : null,
    };
    ask.mutate(asked, { onSuccess: ({ id }) => onAsked(id) });
  }

  return (
    <div className="editor ask">
      <Segmented block options={[SIDE_BY_SIDE, SWEEP]} value={sort} onChange={setSort} />
      <Field label="Question">
        <Input value={name} maxLength={100} placeholder="named by what is tried" onChange={(event) => setName(event.target.value)} />
      </Field>
      {sweeps ? (
        <>
          <DialFields dial={dial} onChange={turn} />
          <Field label="From">
            <InputNumber {...limits(dial.kind)} value={range.from} onChange={(from) => setRange({ ...range, from: from ?? range.from })} />
          </Field>
          <Field label="To">
            <InputNumber {...limits(dial.kind)} value={range.to} onChange={(to) => setRange({ ...range, to: to ?? range.to })} />
          </Field>
          <p className="soft">{now(standing(draft.plan, dial), dial)} Ten values are tried.</p>
          {within ? (
            <ScenarioFields scenario={within} onChange={setWithin} onRemove={() => setWithin(null)} />
          ) : (
            <Button type="link" onClick={() => setWithin({ name: 'Meanwhile' })}>
              Under other circumstances…
            </Button>
          )}
        </>
      ) : (
        <>
          {scenarios.map((one, i) => (
            <ScenarioFields
              // scenarios have no other identity than their place while they are put together
              key={i}
              scenario={one}
              onChange={(changed) => setScenarios(scenarios.map((other, k) => (k === i ? changed : other)))}
              onRemove={scenarios.length > 1 ? () => setScenarios(scenarios.filter((_, k) => k !== i)) : null}
            />
          ))}
          {scenarios.length < MOST_SCENARIOS && (
            <Button onClick={() => setScenarios([...scenarios, { name: `Scenario ${scenarios.length + 1}` }])}>Add a scenario</Button>
          )}
        </>
      )}
      {draft.live && (
        <Field label="Tried with">
          <Switch checked={live} checkedChildren="the live plan" unCheckedChildren="the draft" onChange={setLive} />
        </Field>
      )}
      <p className="soft">In the week from {formatDays({ firstDay: week.monday, lastDay: week.monday })}, the same visitors for all.</p>
      <ErrorNote error={ask.error} />
      {canEdit ? (
        <Button type="primary" disabled={ask.isPending || (sweeps && range.to <= range.from)} onClick={send}>
          Simulate
        </Button>
      ) : (
        <p className="soft">Your role may look at what was simulated, not have more simulated.</p>
      )}
    </div>
  );
}

function limits(kind: DialKind) {
  const { least, most, unit } = sortOf(kind);
  return { min: least, max: most, suffix: unit || undefined };
}

function now(value: number | null, { kind }: Dial) {
  if (value === null) return 'The plan has no single number there now.';
  return `It stands at ${value}${sortOf(kind).unit && ` ${sortOf(kind).unit}`}.`;
}

function DialFields({ dial, onChange }: { dial: Dial; onChange: (dial: Dial) => void }) {
  const { plan } = useWorkplace().draft;
  const sort = sortOf(dial.kind);
  const elements = sort.of === 'queue' ? plan.queues : sort.of === 'bot' ? plan.bots : [];
  const ladder = plan.queues.find(({ id }) => id === dial.element)?.ladder ?? [];
  function pick(kind: DialKind) {
    const { of } = sortOf(kind);
    const first = of === 'queue' ? (plan.queues.find(({ ladder: rungs }) => kind !== 'RUNG' || rungs.length > 0) ?? plan.queues[0]) : plan.bots[0];
    onChange({ kind, element: of ? (first?.id ?? null) : null, rung: kind === 'RUNG' ? 0 : null });
  }
  return (
    <>
      <Field label="Number">
        <Select
          value={dial.kind}
          onChange={pick}
          options={DIALS.filter(({ of }) => of !== 'bot' || plan.bots.length > 0).map(({ kind, name }) => ({ value: kind, label: name }))}
        />
      </Field>
      {sort.of && (
        <Field label={sort.of === 'queue' ? 'Queue' : 'Bot'}>
          <Select
            value={dial.element}
            onChange={(element) => onChange({ ...dial, element })}
            options={elements.map(({ id, name }) => ({ value: id, label: name }))}
          />
        </Field>
      )}
      {dial.kind === 'RUNG' && (
        <Field label="Rung">
          <Select
            value={dial.rung ?? 0}
            onChange={(rung) => onChange({ ...dial, rung })}
            options={ladder.map(({ seconds }, i) => ({ value: i, label: `${i + 1}., after ${seconds} s` }))}
          />
        </Field>
      )}
    </>
  );
}
