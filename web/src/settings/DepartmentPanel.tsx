import { Input, Select } from 'antd';
import { useState } from 'react';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { EditorPanel } from '../plan/EditorPanel';
import { Field, Line, Part } from '../ui/fields';
import { LanguageField } from '../ui/LanguageField';
import { languagesOf } from '../plan/names';
import { QuestionsEditor } from './QuestionsEditor';
import { TextsEditor, textCount } from './TextsEditor';
import { useElement } from '../plan/useElement';

export function DepartmentPanel({ id }: { id: string }) {
  const { draft } = useWorkplace();
  const { select } = usePlace();
  const { value: department, change, edits } = useElement('departments', id);
  const { plan } = draft;
  const languages = languagesOf(plan);
  const [language, setLanguage] = useState(languages[0] ?? 'en');
  const queues = plan.queues.filter((queue) => queue.department === id);
  return (
    <EditorPanel title={department.name} about="Department" edits={edits}>
      <Field label="Name">
        <Input value={department.name} onChange={(event) => change({ name: event.target.value })} />
      </Field>
      <Field label="Opening hours">
        <Select
          value={department.hours}
          onChange={(hours) => change({ hours })}
          options={plan.hours.map((set) => ({ value: set.id, label: set.name }))}
        />
      </Field>
      <Line label="">
        <button
          type="button"
          className="plain-link"
          onClick={() => select({ kind: 'hours', id: department.hours })}
        >
          Change these hours
        </button>
      </Line>
      <Line label={`Queues, ${queues.length}`}>
        <span className="names">
          {queues.length === 0 && <span className="soft">none yet</span>}
          {queues.map((queue) => (
            <button
              key={queue.id}
              type="button"
              className="plain-link"
              onClick={() => select({ kind: 'queues', id: queue.id })}
            >
              {queue.name}
            </button>
          ))}
        </span>
      </Line>
      <LanguageField languages={languages} value={language} onChange={setLanguage} />
      <Part
        title="Questions"
        short={department.questions.length === 0 ? 'asks nothing' : `asks ${department.questions.length}`}
        open={department.questions.length > 0}
      >
        <p className="soft">Asked of a visitor whose chat goes here, before it waits.</p>
        <QuestionsEditor
          language={language}
          value={department.questions}
          onChange={(questions) => change({ questions })}
        />
      </Part>
      <Part title="Texts" short={textCount(department.texts)} open>
        <TextsEditor
          language={language}
          value={department.texts}
          inherited={(kind) => {
            const text = plan.settings.texts[kind]?.[language];
            return text === undefined ? undefined : { text, from: 'of the plan' };
          }}
          onChange={(texts) => change({ texts })}
        />
      </Part>
    </EditorPanel>
  );
}
