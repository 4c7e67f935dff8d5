import { describe, expect, it } from 'vitest';
import type { CannedReply } from '../api/canned';
import { filledIn, offeredReplies, unfilled, wantedIn } from './canned';

const reply = (id: number, shortcut: string, texts: Record<string, string>, uses = 0): CannedReply => ({
  id,
  version: 1,
  shortcut,
  department: null,
  own: false,
  texts,
  uses,
  usedAt: null,
  changes: true,
});

const replies = [
  reply(1, 'hello', { en: 'Hello {visitor}.', de: 'Guten Tag {visitor}.' }),
  reply(2, 'help', { en: 'How can I help?' }, 9),
  reply(3, 'dogs', { en: 'Dogs are welcome, and help is at hand.' }),
];

describe('what is looked for', () => {
  it('is what follows a slash that stands alone', () => {
    expect(wantedIn('/')).toBe('');
    expect(wantedIn('/he')).toBe('he');
    expect(wantedIn('Yes. /grüß')).toBe('grüß');
    expect(wantedIn('1/2')).toBeNull();
    expect(wantedIn('see https://x/y')).toBeNull();
    expect(wantedIn('/hello there')).toBeNull();
  });

  it('is found by shortcut, then by words, and the most used first', () => {
    expect(offeredReplies(replies, 'hel', 'en').map(({ id }) => id)).toEqual([2, 1, 3]);
    expect(offeredReplies(replies, 'welcome', 'en').map(({ id }) => id)).toEqual([3]);
    expect(offeredReplies(replies, 'zebra', 'en')).toEqual([]);
  });

  it('comes in the language of the visitor where there is one', () => {
    expect(offeredReplies(replies, 'hello', 'de-AT')[0]).toMatchObject({ language: 'de', text: 'Guten Tag {visitor}.' });
    expect(offeredReplies(replies, 'help', 'de')[0]).toMatchObject({ language: 'en' });
  });
});

it('fills what is known, and says what is not', () => {
  const text = filledIn('Hello {visitor}, booking {booking} {later}.', { visitor: 'Robin', company: 'X' });
  expect(text).toBe('Hello Robin, booking {booking} {later}.');
  expect(unfilled(text, ['visitor', 'booking'])).toEqual(['{booking}']);
});
