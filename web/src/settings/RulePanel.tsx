import { Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { ConditionEditor } from './ConditionEditor';
import { useWorkplace } from '../plan/workplace';
import { EditorPanel } from '../plan/EditorPanel';
import { Field, Line, Part } from '../ui/fields';
import { LanguageField } from '../ui/LanguageField';
import { LocalInput } from '../ui/LocalInput';
import { inFirstOf } from '../ui/localText';
import { languagesOf } from '../plan/names';
import { SkillLevels } from './SkillLevels';
import { useElement } from '../plan/useElement';
import { PriorityNote } from './PriorityNote';

export function RulePanel({ id }: { id: string }) {
  const { draft } = useWorkplace();
  const { value: rule, change, edits } = useElement('rules', id);
  const { plan } = draft;
  const languages = languagesOf(plan);
  const [language, setLanguage] = useState(languages[0] ?? 'en');
  const row = plan.rules.findIndex((other) => other.id === id) + 1;
  const last = row === plan.rules.length;
  return (
    <EditorPanel
      title={rule.name}
      about={last ? `Rule ${row}, takes every chat the others left` : `Rule ${row} of ${plan.rules.length}`}
      edits={edits}
    >
      <Field label="Name">
        <Input value={rule.name} onChange={(event) => change({ name: event.target.value })} />
      </Field>
      {!last && (
        <ConditionEditor plan={plan} value={rule.conditions} onChange={(conditions) => change({ conditions })} />
      )}
      <Field label={last ? 'Catch-all queue' : 'Leads to'}>
        <Select
          value={rule.queue}
          onChange={(queue) => change({ queue })}
          options={plan.queues.map((queue) => ({ value: queue.id, label: queue.name }))}
        />
      </Field>
      <Line label="Wants besides">
        <SkillLevels
          levelName="Least level"
          value={rule.needs.map((need) => ({ skill: need.skill, level: need.leastLevel }))}
          onChange={(needs) => change({ needs: needs.map(({ skill, level }) => ({ skill, leastLevel: level })) })}
        />
      </Line>
      <Field label="Starting priority">
        <InputNumber
          min={0}
          max={9}
          precision={0}
          placeholder="that of the queue"
          value={rule.priority}
          onChange={(priority) => change({ priority })}
        />
      </Field>
      <PriorityNote of="rule" />
      <Part title="Says" short={inFirstOf(rule.said, [language]) || 'nothing'}>
        <LanguageField languages={languages} value={language} onChange={setLanguage} />
        <LocalInput label="Text" language={language} lines={2} value={rule.said} onChange={(said) => change({ said })} />
      </Part>
    </EditorPanel>
  );
}
