import { describe, expect, it } from 'vitest';
import type { WeeklyWindow } from '../api/model';
import { DAYS } from '../ui/weekText';
import { isIn, minutesOf, openIn, painted, windowsOf } from './paint';

const monday = (from: string, to: string): WeeklyWindow => ({ day: 'MONDAY', from, to });

describe('painting', () => {
  it('opens and closes half-hours and keeps exact times elsewhere', () => {
    const block = { anchor: { day: 0, slot: 24 }, cell: { day: 0, slot: 25 } };
    expect(painted([monday('07:10', '17:05')], block, false)).toEqual([monday('07:10', '12:00'), monday('13:00', '17:05')]);
    expect(painted([monday('07:10', '12:00'), monday('13:00', '17:05')], block, true)).toEqual([monday('07:10', '17:05')]);
  });

  it('takes a rectangle from any two corners', () => {
    const block = { anchor: { day: 2, slot: 20 }, cell: { day: 0, slot: 18 } };
    expect(isIn(block, { day: 1, slot: 19 })).toBe(true);
    expect(isIn(block, { day: 3, slot: 19 })).toBe(false);
    expect(painted([], block, true).map(({ day, from, to }) => `${day} ${from}-${to}`)).toEqual([
      'MONDAY 09:00-10:30',
      'TUESDAY 09:00-10:30',
      'WEDNESDAY 09:00-10:30',
    ]);
  });

  it('closes the part of a night that belongs to the day before', () => {
    const night: WeeklyWindow = { day: 'SUNDAY', from: '22:00', to: '02:00' };
    expect(openIn(minutesOf([night]), { day: 0, slot: 2 })).toBe(30);
    expect(painted([night], { anchor: { day: 0, slot: 2 }, cell: { day: 0, slot: 3 } }, false)).toEqual([
      { day: 'SUNDAY', from: '22:00', to: '01:00' },
    ]);
  });
});

describe('windows of minutes', () => {
  it('are whole days where everything is open', () => {
    expect(windowsOf(new Uint8Array(7 * 24 * 60).fill(1))).toEqual(DAYS.map((day) => ({ day, from: '00:00', to: '00:00' })));
  });

  it('open the same minutes again, whatever was open', () => {
    let seed = 1;
    const random = (below: number) => {
      seed = (seed * 48271) % 2147483647;
      return seed % below;
    };
    for (let round = 0; round < 300; round++) {
      const minutes = new Uint8Array(7 * 24 * 60);
      for (let i = random(12); i >= 0; i--) {
        const from = random(minutes.length);
        minutes.fill(1, from, from + 1 + random(2000));
      }
      const windows = windowsOf(minutes);
      expect(minutesOf(windows).join('')).toBe(minutes.join(''));
      for (const window of windows) expect(window.from === window.to && window.from !== '00:00').toBe(false);
    }
  });
});
