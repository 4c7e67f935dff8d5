import { Button, InputNumber, Select } from 'antd';
import { useState } from 'react';
import type { RosterRules, RosterRulesView, ShiftKind, Terms } from '../api/model';
import { usePutRosterRules, useRosterRules } from '../api/roster';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';
import { useWorkplace } from '../plan/workplace';
import { KindEditor } from './KindEditor';
import { TermsEditor } from './TermsEditor';

/** What rosters keep to: rest and days in a row, the kinds of shift, and the terms of the person picked. */
export function RulesPanel({ operator }: { operator: string | null }) {
  const { draft } = useWorkplace();
  const { data, error } = useRosterRules(draft.id);
  if (!data) return <ErrorNote error={error} />;
  return <Editor key={`${data.version} ${operator}`} view={data} operator={operator} />;
}

function Editor({ view, operator }: { view: RosterRulesView; operator: string | null }) {
  const { draft, canEdit } = useWorkplace();
  const put = usePutRosterRules(draft.id);
  const [rules, setRules] = useState<RosterRules>(view.rules);
  const changed = JSON.stringify(rules) !== JSON.stringify(view.rules);
  const person = draft.plan.operators.find((one) => one.id === operator);
  const terms = rules.terms.find((one) => one.operator === operator) ?? view.terms.find((one) => one.operator === operator);

  function setKind(index: number, kind: ShiftKind) {
    setRules({ ...rules, kinds: rules.kinds.map((one, i) => (i === index ? kind : one)) });
  }

  function setTerms(next: Terms) {
    setRules({ ...rules, terms: [...rules.terms.filter((one) => one.operator !== next.operator), next] });
  }

  return (
    <div className="editor roster-editor">
      <label>
        As many people as required by
        <Select
          aria-label="As many people as required by"
          value={rules.requiredBy}
          onChange={(requiredBy) => setRules({ ...rules, requiredBy })}
          options={[
            { value: 'FORMULA', label: 'the staffing model' },
            { value: 'SIMULATION', label: 'the simulation' },
          ]}
        />
      </label>
      {rules.requiredBy === 'SIMULATION' && (
        <p className="soft">
          The fewest people with whom every queue meets its target in the simulated week; a search of a roster looks for them
          first, where Staffing has not.
        </p>
      )}
      <label>
        Rest between shifts, hours
        <InputNumber
          aria-label="Rest between shifts, hours"
          min={0}
          max={48}
          step={0.5}
          value={rules.restMinutes / 60}
          onChange={(hours) => setRules({ ...rules, restMinutes: Math.round((hours ?? 0) * 60) })}
        />
      </label>
      <label>
        Days in a row at most
        <InputNumber
          aria-label="Days in a row at most"
          min={1}
          max={14}
          value={rules.daysInARow}
          onChange={(days) => setRules({ ...rules, daysInARow: days ?? 1 })}
        />
      </label>
      <h3>Kinds of shift</h3>
      {rules.kinds.map((kind, i) => (
        <KindEditor
          key={kind.id}
          kind={kind}
          onChange={(next) => setKind(i, next)}
          onRemove={() => setRules({ ...rules, kinds: rules.kinds.filter((one) => one !== kind) })}
        />
      ))}
      <Button onClick={() => setRules({ ...rules, kinds: [...rules.kinds, newKind(rules.kinds)] })}>Add a kind</Button>
      {person && terms ? (
        <>
          <h3>Terms of {person.name}</h3>
          <TermsEditor terms={terms} kinds={rules.kinds} onChange={setTerms} />
        </>
      ) : (
        <p className="soft">Pick a person to set their hours, availability, absences and wishes.</p>
      )}
      <ErrorNote error={put.error} />
      {canEdit && (
        <div className="editor-buttons">
          <BusyButton type="primary" disabled={!changed} busy={put.isPending} onClick={() => put.mutate({ version: view.version, rules })}>
            Keep these rules
          </BusyButton>
          <Button disabled={!changed} onClick={() => setRules(view.rules)}>
            Drop the changes
          </Button>
        </div>
      )}
    </div>
  );
}

function newKind(kinds: ShiftKind[]): ShiftKind {
  let number = kinds.length + 1;
  while (kinds.some((kind) => kind.id === `kind-${number}`)) number++;
  return {
    id: `kind-${number}`,
    name: `Kind ${number}`,
    minutes: 480,
    earliestStart: '08:00:00',
    latestStart: '10:00:00',
    stepMinutes: 30,
    breaks: [],
  };
}

