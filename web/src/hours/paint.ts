import type { DayWindow, WeeklyWindow } from '../api/model';
import { DAYS } from '../ui/weekText';

export const DAY_MINUTES = 24 * 60;
const WEEK_MINUTES = 7 * DAY_MINUTES;
export const SLOT_MINUTES = 30;
export const SLOTS = DAY_MINUTES / SLOT_MINUTES;

/** A cell of the week grid: a day from 0 (Monday) and a half-hour from 0. */
export interface Cell {
  day: number;
  slot: number;
}

/** A rectangle of cells between two corners. */
export interface Block {
  anchor: Cell;
  cell: Cell;
}

export function isIn({ anchor, cell }: Block, { day, slot }: Cell) {
  return between(day, anchor.day, cell.day) && between(slot, anchor.slot, cell.slot);
}

/** The open minutes of a week; what runs over midnight is open on the next day, Sunday's on Monday. */
export function minutesOf(windows: WeeklyWindow[]): Uint8Array {
  const open = new Uint8Array(WEEK_MINUTES);
  for (const window of windows) {
    const start = DAYS.indexOf(window.day) * DAY_MINUTES + minute(window.from);
    for (let i = 0; i < length(window); i++) open[(start + i) % WEEK_MINUTES] = 1;
  }
  return open;
}

/** How many minutes of a half-hour are open. */
export function openIn(minutes: Uint8Array, { day, slot }: Cell) {
  const from = day * DAY_MINUTES + slot * SLOT_MINUTES;
  return minutes.subarray(from, from + SLOT_MINUTES).reduce((sum, open) => sum + open, 0);
}

/** The windows after a block of half-hours was opened or closed. */
export function painted(windows: WeeklyWindow[], block: Block, open: boolean): WeeklyWindow[] {
  const minutes = minutesOf(windows);
  for (let day = 0; day < 7; day++) {
    for (let slot = 0; slot < SLOTS; slot++) {
      if (!isIn(block, { day, slot })) continue;
      const from = day * DAY_MINUTES + slot * SLOT_MINUTES;
      minutes.fill(open ? 1 : 0, from, from + SLOT_MINUTES);
    }
  }
  return windowsOf(minutes);
}

/** The fewest windows that open the same minutes: a run over midnight stays one window, unless it is longer than a day. */
export function windowsOf(minutes: Uint8Array): WeeklyWindow[] {
  const windows: WeeklyWindow[] = [];
  const firstClosed = minutes.indexOf(0);
  if (firstClosed < 0) return DAYS.map((day) => ({ day, from: '00:00', to: '00:00' }));
  // beginning where it is closed, no run is cut by the end of the week
  for (let i = 0; i < WEEK_MINUTES; ) {
    const at = (firstClosed + i) % WEEK_MINUTES;
    if (minutes[at] === 0) {
      i++;
      continue;
    }
    let run = 0;
    while (minutes[(at + run) % WEEK_MINUTES] === 1) run++;
    windows.push(...cut(at, run));
    i += run;
  }
  return windows.sort((a, b) => DAYS.indexOf(a.day) - DAYS.indexOf(b.day) || a.from.localeCompare(b.from));
}

function cut(start: number, run: number): WeeklyWindow[] {
  const day = DAYS[Math.floor(start / DAY_MINUTES) % 7] ?? 'MONDAY';
  const from = start % DAY_MINUTES;
  const untilMidnight = DAY_MINUTES - from;
  const whole = from + run <= DAY_MINUTES || run < DAY_MINUTES;
  const taken = whole ? run : untilMidnight;
  const first = { day, from: time(from), to: time(from + taken) };
  return whole ? [first] : [first, ...cut((start + taken) % WEEK_MINUTES, run - taken)];
}

export function minute(time: string) {
  const [h = '0', m = '0'] = time.split(':');
  return Number(h) * 60 + Number(m);
}

/** A window's length in minutes; one whose end is not after its start runs over midnight. */
export function length({ from, to }: DayWindow) {
  const minutes = minute(to) - minute(from);
  return minutes > 0 ? minutes : minutes + DAY_MINUTES;
}

export function time(minutes: number) {
  const inDay = minutes % DAY_MINUTES;
  return `${String(Math.floor(inDay / 60)).padStart(2, '0')}:${String(inDay % 60).padStart(2, '0')}`;
}

function between(value: number, one: number, two: number) {
  return value >= Math.min(one, two) && value <= Math.max(one, two);
}
