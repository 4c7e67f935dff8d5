import { Select } from 'antd';
import { useMemo, useState } from 'react';
import { allLanguages, languageLabel, languageTag } from './languages';

/** Whether what is typed is in the name, or begins the tag. */
export function matchesLanguage(typed: string, tag: string, label: string) {
  const wanted = typed.trim().toLowerCase();
  return tag.toLowerCase().startsWith(wanted) || label.toLowerCase().includes(wanted);
}

interface Props {
  value: string[];
  onChange: (tags: string[]) => void;
  /** Offered first: those that the plan has already. */
  known: string[];
  label?: string;
  placeholder?: string;
}

/** Languages by their names; what is none cannot be chosen. A tag with a region, such as de-AT, can be typed. */
export function LanguageSelect({ value, onChange, known, label, placeholder }: Props) {
  const [typed, setTyped] = useState('');
  const options = useMemo(() => {
    const special = languageTag(typed);
    const first = [...new Set([...value, ...known])];
    const tags = [...new Set([...first, ...(special ? [special] : []), ...allLanguages()])];
    const option = (tag: string) => ({ value: tag, label: languageLabel(tag) });
    if (!typed) return tags.map(option);
    // What is typed as a tag is meant as one: de is German before it is the middle of another name.
    const rank = ({ value: tag, label: name }: { value: string; label: string }) =>
      tag === special ? 0 : name.toLowerCase().startsWith(typed.toLowerCase()) ? 1 : 2;
    return tags
      .map(option)
      .filter(({ value: tag, label: name }) => matchesLanguage(typed, tag, name))
      .sort((one, other) => rank(one) - rank(other));
  }, [typed, value, known]);
  return (
    <Select
      {...(label ? { 'aria-label': label } : {})}
      mode="multiple"
      placeholder={placeholder ?? 'a language'}
      showSearch={{ searchValue: typed, onSearch: setTyped, filterOption: false }}
      notFoundContent={`“${typed}” is no language that is known. Type its English name, or its tag, such as de or de-AT.`}
      value={value}
      options={options}
      onChange={(tags) => {
        setTyped('');
        onChange(tags);
      }}
    />
  );
}
