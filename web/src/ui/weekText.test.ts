import { describe, expect, it } from 'vitest';
import { fromCells, fromText, stretch, toText } from './weekText';

describe('the windows of a day as text', () => {
  it('are read back as they were written', () => {
    const windows = fromText('07:00–12:30, 13:00–24:00', 'FRIDAY');
    expect(windows).toEqual([
      { day: 'FRIDAY', from: '07:00', to: '12:30' },
      { day: 'FRIDAY', from: '13:00', to: '00:00' },
    ]);
    expect(toText(windows ?? [], 'FRIDAY')).toBe('07:00–12:30, 13:00–24:00');
  });

  it('may be typed in short', () => {
    expect(fromText('7-12, 13 - 21:30', 'MONDAY')?.map((w) => `${w.from} ${w.to}`)).toEqual(['07:00 12:00', '13:00 21:30']);
    expect(fromText('  ', 'MONDAY')).toEqual([]);
  });

  it('are refused when they are none', () => {
    for (const text of ['7', '25-26', '7:75-8', '9-9', 'all day', '8-24:30']) {
      expect(fromText(text, 'MONDAY')).toBeNull();
    }
  });

  it('end at midnight on their own day', () => {
    expect(stretch({ day: 'MONDAY', from: '22:00', to: '02:00' })).toEqual({ from: 22, to: 24 });
    expect(stretch({ day: 'MONDAY', from: '09:00', to: '17:30' })).toEqual({ from: 9, to: 17.5 });
  });

  it('come from the cells of a table, beside or below each other, from the day that they are pasted into', () => {
    const days = (text: string, day: 'MONDAY' | 'FRIDAY') =>
      fromCells(text, day)?.map((line) => `${line.day} ${toText(line.windows, line.day)}`);
    expect(days('08:00-12:00; 13:00-17:00\t\t9-17', 'MONDAY')).toEqual([
      'MONDAY 08:00–12:00, 13:00–17:00',
      'TUESDAY ',
      'WEDNESDAY 09:00–17:00',
    ]);
    expect(days('9-17\r\n10-14\r\n', 'FRIDAY')).toEqual(['FRIDAY 09:00–17:00', 'SATURDAY 10:00–14:00']);
    for (const text of ['9-17', '9-17\tlate', '1-2\t1-2\t1-2\t1-2']) expect(days(text, 'FRIDAY')).toBeUndefined();
  });
});
