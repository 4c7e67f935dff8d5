import { Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import type { CheckStep, PlayedRehearsal } from '../api/rehearsals';
import { useWorkplace } from '../plan/workplace';
import { Field } from '../ui/fields';
import { freeChat } from './moments';
import { clockOf, durationOf } from '../time/duration';
import { languageOptions } from '../ui/languages';
import { Dialog } from '../ui/Dialog';

interface NewVisitorProps {
  rehearsal: PlayedRehearsal;
  millis: number;
  onClose: () => void;
  onSteps: (steps: CheckStep[]) => void;
  onChat: (chat: string) => void;
}

const MOST_AT_ONCE = 200;

/** Who comes, through which door, and what they answer there; one or a crowd. */
export function NewVisitor({ rehearsal, millis, onClose, onSteps, onChat }: NewVisitorProps) {
  const { draft } = useWorkplace();
  const [doorId, setDoor] = useState(draft.plan.doors[0]?.id ?? '');
  const door = draft.plan.doors.find(({ id }) => id === doorId);
  const [language, setLanguage] = useState<string | null>(null);
  const [answers, setAnswers] = useState<Record<string, string>>({});
  const [page, setPage] = useState('');
  const [count, setCount] = useState(1);
  const [span, setSpan] = useState(60);
  const spoken = language !== null && door?.languages.includes(language) ? language : (door?.languages[0] ?? 'en');
  const asked = door?.questions.filter(({ asked: when }) => when === 'BEFORE') ?? [];
  const given = Object.fromEntries(
    asked.flatMap(({ id, required, choices }) => {
      const value = answers[id] ?? (required ? choices[0]?.value : undefined);
      return value ? [[id, value]] : [];
    }),
  );
  function arrive() {
    const first = freeChat(rehearsal);
    onSteps(
      Array.from({ length: count }, (_, i) => ({
        at: durationOf(millis + (count > 1 ? (i * span * 1000) / count : 0)),
        do: 'arrive',
        chat: `c${first + i}`,
        door: doorId,
        language: spoken,
        page: page.trim() || null,
        answers: given,
      })),
    );
    onChat(`c${first}`);
    onClose();
  }
  return (
    <Dialog open title={`Visitors arrive at ${clockOf(millis)}`} okText={count > 1 ? `${count} arrive` : 'Arrives'} onOk={arrive} onCancel={onClose}>
      <Field label="Door">
        <Select aria-label="Door" value={doorId} onChange={setDoor} options={draft.plan.doors.map(({ id, name }) => ({ value: id, label: name }))} />
      </Field>
      <Field label="Language">
        <Select
          aria-label="Language"
          value={spoken}
          onChange={setLanguage}
          options={languageOptions(door?.languages ?? [])}
        />
      </Field>
      {asked.map(({ id, text, choices, required }) => (
        <Field key={id} label={text[spoken] ?? text[door?.languages[0] ?? 'en'] ?? id}>
          {choices.length > 0 ? (
            <Select
              aria-label={text[spoken] ?? id}
              allowClear={!required}
              value={given[id] ?? null}
              onChange={(value: string | null) => setAnswers({ ...answers, [id]: value ?? '' })}
              options={choices.map(({ value, label }) => ({ value, label: label[spoken] ?? value }))}
            />
          ) : (
            <Input
              aria-label={text[spoken] ?? id}
              value={answers[id] ?? ''}
              onChange={(event) => setAnswers({ ...answers, [id]: event.target.value })}
            />
          )}
        </Field>
      ))}
      <Field label="On the page">
        <Input aria-label="On the page" placeholder="a plain link, on no page" value={page} onChange={(event) => setPage(event.target.value)} />
      </Field>
      <Field label="How many">
        <InputNumber aria-label="How many" min={1} max={MOST_AT_ONCE} precision={0} value={count} onChange={(value) => setCount(value ?? 1)} />
      </Field>
      {count > 1 && (
        <Field label="Within seconds">
          <InputNumber aria-label="Within seconds" min={1} max={3600} precision={0} value={span} onChange={(value) => setSpan(value ?? 60)} />
        </Field>
      )}
    </Dialog>
  );
}
