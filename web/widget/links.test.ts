import { describe, expect, it } from 'vitest';
import { stretches } from './links';

const links = (text: string) => stretches(text).flatMap(({ href }) => (href ? [href] : []));

describe('addresses in what is said', () => {
  it('are found, and what ends the sentence is left out', () => {
    expect(links('See https://tarnwick-sound.example/sailings?day=2, or http://a.example/b.')).toEqual([
      'https://tarnwick-sound.example/sailings?day=2',
      'http://a.example/b',
    ]);
    expect(links('(https://a.example/x)')).toEqual(['https://a.example/x']);
    // RFC 3986 lets brackets stand in a path.
    expect(links('https://a.example/wiki/Ferry_(ship)')).toEqual(['https://a.example/wiki/Ferry_(ship)']);
    expect(links('Write to ana.r+boats@ferry.example!')).toEqual(['mailto:ana.r+boats@ferry.example']);
  });

  it('leave every word as it was', () => {
    for (const text of ['no address', 'https://a.example at its head', 'at its end https://a.example', '', 'a https://a.example, b']) {
      expect(stretches(text).map(({ text: words }) => words).join('')).toBe(text);
    }
  });

  it('lead nowhere else than to pages and mailboxes', () => {
    for (const text of ['javascript:alert(1)', 'data:text/html,x', 'file:///etc/passwd', 'JAVASCRIPT://a.example/%0aalert(1)', 'ftp://a.example']) {
      expect(links(text)).toEqual([]);
    }
  });
});
