import type { CannedReply } from '../api/canned';

/** A reply as it would be written into a chat. */
export interface OfferedReply {
  id: number;
  shortcut: string;
  language: string;
  text: string;
}

const MOST = 6;

/** What is typed after a slash that stands alone, up to the caret; null where nothing is looked for. */
export function wantedIn(beforeCaret: string): string | null {
  return /(?:^|\s)\/([\p{L}\p{N}_-]*)$/u.exec(beforeCaret)?.[1] ?? null;
}

/** Replies for a few letters, those whose shortcut begins so first, then by words, then by use; in the visitor's language where there is one. */
export function offeredReplies(replies: CannedReply[], wanted: string, language: string): OfferedReply[] {
  const letters = wanted.toLocaleLowerCase();
  return replies
    .map((reply) => ({ reply, said: inLanguage(reply.texts, language) }))
    .map(({ reply, said }) => ({ reply, said, rank: rankOf(reply, said.text, letters) }))
    .filter(({ rank }) => rank < UNLIKE)
    .sort((a, b) => a.rank - b.rank || b.reply.uses - a.reply.uses || a.reply.shortcut.localeCompare(b.reply.shortcut))
    .slice(0, MOST)
    .map(({ reply, said }) => ({ id: reply.id, shortcut: reply.shortcut, ...said }));
}

const UNLIKE = 3;

function rankOf(reply: CannedReply, text: string, letters: string): number {
  const shortcut = reply.shortcut.toLocaleLowerCase();
  if (shortcut.startsWith(letters)) return 0;
  if (shortcut.includes(letters)) return 1;
  return text.toLocaleLowerCase().includes(letters) ? 2 : UNLIKE;
}

function inLanguage(texts: Record<string, string>, language: string): { language: string; text: string } {
  const primary = language.split('-')[0] ?? language;
  const tags = Object.keys(texts);
  const tag = [language, primary, 'en'].find((one) => tags.includes(one)) ?? tags[0] ?? '';
  return { language: tag, text: texts[tag] ?? '' };
}

/** A text with what is known of a chat in the place of its placeholders; what is not known stays. */
export function filledIn(text: string, fills: Record<string, string>): string {
  return text.replace(/\{([^{}\s]{1,60})\}/g, (whole, name: string) => fills[name] ?? whole);
}

/** Placeholders that still stand in a text. */
export function unfilled(text: string, placeholders: string[]): string[] {
  return placeholders.map((name) => `{${name}}`).filter((one) => text.includes(one));
}
