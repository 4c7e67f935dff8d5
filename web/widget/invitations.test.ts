import { describe, expect, it } from 'vitest';
import { dueInvitation, matches } from './invitations';

const never = () => false;

describe('invitations', () => {
  it.each([
    ['https://ferry.example/*', 'https://ferry.example/groups/ten', true],
    ['https://ferry.example/groups', 'https://ferry.example/groups', true],
    ['https://ferry.example/groups', 'https://ferry.example/groups/ten', false],
    ['https://*.example/*/ten', 'https://ferry.example/groups/ten', true],
    ['https://*.example/*/ten', 'https://ferry.example/groups/ten/more', false],
    ['https://ferry.example/a*a', 'https://ferry.example/a', false],
    ['*', 'http://anything.example/', true],
  ])('%s is about %s: %s', (pattern, address, expected) => {
    expect(matches(pattern, address)).toBe(expected);
  });

  const one = { id: 'help', text: { text: 'Help?', language: 'en' }, pages: ['https://ferry.example/*'], afterSeconds: 10, onlyWhileOpen: true, oncePerVisitor: true };

  it('are due on their pages, after their seconds, while the door is open, and once', () => {
    const page = 'https://ferry.example/fares#top';
    expect(dueInvitation([one], page, 9, true, never)).toBe(-1);
    expect(dueInvitation([one], page, 10, true, never)).toBe(0);
    expect(dueInvitation([one], page, 10, false, never)).toBe(-1);
    expect(dueInvitation([{ ...one, onlyWhileOpen: false }], page, 10, false, never)).toBe(0);
    expect(dueInvitation([one], 'https://other.example/', 10, true, never)).toBe(-1);
    expect(dueInvitation([one], page, 10, true, (id) => id === 'help')).toBe(-1);
    expect(dueInvitation([{ ...one, oncePerVisitor: false }], page, 10, true, () => true)).toBe(0);
    expect(dueInvitation([one, { ...one, id: 'any', pages: [] }], 'https://other.example/', 10, true, never)).toBe(1);
  });
});
