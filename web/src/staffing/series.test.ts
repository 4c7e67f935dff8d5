import { describe, expect, it } from 'vitest';
import { addMinutes } from '../time/time';
import { byDay } from '../time/days';
import { deepest } from './series';

describe('a week in days', () => {
  it('has 48 half-hours a day, 46 when the clocks go forward', () => {
    const startsAt = Array.from({ length: 334 }, (_, i) => addMinutes('2026-03-23T00:00:00Z', 30 * i));
    expect(byDay(startsAt, 'Europe/Dublin').map((day) => day.until - day.from)).toEqual([48, 48, 48, 48, 48, 48, 46]);
  });
});

describe('shortages', () => {
  it('are marked once, where they are deepest', () => {
    expect(deepest([0, 1, 3, 2, 0, 0, 1, 0], 0, 8)).toEqual([2, 6]);
    expect(deepest([2, 2], 0, 2)).toEqual([0]);
    expect(deepest([0, 0], 0, 2)).toEqual([]);
  });
});
