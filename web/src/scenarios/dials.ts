import type { Dial, Plan } from '../api/model';

export type DialKind = Dial['kind'];

interface DialSort {
  kind: DialKind;
  name: string;
  /** What it is of. */
  of: 'queue' | 'bot' | null;
  least: number;
  most: number;
  unit: string;
}

/** The numbers that can be turned. */
export const DIALS: DialSort[] = [
  { kind: 'VOLUME', name: 'Chats that come', of: null, least: 0, most: 1000, unit: '%' },
  { kind: 'WEIGHT', name: 'Weight of a chat', of: 'queue', least: 1, most: 100, unit: '' },
  { kind: 'RUNG', name: 'When a rung comes', of: 'queue', least: 0, most: 86_400, unit: 's' },
  { kind: 'WAITING_LIMIT', name: 'How many may wait', of: 'queue', least: 0, most: 10_000, unit: '' },
  { kind: 'CAPACITY', name: 'Capacity of each operator', of: null, least: 1, most: 1000, unit: '' },
  { kind: 'MOST_CHATS', name: 'Chats an operator holds at most', of: null, least: 1, most: 1000, unit: '' },
  { kind: 'BOT_MISSES', name: 'Times the bot may not understand', of: 'bot', least: 1, most: 20, unit: '' },
];

export const sortOf = (kind: DialKind) => DIALS.find((one) => one.kind === kind) ?? DIALS[0]!;

/** A dial in words, such as "Weight of a chat, Fares". */
export function dialName(plan: Plan, { kind, element, rung }: Dial) {
  const sort = sortOf(kind);
  const elements = sort.of === 'queue' ? plan.queues : sort.of === 'bot' ? plan.bots : [];
  const name = elements.find(({ id }) => id === element)?.name ?? element;
  const which = kind === 'RUNG' ? `${name}, rung ${(rung ?? 0) + 1}` : name;
  return which ? `${sort.name}, ${which}` : sort.name;
}

/** Where a dial stands in the plan; null where nothing does, or not the same for all that it is about. */
export function standing(plan: Plan, { kind, element, rung }: Dial): number | null {
  const queue = plan.queues.find(({ id }) => id === element);
  const bot = plan.bots.find(({ id }) => id === element);
  switch (kind) {
    case 'VOLUME':
      return 100;
    case 'WEIGHT':
      return queue?.weight ?? null;
    case 'RUNG':
      return queue?.ladder[rung ?? 0]?.seconds ?? null;
    case 'WAITING_LIMIT':
      return queue?.waiting.limit?.chats ?? null;
    case 'CAPACITY':
      return same(plan.operators.map(({ capacity }) => capacity));
    case 'MOST_CHATS':
      return same(plan.operators.map(({ mostChats }) => mostChats ?? null));
    case 'BOT_MISSES':
      return bot?.handoff.misses ?? plan.settings.timeouts.botMisses;
  }
}

const same = (values: (number | null)[]) => (new Set(values).size === 1 ? (values[0] ?? null) : null);

const MOST_VALUES = 25;

/** Whole numbers from one to another, evenly apart, and no more than are swept at once. */
export function spread(from: number, to: number, steps: number): number[] {
  const count = Math.max(2, Math.min(steps, MOST_VALUES, to - from + 1));
  return [...new Set(Array.from({ length: count }, (_, i) => Math.round(from + ((to - from) * i) / (count - 1))))];
}

/** A range to begin with: around where the dial stands. */
export function around(plan: Plan, dial: Dial): { from: number; to: number } {
  const { kind } = dial;
  const { least, most } = sortOf(kind);
  const now = standing(plan, dial);
  if (kind === 'VOLUME') return { from: 60, to: 200 };
  if (now === null || now === 0) return { from: least, to: Math.min(most, least + 12) };
  return { from: Math.max(least, Math.round(now / 3)), to: Math.min(most, Math.max(now * 3, now + 6)) };
}
