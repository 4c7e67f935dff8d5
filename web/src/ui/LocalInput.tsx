import { Input } from 'antd';
import type { LocalText } from '../api/model';
import { languageName } from './languages';
import { inFirstOf, withWords } from './localText';

/** One language's words of a text; where there are none, those of another language show through. */
export function LocalInput({
  label,
  language,
  value,
  onChange,
  placeholder,
  lines = 1,
}: {
  label: string;
  language: string;
  value: LocalText;
  onChange: (value: LocalText) => void;
  placeholder?: string;
  lines?: number;
}) {
  const elsewhere = inFirstOf(value, []);
  const shared = {
    'aria-label': `${label}, ${languageName(language)}`,
    lang: language,
    dir: 'auto',
    value: value[language] ?? '',
    placeholder: elsewhere ? `not in ${languageName(language)}: ${elsewhere}` : placeholder,
    onChange: (event: { target: { value: string } }) => onChange(withWords(value, language, event.target.value)),
  };
  return lines > 1 ? <Input.TextArea autoSize={{ minRows: lines, maxRows: 8 }} {...shared} /> : <Input {...shared} />;
}
