import type { DeskLine, Place } from '../api/desk';

/** Since when the visitor waits for an answer: their first word that nobody has answered, or their chat's being taken. */
export function waitsSince(place: Place): string | null {
  const lastAnswer = place.lines.findLastIndex(({ from }) => from === 'operator');
  const word = place.lines.slice(lastAnswer + 1).find(({ from }) => from === 'visitor');
  const taken = place.steps.findLast(({ event }) => event === 'assigned')?.at;
  if (word) return taken && taken > word.at ? taken : word.at;
  return lastAnswer < 0 && taken ? taken : null;
}

/** How much of an operator's capacity the chats at the desk take. */
export const inUse = (places: Place[]) => places.reduce((sum, { weight }) => sum + weight, 0);

/** How many more chats find room, each as heavy as the heaviest that the operator may get. */
export function freePlaces(capacity: number, heaviest: number, places: Place[]): number {
  return Math.max(0, Math.floor((capacity - inUse(places)) / Math.max(1, heaviest)));
}

/** What a line's sender is called. */
export function speaker(line: DeskLine, place: Place): string {
  if (line.from === 'visitor') return place.visitor ?? 'Visitor';
  if (line.from === 'operator') return line.name ?? 'Operator';
  return line.from === 'bot' ? (place.bot?.bot ?? 'Bot') : place.door;
}

export type ReadMark = 'sent' | 'received' | 'read';

/** How far a reply has come on the visitor's side. */
export function markOf(line: DeskLine, place: Place): ReadMark {
  if (line.number <= place.read) return 'read';
  return line.number <= place.got ? 'received' : 'sent';
}
