import type { WeeklyWindow } from '../api/model';

export const DAYS = ['MONDAY', 'TUESDAY', 'WEDNESDAY', 'THURSDAY', 'FRIDAY', 'SATURDAY', 'SUNDAY'] as const;
export type Day = (typeof DAYS)[number];

const WINDOW = /^(\d{1,2})(?::(\d{2}))?\s*[-–—]\s*(\d{1,2})(?::(\d{2}))?$/;

/** The windows of a day as text: "07:00–12:00, 13:00–21:00"; midnight at the end is 24:00. */
export function toText(windows: WeeklyWindow[], day: Day) {
  return windows
    .filter((window) => window.day === day)
    .map((window) => `${short(window.from)}–${short(window.to) === '00:00' ? '24:00' : short(window.to)}`)
    .join(', ');
}

/** Reads such a text, "7-12, 13-21" too; null if it is none. */
export function fromText(text: string, day: Day): WeeklyWindow[] | null {
  const windows: WeeklyWindow[] = [];
  for (const part of text.split(/[,;]/)) {
    if (part.trim() === '') continue;
    const match = WINDOW.exec(part.trim());
    const from = match && time(match[1], match[2], 23);
    const to = match && time(match[3], match[4], 24);
    if (!from || !to || (from === to && from !== '00:00')) return null;
    windows.push({ day, from, to: to === '24:00' ? '00:00' : to });
  }
  return windows;
}

/**
 * A week, or the days of it from one on, as they are copied from a table: a cell a day, beside or below each other, an empty one
 * for a day without windows. Null where it is one cell only, or one that is no hours.
 */
export function fromCells(text: string, first: Day): { day: Day; windows: WeeklyWindow[] }[] | null {
  const cells = text.replace(/\r?\n$/, '').split(/\t|\r?\n/);
  const days = DAYS.slice(DAYS.indexOf(first));
  if (cells.length < 2 || cells.length > days.length) return null;
  const read = days.slice(0, cells.length).map((day, i) => ({ day, windows: fromText(cells[i] ?? '', day) }));
  return read.every((line): line is { day: Day; windows: WeeklyWindow[] } => line.windows !== null) ? read : null;
}

/** A window's stretches on its own day, in hours from midnight; what runs past midnight is left to the next day. */
export function stretch(window: WeeklyWindow) {
  const from = hours(window.from);
  const to = hours(window.to);
  return { from, to: to <= from ? 24 : to };
}

function time(hour = '', minute = '00', last: number) {
  const h = Number(hour);
  const m = Number(minute);
  if (h > last || m > 59 || (h === 24 && m > 0)) return null;
  return `${String(h).padStart(2, '0')}:${String(m).padStart(2, '0')}`;
}

function hours(time: string) {
  const [h = '0', m = '0'] = time.split(':');
  return Number(h) + Number(m) / 60;
}

function short(time: string) {
  return time.slice(0, 5);
}
