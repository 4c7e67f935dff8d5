import { Select } from 'antd';
import type { Plan } from '../api/model';
import { languageOptions } from './languages';

interface LimitProps {
  label: string;
  value: string | null;
  options: { value: string; label: string }[];
  onChange: (value: string | null) => void;
}

/** One of some, or any. */
export function Limit({ label, value, options, onChange }: LimitProps) {
  return (
    <Select
      aria-label={label}
      placeholder={label}
      allowClear
      showSearch={{ optionFilterProp: 'label' }}
      popupMatchSelectWidth={false}
      value={value}
      options={options}
      onChange={(chosen: string | undefined) => onChange(chosen ?? null)}
    />
  );
}

interface ChatLimitsProps {
  plan: Plan;
  /** By these, as parameters of the address. */
  params: URLSearchParams;
  onLimit: (change: Partial<Record<'door' | 'queue' | 'operator' | 'language', string | null>>) => void;
}

const named = (elements: { id: string; name: string }[]) => elements.map(({ id, name }) => ({ value: id, label: name }));

/** By what chats of a plan are limited wherever they are looked for or counted. */
export function ChatLimits({ plan, params, onLimit }: ChatLimitsProps) {
  const languages = [...new Set(plan.doors.flatMap((door) => door.languages))].sort();
  return (
    <>
      <Limit label="Any door" value={params.get('door')} options={named(plan.doors)} onChange={(door) => onLimit({ door })} />
      <Limit label="Any queue" value={params.get('queue')} options={named(plan.queues)} onChange={(queue) => onLimit({ queue })} />
      <Limit label="Any operator" value={params.get('operator')} options={named(plan.operators)} onChange={(operator) => onLimit({ operator })} />
      <Limit
        label="Any language"
        value={params.get('language')}
        options={languageOptions(languages)}
        onChange={(language) => onLimit({ language })}
      />
    </>
  );
}
