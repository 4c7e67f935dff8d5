import { describe, expect, it } from 'vitest';
import { datesOf, MOST_DATES } from './dates';

describe('dates of an exception', () => {
  it('are one, or all of a range with both ends', () => {
    expect(datesOf('2026-12-25', '2026-12-25')).toEqual(['2026-12-25']);
    expect(datesOf('2026-12-30', '2027-01-02')).toEqual(['2026-12-30', '2026-12-31', '2027-01-01', '2027-01-02']);
    expect(datesOf('2028-02-28', '2028-03-01')).toEqual(['2028-02-28', '2028-02-29', '2028-03-01']);
  });

  it('are none where the range is turned round or too long', () => {
    expect(datesOf('2026-12-25', '2026-12-24')).toEqual([]);
    expect(datesOf('2026-01-01', '2026-12-31')).toEqual([]);
    expect(datesOf('2026-01-01', '2026-03-03')).toHaveLength(MOST_DATES);
  });
});
