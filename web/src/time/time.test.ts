import { describe, expect, it } from 'vitest';
import { addMinutes, formatMoment, formatSeconds, fromLocal, mondayOf, toLocal } from './time';

const DUBLIN = 'Europe/Dublin';

describe('moments', () => {
  it('are shown in the time of the plan', () => {
    expect(formatMoment('2026-07-01T13:30:00Z', DUBLIN)).toBe('Wed 1 Jul, 14:30');
  });

  it('go to local time and back, summer and winter', () => {
    for (const at of ['2026-01-15T09:00:00Z', '2026-07-15T09:00:00Z', '2026-03-29T01:00:00Z', '2026-10-25T03:00:00Z']) {
      expect(fromLocal(toLocal(at, DUBLIN), DUBLIN)).toBe(at);
      expect(fromLocal(toLocal(at, 'America/St_Johns'), 'America/St_Johns')).toBe(at);
    }
  });

  it('move past a skipped hour', () => {
    // 29 March 2026: 01:30 does not exist in Dublin.
    expect(fromLocal('2026-03-29T01:30', DUBLIN)).toBe('2026-03-29T01:30:00Z'); // 02:30 there
  });

  it('belong to the week of their local Monday', () => {
    expect(mondayOf('2026-12-06T23:30:00Z', DUBLIN)).toBe('2026-11-30');
    expect(mondayOf('2026-07-05T23:30:00Z', DUBLIN)).toBe('2026-07-06');
  });

  it('step by minutes', () => {
    expect(addMinutes('2026-12-01T23:45:00Z', 30)).toBe('2026-12-02T00:15:00Z');
  });
});

it('shows waits as minutes and seconds', () => {
  expect(formatSeconds(95)).toBe('1:35');
  expect(formatSeconds(59.6)).toBe('1:00');
});
