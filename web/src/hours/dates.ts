import { addDays } from '../time/days';

/** More would be a stretch with a week of its own. */
export const MOST_DATES = 62;

/**
 * The dates from one to another, both included, in so many years: a 29 February only where a year has one. None where the
 * second is before the first or they are further apart than dates are listed one by one.
 */
export function datesOf(from: string, until: string, years: number): string[] {
  const dates: string[] = [];
  for (let year = 0; year < years; year++) {
    const last = inYear(until, year);
    for (let date = inYear(from, year), day = 0; date <= last; date = addDays(date, 1), day++) {
      if (day >= MOST_DATES) return [];
      dates.push(date);
    }
  }
  return [...new Set(dates)].filter((date) => isDate(date));
}

function inYear(date: string, later: number) {
  return `${String(Number(date.slice(0, 4)) + later).padStart(4, '0')}${date.slice(4)}`;
}

function isDate(date: string) {
  const day = new Date(`${date}T00:00:00Z`);
  return !Number.isNaN(day.getTime()) && day.toISOString().startsWith(date);
}
