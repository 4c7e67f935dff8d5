/** Instants as text in the plan's time zone, and back. Instants travel as ISO 8601 in UTC. */

export function formatMoment(at: string, timeZone: string) {
  return format(at, { weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' }, timeZone);
}

export function formatTime(at: string, timeZone: string) {
  return format(at, { hour: '2-digit', minute: '2-digit' }, timeZone);
}

export function formatDay(at: string, timeZone: string) {
  return format(at, { weekday: 'short', day: 'numeric', month: 'short' }, timeZone);
}

export function formatDate(at: string, timeZone: string) {
  return format(at, { day: 'numeric', month: 'short', year: 'numeric' }, timeZone);
}

/** The days of a mark or a run, such as 3–9 Nov 2025. */
export function formatDays({ firstDay, lastDay }: { firstDay: string; lastDay: string }) {
  const format = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' });
  const range = format.formatRange(new Date(`${firstDay}T00:00:00Z`), new Date(`${lastDay}T00:00:00Z`));
  return range.replaceAll(/\s/g, ' '); // browsers set thin spaces or plain ones
}

/** When something was done, in the reader's own time zone. */
export function formatInstant(at: string) {
  return new Intl.DateTimeFormat('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  }).format(new Date(at));
}

/** Minutes and seconds: 95 is "1:35". */
export function formatSeconds(seconds: number) {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** People, who may be there for a part of the time: "3", "2.7". */
export function formatPeople(people: number) {
  return people.toFixed(1).replace(/\.0$/, '');
}

/** Less than that lacks nobody would say so. */
export const COVERED = 0.05;

export function formatShare(share: number, digits = 1) {
  return `${(share * 100).toFixed(digits)} %`;
}

/** The local date and time as a datetime-local field wants them: 2026-12-01T14:30. */
export function toLocal(at: string, timeZone: string) {
  const parts = formatter(
    'en-CA',
    { hourCycle: 'h23', year: 'numeric', month: '2-digit', day: '2-digit', hour: '2-digit', minute: '2-digit' },
    timeZone,
  ).formatToParts(new Date(at));
  const part = (type: Intl.DateTimeFormatPartTypes) => parts.find((p) => p.type === type)?.value ?? '';
  return `${part('year')}-${part('month')}-${part('day')}T${part('hour')}:${part('minute')}`;
}

/**
 * The instant of a local time. The zone's offset is found by correcting a first guess twice, which settles on every time
 * that exists; one that a clock change skips moves past the gap.
 */
export function fromLocal(local: string, timeZone: string) {
  const wanted = Date.parse(`${local}:00Z`);
  let guess = wanted;
  for (let round = 0; round < 2; round++) {
    const shown = Date.parse(`${toLocal(new Date(guess).toISOString(), timeZone)}:00Z`);
    guess += wanted - shown;
  }
  return toIso(guess);
}

/** The Monday of the week a moment falls into, as a local date. */
export function mondayOf(at: string, timeZone: string) {
  const date = new Date(`${toLocal(at, timeZone).slice(0, 10)}T00:00:00Z`);
  date.setUTCDate(date.getUTCDate() - ((date.getUTCDay() + 6) % 7));
  return date.toISOString().slice(0, 10);
}

export function addMinutes(at: string, minutes: number) {
  return toIso(Date.parse(at) + minutes * 60_000);
}

function toIso(epochMillis: number) {
  return new Date(epochMillis).toISOString().replace('.000Z', 'Z');
}

function format(at: string, options: Intl.DateTimeFormatOptions, timeZone: string) {
  return formatter('en-GB', options, timeZone).format(new Date(at));
}

const formatters = new Map<string, Intl.DateTimeFormat>();

/** Making a formatter costs a hundred times what using it does, so each is made once. */
function formatter(locale: string, options: Intl.DateTimeFormatOptions, timeZone: string) {
  const key = `${locale} ${timeZone} ${JSON.stringify(options)}`;
  let made = formatters.get(key);
  if (!made) {
    made = new Intl.DateTimeFormat(locale, { ...options, timeZone });
    formatters.set(key, made);
  }
  return made;
}
