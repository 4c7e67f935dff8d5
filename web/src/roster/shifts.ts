import type { DayChange, Shift, ShiftKind } from '../api/model';
import { addDays } from '../time/days';
import { minutesOf, timeOf } from '../time/timeOfDay';

export const A_DAY = 24 * 60;
export const STEP = 30;

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** Days from one date to another. */
export function daysBetween(from: string, to: string) {
  return Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / (A_DAY * 60_000));
}

/** Minutes from Monday 0:00 to the start of a shift, by the wall clock. */
export function startOf(shift: Shift, monday: string) {
  return daysBetween(monday, shift.date) * A_DAY + minutesOf(shift.start);
}

/** "Tue 07:00–15:30". */
export function inWords(shift: Shift, monday: string) {
  const from = startOf(shift, monday);
  return `${DAYS[Math.floor(from / A_DAY)]} ${timeOf(from)}–${timeOf(from + shift.minutes)}`;
}

export function dayName(day: number) {
  return DAYS[day] ?? '';
}

/** A shift at another time, perhaps of somebody else; whoever moves it fixes it. */
export function movedTo(shift: Shift, operator: string, minute: number, monday: string): Shift {
  return {
    ...shift,
    operator,
    date: addDays(monday, Math.floor(minute / A_DAY)),
    start: timeOf(minute),
    fixed: true,
  };
}

/** A shift of a kind, its breaks as early as they may be. */
export function ofKind(kind: ShiftKind, operator: string, date: string, start: string): Shift {
  return {
    operator,
    date,
    start,
    minutes: kind.minutes,
    pauses: kind.breaks.map(({ fromMinutes, minutes, paid }) => ({ afterMinutes: fromMinutes, minutes, paid })),
    kind: kind.id,
    fixed: true,
  };
}

/** The changes that put a shift in the place of another; what stood where it goes is replaced. */
export function move(from: Shift, to: Shift, there: Shift | undefined): DayChange[] {
  if (from.operator === to.operator && from.date === to.date) {
    return [{ operator: to.operator, day: to.date, before: from, after: to }];
  }
  return [
    { operator: from.operator, day: from.date, before: from, after: null },
    { operator: to.operator, day: to.date, before: there ?? null, after: to },
  ];
}

/** The changes that take others back. */
export function takenBack(changes: DayChange[]): DayChange[] {
  return changes.map(({ operator, day, before, after }) => ({ operator, day, before: after, after: before }));
}

export function hours(minutes: number) {
  return `${Number((minutes / 60).toFixed(2))} h`;
}
