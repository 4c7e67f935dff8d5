import type { LocalText } from '../api/model';

/** A text in the first of some languages that has it; where none has, in any; empty where nobody wrote it. */
export function inFirstOf(text: LocalText, languages: string[]): string {
  for (const language of languages) {
    const found = text[language];
    if (found) return found;
  }
  return Object.values(text)[0] ?? '';
}

/** A text with the words of one language changed; without them if they are empty. */
export function withWords(text: LocalText, language: string, words: string): LocalText {
  const { [language]: _, ...others } = text;
  return words === '' ? others : { ...others, [language]: words };
}
