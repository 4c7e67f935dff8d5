/** A stretch of what somebody said: words, or an address with where it leads. */
export interface Stretch {
  text: string;
  href?: string;
}

/** Addresses as people write them: with their scheme, or a mail address. Anything else stays words. */
const ADDRESS = /https?:\/\/[^\s<>"“”«»]+|[\w.+-]+@[\w-]+(?:\.[\w-]+)+/gi;
/** What ends a sentence, or a bracket around the address, is no part of it. */
const AFTER = /[.,;:!?'’)\]}]+$/;

/** What was said, its addresses found. No other scheme is ever followed. */
export function stretches(said: string): Stretch[] {
  const found: Stretch[] = [];
  let from = 0;
  for (const match of said.matchAll(ADDRESS)) {
    const written = match[0];
    const end = written.match(AFTER)?.[0] ?? '';
    // A closing bracket belongs to an address that has its opening one.
    const kept = end.startsWith(')') && written.includes('(') ? written : written.slice(0, written.length - end.length);
    if (kept === '') continue;
    if (match.index > from) found.push({ text: said.slice(from, match.index) });
    found.push({ text: kept, href: /^https?:/i.test(kept) ? kept : `mailto:${kept}` });
    from = match.index + kept.length;
  }
  if (from < said.length || found.length === 0) found.push({ text: said.slice(from) });
  return found;
}
