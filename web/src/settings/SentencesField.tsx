import { Input } from 'antd';
import { useState } from 'react';
import { languageName } from '../ui/languages';

interface SentencesFieldProps {
  label: string;
  language: string;
  value: Record<string, string[]>;
  onChange: (value: Record<string, string[]>) => void;
}

/** Sentences of one language, one a line, so that a column of a spreadsheet can be pasted. */
export function SentencesField({ label, language, value, onChange }: SentencesFieldProps) {
  const stored = (value[language] ?? []).join('\n');
  const [typed, setTyped] = useState({ language, text: stored });
  // What is being typed keeps its empty lines; what came from elsewhere takes its place.
  const text = typed.language === language && linesOf(typed.text).join('\n') === stored ? typed.text : stored;
  return (
    <label className="sentences">
      <span className="line-label">
        {label} <span className="soft">{value[language]?.length ?? 0}, one a line</span>
      </span>
      <Input.TextArea
        aria-label={`${label}, ${languageName(language)}`}
        lang={language}
        dir="auto"
        autoSize={{ minRows: 3, maxRows: 12 }}
        value={text}
        onChange={(event) => {
          setTyped({ language, text: event.target.value });
          const { [language]: _, ...others } = value;
          const lines = linesOf(event.target.value);
          onChange(lines.length === 0 ? others : { ...others, [language]: lines });
        }}
      />
    </label>
  );
}

/** What stands on the lines of a text, each once. */
export function linesOf(text: string): string[] {
  const seen = new Set<string>();
  return text
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter((line) => {
      const folded = line.toLowerCase();
      if (line === '' || seen.has(folded)) return false;
      seen.add(folded);
      return true;
    });
}
