import type { PlayedRehearsal, Traced } from '../api/rehearsals';
import { secondsOf } from '../time/duration';

/** Milliseconds from the start of a rehearsal until something in it. */
export const millisOf = (rehearsal: Pick<PlayedRehearsal, 'from'>, at: string) => Date.parse(at) - Date.parse(rehearsal.from);

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
