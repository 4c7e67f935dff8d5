import { Input, Select } from 'antd';
import { useState } from 'react';
import { EditorPanel } from '../plan/EditorPanel';
import { languagesOf } from '../plan/names';
import { useElement } from '../plan/useElement';
import { useWorkplace } from '../plan/workplace';
import { Field, Part } from '../ui/fields';
import { LanguageField } from '../ui/LanguageField';
import { LocalInput } from '../ui/LocalInput';
import { HandoffEditor, handoffWords } from './HandoffEditor';
import { OutsideBotField } from './OutsideBotField';
import { SentencesField } from './SentencesField';
import { LanguageSelect } from '../ui/LanguageSelect';

const COURTESIES = [
  ['GREETING', 'To a greeting'],
  ['THANKS', 'To thanks'],
  ['WHO_ARE_YOU', 'To “who are you?”'],
  ['GOODBYE', 'To a goodbye'],
] as const;

/** A bot: where it answers, in which languages, and what it says that is about no topic. */
export function BotPanel({ id }: { id: string }) {
  const { draft } = useWorkplace();
  const { value: bot, change, edits } = useElement('bots', id);
  const [language, setLanguage] = useState(bot.languages[0] ?? 'en');
  const known = [...new Set([...languagesOf(draft.plan), ...bot.languages])];
  return (
    <EditorPanel title={bot.name} about="Bot" edits={edits}>
      <Field label="Name">
        <Input value={bot.name} onChange={(event) => change({ name: event.target.value })} />
      </Field>
      <Field label="Languages">
        <LanguageSelect value={bot.languages} known={known} onChange={(languages) => change({ languages })} />
      </Field>
      <Field label="At doors">
        <Select
          mode="multiple"
          placeholder="none"
          value={bot.doors}
          onChange={(doors: string[]) => change({ doors })}
          options={draft.plan.doors.map((door) => ({ value: door.id, label: door.name }))}
        />
      </Field>
      <Field label="Topics">
        <Select
          mode="multiple"
          placeholder="all of the plan"
          value={bot.topics}
          onChange={(topics: string[]) => change({ topics })}
          options={draft.plan.topics.map((topic) => ({ value: topic.id, label: topic.name }))}
        />
      </Field>
      <OutsideBotField value={bot.outside ?? null} onChange={(outside) => change({ outside })} />
      <LanguageField languages={bot.languages} value={language} onChange={setLanguage} />
      <Part title="Courtesies" short="words that ship, where none are written" open>
        {COURTESIES.map(([key, label]) => (
          <Field key={key} label={label}>
            <LocalInput
              label={label}
              language={language}
              value={bot.courtesies[key] ?? {}}
              placeholder="as it ships"
              onChange={(text) => change({ courtesies: { ...bot.courtesies, [key]: text } })}
            />
          </Field>
        ))}
        <Field label="Not understood">
          <LocalInput
            label="Not understood"
            language={language}
            value={bot.notUnderstood}
            placeholder="as it ships"
            onChange={(notUnderstood) => change({ notUnderstood })}
          />
        </Field>
        <Field label="… the second time">
          <LocalInput
            label="Not understood the second time"
            language={language}
            value={bot.notUnderstoodAgain}
            placeholder="as it ships"
            onChange={(notUnderstoodAgain) => change({ notUnderstoodAgain })}
          />
        </Field>
      </Part>
      <Part title="Hands over" short={handoffWords(bot.handoff)}>
        <HandoffEditor plan={draft.plan} language={language} value={bot.handoff} onChange={(handoff) => change({ handoff })} />
      </Part>
      <SentencesField
        label="Of no topic"
        language={language}
        value={bot.strangers}
        onChange={(strangers) => change({ strangers })}
      />
      <p className="soft">What visitors write that no topic should take; the bot is tried with it and learns nothing of it.</p>
    </EditorPanel>
  );
}
