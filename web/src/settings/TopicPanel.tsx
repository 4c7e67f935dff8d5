import { CloseOutlined } from '@ant-design/icons';
import { Button, Input, Select } from 'antd';
import { useState } from 'react';
import { EditorPanel } from '../plan/EditorPanel';
import { languagesOf } from '../plan/names';
import { useElement } from '../plan/useElement';
import { useWorkplace } from '../plan/workplace';
import { Field, Part } from '../ui/fields';
import { LanguageField } from '../ui/LanguageField';
import { LocalInput } from '../ui/LocalInput';
import { PictureField } from '../ui/PictureField';
import { FlipNote } from './FlipNote';
import { FollowUpsEditor } from './FollowUpsEditor';
import { ServiceEditor } from './ServiceEditor';
import { SentencesField } from './SentencesField';

/** A topic: the phrases it is learned by, what it is tried with, what the bot says, and what follows. */
export function TopicPanel({ id }: { id: string }) {
  const { draft } = useWorkplace();
  const { value: topic, change, edits } = useElement('topics', id);
  const languages = [...new Set([...draft.plan.bots.flatMap((bot) => bot.languages), ...languagesOf(draft.plan)])];
  const [language, setLanguage] = useState(languages[0] ?? 'en');
  const setAnswer = (i: number, answer: Record<string, string>) =>
    change({ answers: topic.answers.map((old, k) => (k === i ? answer : old)) });
  return (
    <EditorPanel title={topic.name} about="Topic" edits={edits}>
      {edits.changed && <FlipNote topics={[topic]} />}
      <Field label="Name">
        <Input value={topic.name} onChange={(event) => change({ name: event.target.value })} />
      </Field>
      <LanguageField languages={languages} value={language} onChange={setLanguage} />
      <SentencesField label="Phrases" language={language} value={topic.phrases} onChange={(phrases) => change({ phrases })} />
      <SentencesField label="Test utterances" language={language} value={topic.trials} onChange={(trials) => change({ trials })} />
      <Part title="Answers" short={`${topic.answers.length}, said in turn`} open>
        {topic.answers.map((answer, i) => (
          <div key={i} className="answer-line">
            <LocalInput label={`Answer ${i + 1}`} language={language} value={answer} lines={2} onChange={(changed) => setAnswer(i, changed)} />
            <Button
              type="text"
              aria-label={`Remove answer ${i + 1}`}
              icon={<CloseOutlined />}
              onClick={() => change({ answers: topic.answers.filter((_, k) => k !== i) })}
            />
          </div>
        ))}
        <Button onClick={() => change({ answers: [...topic.answers, { [language]: '…' }] })}>Add an answer</Button>
        <Field label="Link">
          <Input
            value={topic.link ?? ''}
            placeholder="https://…"
            onChange={(event) => change({ link: event.target.value === '' ? null : event.target.value })}
          />
        </Field>
        <PictureField name={topic.name} whole value={topic.picture ?? null} onChange={(picture) => change({ picture })} />
        <Field label="Buttons">
          <Select
            mode="multiple"
            value={topic.offers}
            placeholder="none"
            onChange={(offers: string[]) => change({ offers })}
            options={draft.plan.topics.filter((other) => other.id !== id).map((other) => ({ value: other.id, label: other.name }))}
          />
        </Field>
      </Part>
      <Field label="Then">
        <Select
          value={topic.after}
          onChange={(after) => change({ after })}
          options={[
            { value: 'NOTHING', label: 'the visitor writes on' },
            { value: 'HAND_OVER', label: 'a person takes over' },
            { value: 'MESSAGE_FORM', label: 'the form to leave a message' },
          ]}
        />
      </Field>
      <Field label="Skill in a person">
        <Select
          allowClear
          placeholder="none"
          value={topic.skill ?? null}
          onChange={(skill: string | null | undefined) => change({ skill: skill ?? null })}
          options={draft.plan.skills.map((skill) => ({ value: skill.id, label: skill.name }))}
        />
      </Field>
      <Part title="Asks first" short={topic.collects.length === 0 ? 'nothing' : topic.collects.map(({ key }) => key).join(', ')}>
        <FollowUpsEditor value={topic.collects} language={language} onChange={(collects) => change({ collects })} />
      </Part>
      <Part title="Asks a service" short={topic.service ? topic.service.service : 'none'}>
        <ServiceEditor value={topic.service ?? null} language={language} onChange={(service) => change({ service })} />
      </Part>
      <Part title="On buttons" short={Object.values(topic.label)[0] ?? 'the name'}>
        <LocalInput label="Label" language={language} value={topic.label} onChange={(label) => change({ label })} placeholder={topic.name} />
      </Part>
    </EditorPanel>
  );
}
