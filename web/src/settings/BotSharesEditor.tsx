import { CloseOutlined } from '@ant-design/icons';
import { AutoComplete, Button, InputNumber } from 'antd';
import { useState } from 'react';
import type { Settings } from '../api/model';
import { knownTopics } from '../plan/names';
import { useWorkplace } from '../plan/workplace';

type BotShare = Settings['botShares'][number];

export const botWords = (shares: BotShare[]) =>
  shares.length === 0 ? 'nothing' : `${shares.length} ${shares.length === 1 ? 'topic' : 'topics'}`;

interface Props {
  value: BotShare[];
  onChange: (value: BotShare[]) => void;
}

/** How many of the chats about a topic the bot is assumed to finish by itself. */
export function BotSharesEditor({ value, onChange }: Props) {
  const { draft } = useWorkplace();
  const [topic, setTopic] = useState('');
  const free = knownTopics(draft.plan).filter((name) => !value.some((share) => share.topic === name && !share.language));
  return (
    <>
      <ul className="shares">
        {value.map((share, i) => (
          <li key={`${share.topic} ${share.language ?? ''}`}>
            <span>
              {share.topic}
              {share.language && `, ${share.language}`}
              {share.source && <span className="soft"> {share.source.said}, {share.source.asOf}</span>}
            </span>
            <InputNumber
              aria-label={`${share.topic}${share.language ? ` in ${share.language}` : ''}, per cent finished by the bot`}
              min={0}
              max={99}
              suffix="%"
              value={Math.round(share.share * 1000) / 10}
              onChange={(percent) =>
                percent !== null && onChange(value.map((old, k) => (k === i ? { ...old, share: percent / 100, source: null } : old)))
              }
            />
            <Button
              type="text"
              aria-label={`Remove ${share.topic}`}
              icon={<CloseOutlined />}
              onClick={() => onChange(value.filter((_, k) => k !== i))}
            />
          </li>
        ))}
        <li>
          <AutoComplete
            aria-label="Topic left to the bot"
            placeholder="Add a topic"
            value={topic}
            onChange={setTopic}
            options={free.map((name) => ({ value: name }))}
          />
          <Button
            disabled={topic.trim() === '' || value.some((share) => share.topic === topic.trim() && !share.language)}
            onClick={() => {
              onChange([...value, { topic: topic.trim(), language: null, share: 0.3, source: null }]);
              setTopic('');
            }}
          >
            Add
          </Button>
        </li>
      </ul>
      <p className="soft">
        Assumed until the bot itself is measured, which Bot does. A good bot takes about 80 % of questions, people get the 20 % that need
        them (a rule of thumb in the trade).
      </p>
    </>
  );
}
