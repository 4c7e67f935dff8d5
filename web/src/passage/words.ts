import type { Passage, QueuePlace } from '../api/model';
import { COVERED, formatMoment, formatPeople } from '../time/time';

/** Fewer chats an hour than this would be shown as 0.0. */
export const LEAST_SHOWN = 0.05;
const BAD_ENDS = new Set(['gaveUp', 'turnedAway']);

export const END_NAMES: Record<Passage['ends'][number]['id'], string> = {
  finishedByBot: 'Finished by bot',
  answeredInTime: 'Answered in time',
  answeredLater: 'Answered later',
  gaveUp: 'Gave up waiting',
  turnedAway: 'Turned away',
};

export function isBadEnd(end: Passage['ends'][number]) {
  return BAD_ENDS.has(end.id) && end.perHour >= LEAST_SHOWN;
}

export function anHour(perHour: number) {
  if (perHour > 0 && perHour < LEAST_SHOWN) return 'hardly any';
  return `${perHour > 0 && perHour < 9.95 ? perHour.toFixed(1) : Math.round(perHour)} an hour`;
}

export function finishedWords(bot: Passage['bots'][number]) {
  return bot.perHour > 0 ? `${Math.round((100 * bot.finished) / bot.perHour)} % finished` : 'nothing comes';
}

export function doorWords(door: Passage['doors'][number]) {
  return door.open ? anHour(door.perHour) : '▪ closed';
}

/** How a queue stands: closed, short of people or with enough of them. */
export function standing(queue: QueuePlace, timeZone: string): { words: string; tone: 'short' | 'enough' | 'soft' } {
  if (!queue.open) {
    const opens = queue.nextChange ? formatMoment(queue.nextChange, timeZone) : 'never';
    return { words: `▪ opens ${opens}`, tone: 'soft' };
  }
  if (queue.members === 0) return { words: '▾ nobody can serve it', tone: 'short' };
  const wait = queue.waiting ? `, ${queue.waiting} waiting` : '';
  return queue.shortOf >= COVERED
    ? { words: `▾ ${formatPeople(queue.shortOf)} short of ${queue.required}${wait}`, tone: 'short' }
    : { words: `▴ ${formatPeople(queue.staffed)} there, ${queue.required} needed${wait}`, tone: 'enough' };
}
