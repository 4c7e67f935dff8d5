import type { DoorDocument, Known } from './document';

const MINUTE = 60;
const DAY_HOURS = 24;

/**
 * Puts what is known into a text. A placeholder for something unknown goes, with the blank or comma before it: "Welcome back,
 * {visitor}." becomes "Welcome back." Where a name ends with a dot, as "Ana R." does, the sentence needs no second.
 */
export function fill(text: string, door: DoorDocument, known: Known): string {
  return text.replace(/[\s,،]*\{(visitor|operator|position|wait|opens|reply)\}/g, (found, name: string) => {
    const value = valueOf(name, door, known);
    return value === undefined ? '' : found.replace(`{${name}}`, () => value);
  }).replace(/\.\./g, '.');
}

function valueOf(name: string, door: DoorDocument, known: Known): string | undefined {
  switch (name) {
    case 'visitor':
      return known.visitor;
    case 'operator':
      return known.operator?.name;
    case 'position':
      return known.position === undefined ? undefined : count(known.position, door.locale);
    case 'wait':
      return known.waitSeconds === undefined ? undefined : waitWords(known.waitSeconds, door.locale);
    case 'opens':
      return known.opens === undefined ? undefined : openingWords(known.opens, door);
    default:
      return door.replyHours == null ? undefined : replyWords(door.replyHours, door.locale);
  }
}

/** Who said something, as visitors know them. */
export function speaker({ from, name }: { from: string; name?: string | null | undefined }, door: DoorDocument): string {
  return (from === 'visitor' ? door.words.you : name) ?? door.texts.LABEL?.text ?? door.name;
}

export function count(value: number, language: string): string {
  return new Intl.NumberFormat(language).format(value);
}

/** A wait in whole minutes, at least one: nobody can promise seconds. */
export function waitWords(seconds: number, language: string): string {
  return amount(Math.max(1, Math.round(seconds / MINUTE)), 'minute', language);
}

function replyWords(hours: number, language: string): string {
  return hours % DAY_HOURS === 0 ? amount(hours / DAY_HOURS, 'day', language) : amount(hours, 'hour', language);
}

function amount(value: number, unit: 'minute' | 'hour' | 'day', language: string): string {
  return new Intl.NumberFormat(language, { style: 'unit', unit, unitDisplay: 'long' }).format(value);
}

/** In the door's own time zone, which is named where the visitor's clock shows another time. */
function openingWords(at: string, door: DoorDocument): string {
  const instant = new Date(at);
  const parts: Intl.DateTimeFormatOptions = { weekday: 'long', hour: '2-digit', minute: '2-digit' };
  const there = new Intl.DateTimeFormat(door.locale, { ...parts, timeZone: door.timeZone }).format(instant);
  const here = new Intl.DateTimeFormat(door.locale, parts).format(instant);
  return there === here
    ? there
    : new Intl.DateTimeFormat(door.locale, { ...parts, timeZone: door.timeZone, timeZoneName: 'short' }).format(instant);
}
