import { toLocal } from '../time/time';

/** What is drawn, with an entry for each half-hour of the week. */
export interface Series {
  required: number[];
  /** Those present, each for the share of the time in which they answer. */
  answering: number[];
  short: number[];
  open: boolean[];
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

/** The deepest half-hour of each unbroken shortage, where its figure is written. */
export function deepest(short: number[], from: number, until: number) {
  const marks: number[] = [];
  let best = -1;
  for (let i = from; i <= until; i++) {
    const lacking = i < until ? (short[i] ?? 0) : 0;
    if (lacking > 0) {
      if (best < 0 || lacking > (short[best] ?? 0)) best = i;
    } else if (best >= 0) {
      marks.push(best);
      best = -1;
    }
  }
  return marks;
}
