import { CloseOutlined } from '@ant-design/icons';
import { AutoComplete, Button, Checkbox, Select } from 'antd';
import { useState } from 'react';
import type { Settings } from '../api/model';
import { knownTopics } from '../plan/names';
import { useWorkplace } from '../plan/workplace';

type Topic = Settings['topics'][number];

export const topicWords = (topics: Topic[]) =>
  topics.length === 0 ? 'none' : `${topics.length}, ${topics.filter(({ skill }) => skill).length} with a skill`;

interface Props {
  value: Topic[];
  onChange: (value: Topic[]) => void;
}

/** What chats can be about, who has to take them, and which the bot hands over at once. */
export function TopicsEditor({ value, onChange }: Props) {
  const { draft } = useWorkplace();
  const [name, setName] = useState('');
  const free = knownTopics(draft.plan).filter((known) => !value.some((topic) => topic.name === known));
  const change = (i: number, part: Partial<Topic>) =>
    onChange(value.map((topic, k) => (k === i ? { ...topic, ...part } : topic)));
  return (
    <>
      <ul className="topics">
        {value.map((topic, i) => (
          <li key={topic.name}>
            <span className="topic-name">{topic.name}</span>
            <Button
              type="text"
              aria-label={`Remove ${topic.name}`}
              icon={<CloseOutlined />}
              onClick={() => onChange(value.filter((_, k) => k !== i))}
            />
            <Select
              aria-label={`Skill that ${topic.name} needs`}
              allowClear
              placeholder="needs no skill"
              value={topic.skill ?? null}
              onChange={(skill: string | null | undefined) => change(i, { skill: skill ?? null })}
              options={draft.plan.skills.map((skill) => ({ value: skill.id, label: skill.name }))}
            />
            <Checkbox checked={topic.handsOver} onChange={(event) => change(i, { handsOver: event.target.checked })}>
              handed over
            </Checkbox>
          </li>
        ))}
        <li>
          <AutoComplete
            aria-label="Name of a topic"
            placeholder="Add a topic"
            value={name}
            onChange={setName}
            options={free.map((known) => ({ value: known }))}
          />
          <Button
            disabled={name.trim() === '' || value.some((topic) => topic.name === name.trim())}
            onClick={() => {
              onChange([...value, { name: name.trim(), skill: null, handsOver: false }]);
              setName('');
            }}
          >
            Add
          </Button>
        </li>
      </ul>
      <p className="soft">
        Whoever takes a chat must hold its topic&rsquo;s skill, if somebody present does; else anybody will do. The bot hands
        over at once what is marked.
      </p>
    </>
  );
}
