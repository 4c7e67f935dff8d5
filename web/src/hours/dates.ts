import { addDays } from '../time/days';

/** More would be a stretch with a week of its own. */
export const MOST_DATES = 62;

/** The dates from one to another, both included; none where the second is before the first or too many lie between them. */
export function datesOf(from: string, until: string): string[] {
  const dates: string[] = [];
  for (let date = from; date <= until; date = addDays(date, 1)) {
    if (dates.length >= MOST_DATES) return [];
    dates.push(date);
  }
  return dates;
}
