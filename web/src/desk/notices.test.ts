import { expect, it } from 'vitest';
import type { Desk } from '../api/desk';
import { newsSince, seenOf } from './notices';

type Places = Desk['places'];

/** A desk of chats with the numbers of their lines, those of visitors positive. */
function desk(...chats: { chat: number; stage: string; lines: number[] }[]): { places: Places } {
  return {
    places: chats.map(({ chat, stage, lines }) => ({
      chat,
      stage,
      visitor: `V${chat}`,
      queueName: `Q${chat}`,
      lines: lines.map((number) => ({ number: Math.abs(number), from: number > 0 ? 'visitor' : 'operator' })),
    })) as unknown as Places,
  };
}

it('tells of a chat on offer once', () => {
  const before = seenOf(desk());
  const now = desk({ chat: 1, stage: 'offered', lines: [1] });
  expect(newsSince(before, now)).toEqual({ offered: ['Q1'], written: [] });
  expect(newsSince(seenOf(now), now)).toEqual({ offered: [], written: [] });
});

it('tells of what a visitor writes in a chat in hand, not of what was there when it was taken', () => {
  const offered = desk({ chat: 1, stage: 'offered', lines: [1] });
  const taken = desk({ chat: 1, stage: 'held', lines: [1] });
  const written = desk({ chat: 1, stage: 'held', lines: [1, -2, 3] });
  expect(newsSince(seenOf(offered), taken)).toEqual({ offered: [], written: [] });
  expect(newsSince(seenOf(taken), written)).toEqual({ offered: [], written: ['V1'] });
  expect(newsSince(seenOf(written), desk({ chat: 1, stage: 'held', lines: [1, -2, 3, -4] }))).toEqual({ offered: [], written: [] });
});
