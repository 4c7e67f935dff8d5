import type { DeskLine, Place } from '../api/desk';

/** Since when the visitor waits for an answer: their first word that nobody has answered, or their chat's being taken. */
export function waitsSince(place: Place): string | null {
  const lastAnswer = place.lines.findLastIndex(({ from }) => from === 'operator');
  const word = place.lines.slice(lastAnswer + 1).find(({ from }) => from === 'visitor');
  const taken = place.steps.findLast(({ event }) => event === 'assigned')?.at;
  if (word) return taken && taken > word.at ? taken : word.at;
  return lastAnswer < 0 && taken ? taken : null;
}

/** How many chats find room: those that are there, and as many more as the heaviest of them would allow. */
export function freePlaces(capacity: number, inUse: number, places: Place[]): number {
  const heaviest = Math.max(1, ...places.map(({ weight }) => weight));
  const weight = places.length > 0 ? heaviest : 2;
  return Math.max(0, Math.floor((capacity - inUse) / weight));
}

/** What a line's sender is called. */
export function speaker(line: DeskLine, place: Place): string {
  if (line.from === 'visitor') return place.visitor ?? 'Visitor';
  if (line.from === 'operator') return line.name ?? 'Operator';
  return line.from === 'bot' ? 'Bot' : place.door;
}

export type ReadMark = 'sent' | 'received' | 'read';

/** How far a reply has come on the visitor's side. */
export function markOf(line: DeskLine, place: Place): ReadMark {
  if (line.number <= place.read) return 'read';
  return line.number <= place.got ? 'received' : 'sent';
}
