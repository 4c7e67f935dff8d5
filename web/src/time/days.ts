import { toLocal } from './time';

/** The date so many days after another. */
export function addDays(date: string, days: number) {
  const day = new Date(`${date}T00:00:00Z`);
  day.setUTCDate(day.getUTCDate() + days);
  return day.toISOString().slice(0, 10);
}

/** A day of the week: its half-hours are those from `from` up to `until`, not included. */
export interface DayRange {
  date: string;
  from: number;
  until: number;
}

/** Cuts a week into local days; on days of a clock change they have two half-hours less or more. */
export function byDay(startsAt: string[], timeZone: string): DayRange[] {
  const days: DayRange[] = [];
  startsAt.forEach((start, i) => {
    const date = toLocal(start, timeZone).slice(0, 10);
    const last = days.at(-1);
    if (last?.date === date) last.until = i + 1;
    else days.push({ date, from: i, until: i + 1 });
  });
  return days;
}
