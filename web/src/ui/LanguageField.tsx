import { Select } from 'antd';
import { Field } from './fields';
import { languageOptions } from './languages';

/** Which language is being written in. */
export function LanguageField({
  languages,
  value,
  onChange,
}: {
  languages: string[];
  value: string;
  onChange: (language: string) => void;
}) {
  return (
    <Field label="Language">
      <Select value={value} onChange={onChange} options={languageOptions(languages)} />
    </Field>
  );
}
