import { Input } from 'antd';
import type { LocalText, Texts } from '../api/model';
import { withWords } from '../ui/localText';

export const TEXT_KINDS = [
  { kind: 'LABEL', name: 'Label', takes: '' },
  { kind: 'OPEN', name: 'Open', takes: '' },
  { kind: 'GREETING', name: 'Greeting', takes: '{visitor}' },
  { kind: 'RETURNING', name: 'Greeting of a returning visitor', takes: '{visitor}' },
  { kind: 'CONSENT', name: 'Consent', takes: '' },
  { kind: 'WAITING', name: 'Waiting', takes: '{visitor} {position} {wait}' },
  { kind: 'BUSY', name: 'Busy', takes: '{visitor}' },
  { kind: 'CLOSED', name: 'Closed', takes: '{visitor} {opens} {reply}' },
  { kind: 'NO_REPLY', name: 'No reply yet', takes: '{visitor} {operator}' },
  { kind: 'MESSAGE', name: 'Leave a message', takes: '{visitor} {opens} {reply}' },
  { kind: 'THANKS', name: 'Message sent', takes: '{visitor} {reply}' },
  { kind: 'ENDED', name: 'Ended', takes: '{visitor} {operator}' },
  { kind: 'RATING', name: 'Rating', takes: '{visitor} {operator}' },
] as const;

export type TextKind = (typeof TEXT_KINDS)[number]['kind'];

/** What a text falls back on, and whose that is in words. */
export interface Inherited {
  text: string;
  from: string;
}

/** How many texts there are, in words. */
export function textCount(texts: Texts) {
  const count = Object.values(texts).reduce((sum, byLanguage) => sum + Object.keys(byLanguage).length, 0);
  return count === 0 ? 'none of its own' : `${count} of its own`;
}

/** What visitors read in each place, in one language; what is left empty shows the text it falls back on. */
export function TextsEditor({
  value,
  language,
  inherited,
  flags = {},
  onChange,
}: {
  value: Texts;
  language: string;
  inherited: (kind: TextKind) => Inherited | undefined;
  /** What is wrong with a text as it is shown. */
  flags?: Partial<Record<TextKind, string>>;
  onChange: (value: Texts) => void;
}) {
  function set(kind: TextKind, words: string) {
    const text: LocalText = withWords(value[kind] ?? {}, language, words);
    const { [kind]: _, ...rest } = value;
    onChange(Object.keys(text).length === 0 ? rest : { ...rest, [kind]: text });
  }
  return (
    <>
      {TEXT_KINDS.map(({ kind, name, takes }) => {
        const own = value[kind]?.[language];
        const falls = inherited(kind);
        return (
          <div key={kind} className="gate-field">
            <div className="text-head">
              <label className="line-label" htmlFor={`text-${kind}`}>
                {name}
              </label>
              <span className="text-takes" id={`takes-${kind}`}>
                {takes}
              </span>
            </div>
            <Input.TextArea
              id={`text-${kind}`}
              aria-describedby={`takes-${kind}`}
              lang={language}
              dir="auto"
              autoSize={{ minRows: 1, maxRows: 4 }}
              placeholder={falls?.text ?? `no text in ${language}`}
              value={own ?? ''}
              onChange={(event) => set(kind, event.target.value)}
            />
            {falls && own === undefined && <span className="text-from">{falls.from}</span>}
            {falls && own !== undefined && (
              <button type="button" className="plain-link text-from" onClick={() => set(kind, '')}>
                {falls.from ? `Use that ${falls.from}` : 'Use the inherited text'}
              </button>
            )}
            {flags[kind] && <span className="warns">◆ {flags[kind]}</span>}
          </div>
        );
      })}
    </>
  );
}
