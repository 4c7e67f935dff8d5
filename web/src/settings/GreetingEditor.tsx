import { Input } from 'antd';
import { languageName } from '../ui/languages';

/** An operator's greeting, in each language they speak. */
export function GreetingEditor({
  languages,
  value,
  onChange,
}: {
  languages: string[];
  value: Record<string, string>;
  onChange: (value: Record<string, string>) => void;
}) {
  return (
    <>
      {[...new Set([...languages, ...Object.keys(value)])].map((language) => (
        <label key={language} className="line">
          <span className="line-label">{languageName(language)}</span>
          <Input.TextArea
            aria-label={`Greeting in ${language}`}
            autoSize={{ minRows: 1, maxRows: 4 }}
            placeholder="no greeting"
            value={value[language] ?? ''}
            onChange={(event) => {
              const { [language]: _, ...others } = value;
              onChange(event.target.value === '' ? others : { ...others, [language]: event.target.value });
            }}
          />
        </label>
      ))}
    </>
  );
}
