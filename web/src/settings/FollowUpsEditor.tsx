import { CloseOutlined } from '@ant-design/icons';
import { Button, Input, Select } from 'antd';
import type { ElementOf } from '../api/model';
import { LocalInput } from '../ui/LocalInput';

type FollowUp = ElementOf<'topics'>['collects'][number];

const KINDS: { value: FollowUp['kind']; label: string }[] = [
  { value: 'TEXT', label: 'any words' },
  { value: 'NUMBER', label: 'a number' },
  { value: 'DATE', label: 'a date' },
  { value: 'EMAIL', label: 'an e-mail address' },
  { value: 'PATTERN', label: 'a pattern' },
];

interface FollowUpsEditorProps {
  value: FollowUp[];
  language: string;
  onChange: (value: FollowUp[]) => void;
}

/** What the bot asks before it answers. */
export function FollowUpsEditor({ value, language, onChange }: FollowUpsEditorProps) {
  const change = (i: number, part: Partial<FollowUp>) => onChange(value.map((one, k) => (k === i ? { ...one, ...part } : one)));
  return (
    <>
      <ol className="follow-ups">
        {value.map((asked, i) => (
          <li key={i}>
            <div className="follow-up-head">
              <Input aria-label="Kept as" prefix="{" suffix="}" value={asked.key} onChange={(event) => change(i, { key: event.target.value })} />
              <Select
                aria-label="What is asked for"
                value={asked.kind}
                options={KINDS}
                onChange={(kind) => change(i, { kind, pattern: kind === 'PATTERN' ? (asked.pattern ?? '[0-9]{6}') : null })}
              />
              <Button
                type="text"
                aria-label={`Remove {${asked.key}}`}
                icon={<CloseOutlined />}
                onClick={() => onChange(value.filter((_, k) => k !== i))}
              />
            </div>
            <LocalInput label="Question" language={language} value={asked.ask} onChange={(ask) => change(i, { ask })} placeholder="Your booking number?" />
            <LocalInput
              label="Asked again"
              language={language}
              value={asked.again}
              onChange={(again) => change(i, { again })}
              placeholder="when the answer is none, twice at most"
            />
            {asked.kind === 'PATTERN' && (
              <Input aria-label="Pattern" value={asked.pattern ?? ''} onChange={(event) => change(i, { pattern: event.target.value })} />
            )}
          </li>
        ))}
      </ol>
      <Button
        onClick={() =>
          onChange([...value, { key: `value${value.length + 1}`, ask: { [language]: 'What is it?' }, again: {}, kind: 'TEXT', pattern: null }])
        }
      >
        Ask for something
      </Button>
    </>
  );
}
