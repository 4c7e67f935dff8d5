import { describe, expect, it } from 'vitest';
import type { PlayedRehearsal } from '../api/rehearsals';
import { freeChat, instantsOf, lastBy, nextAfter } from './moments';
import { clockOf, durationOf, readClock, secondsOf } from '../time/duration';

const rehearsal = {
  from: '2026-12-07T10:00:00Z',
  played: [
    { at: 'PT0S', do: 'present', operator: 'ana' },
    { at: 'PT5S', do: 'arrive', chat: 'c1' },
    { at: 'PT1M5.5S', do: 'arrive', chat: 'c7' },
  ],
  trace: [
    { at: '2026-12-07T10:00:05Z', event: 'arrived' },
    { at: '2026-12-07T10:00:35Z', event: 'lapsed' },
  ],
} as unknown as PlayedRehearsal;

describe('moments of a rehearsal', () => {
  it('reads and writes durations of ISO 8601', () => {
    expect(secondsOf('PT1M5.5S')).toBe(65.5);
    expect(secondsOf('P1DT2H')).toBe(93_600);
    expect(secondsOf(durationOf(65_200))).toBe(65.2);
  });

  it('reads what people write as a time', () => {
    expect(readClock('3:20')).toBe(200_000);
    expect(readClock('200')).toBe(200_000);
    expect(readClock('1:02:05')).toBe(3_725_000);
    expect(readClock('soon')).toBeNull();
    expect(clockOf(200_000)).toBe('3:20');
    expect(clockOf(3_725_000)).toBe('1:02:05');
  });

  it('knows when something happens next and happened last', () => {
    const instants = instantsOf(rehearsal);
    expect(instants).toEqual([0, 5000, 35_000, 65_500]);
    expect(lastBy(instants, 34_999)).toBe(5000);
    expect(nextAfter(instants, 5000)).toBe(35_000);
    expect(nextAfter(instants, 65_500)).toBeUndefined();
  });

  it('names the next chat by a number that none has', () => {
    expect(freeChat(rehearsal)).toBe(8);
  });
});
