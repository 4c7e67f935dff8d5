import { describe, expect, it } from 'vitest';
import { datesOf, MOST_DATES } from './dates';

describe('dates of an exception', () => {
  it('are one, or all of a range with both ends', () => {
    expect(datesOf('2026-12-25', '2026-12-25', 1)).toEqual(['2026-12-25']);
    expect(datesOf('2026-12-30', '2027-01-02', 1)).toEqual(['2026-12-30', '2026-12-31', '2027-01-01', '2027-01-02']);
  });

  it('come again every year', () => {
    expect(datesOf('2026-12-24', '2026-12-25', 3)).toEqual([
      '2026-12-24',
      '2026-12-25',
      '2027-12-24',
      '2027-12-25',
      '2028-12-24',
      '2028-12-25',
    ]);
  });

  it('have a 29 February only in leap years', () => {
    expect(datesOf('2028-02-29', '2028-02-29', 5)).toEqual(['2028-02-29', '2032-02-29']);
    expect(datesOf('2027-02-28', '2027-03-01', 2)).toEqual(['2027-02-28', '2027-03-01', '2028-02-28', '2028-02-29', '2028-03-01']);
  });

  it('are none where the range is turned round or too long', () => {
    expect(datesOf('2026-12-25', '2026-12-24', 1)).toEqual([]);
    expect(datesOf('2026-01-01', '2026-12-31', 1)).toEqual([]);
    expect(datesOf('2026-01-01', '2026-03-03', 1)).toHaveLength(MOST_DATES);
  });
});
