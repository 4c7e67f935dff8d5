import { Button, Input, InputNumber, Select } from 'antd';
import { useEffect, useState } from 'react';
import { useLabels } from '../api/margin';
import type { Plan } from '../api/model';
import { ChatLimits, Limit } from '../ui/ChatLimits';
import { OUTCOMES } from '../ui/outcome';

/** What is looked for among records: parameters of the address, which the server reads as they are. */
export const SEARCHED = ['words', 'door', 'queue', 'operator', 'language', 'outcome', 'from', 'until', 'hour', 'weekday', 'topic', 'label', 'rated', 'waited'] as const;
export type Searched = (typeof SEARCHED)[number];

interface RecordSearchProps {
  /** Of the plan. */
  id: string;
  plan: Plan;
  search: URLSearchParams;
  onSearch: (change: Partial<Record<Searched, string[] | string | null>>) => void;
}

const TYPED_MILLIS = 300;

const MONDAY = Date.UTC(2024, 0, 1);
const DAY = 24 * 3600_000;

/** What nobody chooses here, but reports lead here by: shown, and taken away. */
const LED: Partial<Record<Searched, (value: string) => string>> = {
  hour: (hour) => `came from ${hour.padStart(2, '0')}:00 to ${hour.padStart(2, '0')}:59`,
  weekday: (day) => `came on a ${new Date(MONDAY + (Number(day) - 1) * DAY).toLocaleDateString('en', { weekday: 'long', timeZone: 'UTC' })}`,
  topic: (topic) => (topic === '' ? 'topic not known' : `about ${topic}`),
};

/** By words and by everything that is kept. */
export function RecordSearch({ id, plan, search, onSearch }: RecordSearchProps) {
  const labels = useLabels(id, 'records', true);
  return (
    <div className="record-search" role="search">
      <Words words={search.get('words') ?? ''} onWords={(words) => onSearch({ words: words || null })} />
      {(['from', 'until'] as const).map((name) => (
        <Input
          key={name}
          type="date"
          aria-label={`Came ${name}`}
          prefix={<span className="soft">{name}</span>}
          value={search.get(name) ?? ''}
          onChange={(event) => onSearch({ [name]: event.target.value || null })}
        />
      ))}
      <ChatLimits plan={plan} params={search} onLimit={onSearch} />
      <Select
        mode="multiple"
        aria-label="However it ended"
        placeholder="However it ended"
        maxTagCount={1}
        popupMatchSelectWidth={false}
        value={search.getAll('outcome')}
        options={Object.entries(OUTCOMES).map(([value, label]) => ({ value, label }))}
        onChange={(outcome: string[]) => onSearch({ outcome })}
      />
      <InputNumber
        aria-label="Waited at least, seconds"
        placeholder="waited"
        prefix="≥"
        suffix="s"
        min={0}
        value={number(search.get('waited'))}
        onChange={(seconds) => onSearch({ waited: seconds === null ? null : String(seconds) })}
      />
      <Limit
        label="However rated"
        value={search.get('rated')}
        options={[1, 2, 3, 4].map((mark) => ({ value: String(mark), label: `rated ${mark} or less` }))}
        onChange={(rated) => onSearch({ rated })}
      />
      <Limit
        label="With any label or none"
        value={search.get('label')}
        options={[{ value: '', label: 'without any label' }, ...(labels.data ?? []).map((label) => ({ value: label, label }))]}
        onChange={(label) => onSearch({ label })}
      />
      {Object.entries(LED).map(([name, words]) => {
        const value = search.get(name);
        return (
          value !== null && (
            <Button key={name} type="dashed" title="Take this limit away" onClick={() => onSearch({ [name]: null })}>
              {words(value)} ×
            </Button>
          )
        );
      })}
      {SEARCHED.some((name) => search.has(name)) && (
        <Button type="text" onClick={() => onSearch(Object.fromEntries(SEARCHED.map((name) => [name, null])))}>
          All chats
        </Button>
      )}
    </div>
  );
}

/** Words are looked for a moment after the last key. */
function Words({ words, onWords }: { words: string; onWords: (words: string) => void }) {
  const [typed, setTyped] = useState(words);
  useEffect(() => setTyped(words), [words]);
  useEffect(() => {
    if (typed.trim() === words) return;
    const timer = setTimeout(() => onWords(typed.trim()), TYPED_MILLIS);
    return () => clearTimeout(timer);
  });
  return (
    <Input
      type="search"
      aria-label="Words"
      placeholder="Words, “beside each other”, -without"
      allowClear
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
    />
  );
}

const number = (text: string | null) => (text === null ? null : Number(text));
