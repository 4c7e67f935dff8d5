import type { PlayedRehearsal, Traced } from '../api/rehearsals';

/** Milliseconds from the start of a rehearsal until something in it. */
export const millisOf = (rehearsal: Pick<PlayedRehearsal, 'from'>, at: string) => Date.parse(at) - Date.parse(rehearsal.from);

/** Milliseconds as a duration of ISO 8601: 65200 is PT65.2S. */
export const durationOf = (millis: number) => `PT${Math.round(millis) / 1000}S`;

/** Seconds of a duration as documents have it. */
export function secondsOf(duration: string): number {
  const parts = /^P(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?(?:([\d.]+)S)?)?$/.exec(duration);
  const [days = 0, hours = 0, minutes = 0, seconds = 0] = (parts ?? []).slice(1).map((part) => Number(part ?? 0));
  return ((days * 24 + hours) * 60 + minutes) * 60 + seconds;
}

/** Minutes and seconds, hours where there are any: 1:05, 1:02:05. */
export function clockOf(millis: number): string {
  const whole = Math.max(0, Math.floor(millis / 1000));
  const two = (value: number) => String(value).padStart(2, '0');
  const [hours, minutes] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60];
  return hours > 0 ? `${hours}:${two(minutes)}:${two(whole % 60)}` : `${minutes}:${two(whole % 60)}`;
}

/** The milliseconds that somebody wrote as 3:20, 200 or 1:02:05; null for none. */
export function readClock(text: string): number | null {
  if (!/^\d+(:[0-5]?\d){0,2}$/.test(text.trim())) return null;
  return text.trim().split(':').reduce((sum, part) => sum * 60 + Number(part), 0) * 1000;
}

/** When something happens, each instant once and in order. */
export function instantsOf(rehearsal: PlayedRehearsal): number[] {
  const steps = rehearsal.played.map(({ at }) => secondsOf(at) * 1000);
  const happened = rehearsal.trace.map(({ at }) => millisOf(rehearsal, at));
  return [...new Set([...steps, ...happened])].sort((one, other) => one - other);
}

/** The last instant at which something happened by then; nothing changes until the next. */
export const lastBy = (instants: number[], millis: number) => instants.findLast((at) => at <= millis) ?? 0;

export const nextAfter = (instants: number[], millis: number) => instants.find((at) => at > millis);

/** A name for the next chat: c1, c2 … */
export function freeChat(rehearsal: PlayedRehearsal): number {
  const taken = rehearsal.played.map(({ chat }) => Number(/^c(\d+)$/.exec(chat ?? '')?.[1] ?? 0));
  return Math.max(0, ...taken) + 1;
}

/** How an event is written for people. */
export const eventWords = ({ event, outcome }: Pick<Traced, 'event' | 'outcome'>) =>
  (event === 'ended' && outcome ? outcome : event).replaceAll('-', ' ');
