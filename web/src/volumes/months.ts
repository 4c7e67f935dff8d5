import type { CountedDay, DaysView, LevelShift, Mark, UnusualRun } from '../api/model';

/** A day as the calendar shows it. */
export interface Day extends CountedDay {
  weekend: boolean;
  mark?: Mark;
  unusual?: UnusualRun;
  shift?: LevelShift;
}

/** A month's days by their date; those without a count are missing. */
export interface Month {
  name: string;
  days: (Day | null)[];
}

const DAY = 86_400_000;
const MONTH = new Intl.DateTimeFormat('en-GB', { month: 'short', year: 'numeric', timeZone: 'UTC' });
const LONG = new Intl.DateTimeFormat('en-GB', {
  weekday: 'long',
  day: 'numeric',
  month: 'long',
  year: 'numeric',
  timeZone: 'UTC',
});

const utc = (day: string) => new Date(`${day}T00:00:00Z`);

/** The day so many days after another. */
export function dayAfter(day: string, days: number) {
  return new Date(utc(day).getTime() + days * DAY).toISOString().slice(0, 10);
}

/** Months of days, with what is known of each. */
export function months(counted: CountedDay[], special: DaysView): Month[] {
  const within = (day: string) => (run: { firstDay: string; lastDay: string }) => run.firstDay <= day && day <= run.lastDay;
  const found = new Map<string, Month>();
  for (const one of counted) {
    const month = one.day.slice(0, 7);
    const own = found.get(month) ?? { name: MONTH.format(utc(one.day)), days: Array<Day | null>(31).fill(null) };
    found.set(month, own);
    const day: Day = { ...one, weekend: [0, 6].includes(utc(one.day).getUTCDay()) };
    const mark = special.marks.find(within(one.day));
    const unusual = special.unusual.find(within(one.day));
    const shift = special.shifts.find(({ from }) => from === one.day);
    own.days[Number(one.day.slice(8)) - 1] = {
      ...day,
      ...(mark && { mark }),
      ...(unusual && { unusual }),
      ...(shift && { shift }),
    };
  }
  return [...found.values()];
}

/** What a full column stands for: more than all days but the busiest few. */
export function scale(counted: CountedDay[]) {
  const sorted = counted.map(({ chats }) => chats ?? 0).sort((a, b) => a - b);
  return Math.max(1, sorted[Math.floor(sorted.length * 0.99)] ?? 1);
}

/** A day in words. */
export function inWords(day: Day) {
  const known =
    day.chats == null
      ? 'not known'
      : `${day.chats.toLocaleString('en')} chats${day.known < 1 ? `, ${Math.round(100 * day.known)} % of the day known` : ''}`;
  const mark =
    day.mark && (day.mark.kind === 'EVENT' ? null : day.mark.kind === 'ERROR' ? 'marked as an error' : 'marked as normal');
  return [
    LONG.format(utc(day.day)),
    known,
    ...day.names,
    mark,
    day.unusual && `unusual, × ${day.unusual.factor.toFixed(1)}`,
    day.shift && `new level of ${day.shift.label} from here, × ${day.shift.factor.toFixed(2)}`,
  ]
    .filter(Boolean)
    .join(', ');
}
