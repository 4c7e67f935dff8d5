import { describe, expect, it } from 'vitest';
import type { Passage } from '../api/model';
import { type Box, layOut } from './layout';

const place = { name: '', department: '', open: true, because: '', members: 0, eligible: 0, required: 0, staffed: 0, shortOf: 0, shared: false, answeredInTime: 1 };

function passage(flows: [door: string, queue: string, perHour: number][]): Passage {
  const sum = (pick: (flow: (typeof flows)[number]) => boolean) =>
    flows.filter(pick).reduce((total, flow) => total + flow[2], 0);
  const doors = [...new Set(flows.map((f) => f[0]))];
  const queues = [...new Set(flows.map((f) => f[1]))];
  return {
    at: '2026-12-01T14:30:00Z',
    doors: doors.map((id) => ({ id, name: id, open: true, perHour: sum((f) => f[0] === id) })),
    bots: [],
    toBots: [],
    botToQueues: [],
    queues: queues.map((id) => ({ ...place, id, perHour: sum((f) => f[1] === id) })),
    ends: [
      { id: 'answeredInTime', perHour: sum(() => true) },
      { id: 'gaveUp', perHour: 0 },
    ],
    toQueues: flows.map(([door, queue, perHour]) => ({ door, queue, perHour })),
    toEnds: queues.map((queue) => ({ queue, end: 'answeredInTime' as const, perHour: sum((f) => f[1] === queue) })),
  };
}

/** A ribbon's path starts at its upper left corner and ends at its lower left one. */
function thickness(key: string, from = drawing) {
  const numbers = from.bands.find((band) => band.key === key)?.path.match(/-?[\d.]+/g)?.map(Number) ?? [];
  return (numbers.at(-1) ?? 0) - (numbers[1] ?? 0);
}

const drawing = layOut(passage([['site', 'fares', 40], ['site', 'lost', 1], ['poster', 'fares', 5]]), 800, 500, 46);

/** A bot takes what comes at a door, finishes some of it, and passes the rest on. */
function withBot(finished: number, left: number): Passage {
  const plain = passage([['site', 'fares', left]]);
  return {
    ...plain,
    doors: plain.doors.map((door) => ({ ...door, perHour: finished + left })),
    bots: [{ id: 'tern', name: 'Tern', perHour: finished + left, finished, topics: [{ topic: 'fares', finished, passedOn: left }] }],
    ends: [{ id: 'finishedByBot' as const, perHour: finished }, ...plain.ends],
    toBots: [{ door: 'site', bot: 'tern', perHour: finished + left }],
    toQueues: [],
    botToQueues: [{ bot: 'tern', queue: 'fares', topic: 'fares', perHour: left }],
  };
}

describe('a bot', () => {
  const drawn = layOut(withBot(12, 28), 740, 500, 46);

  it('stands between doors and queues, apart from both', () => {
    const [door, bot, queue, end] = [drawn.doors.get('site'), drawn.bots.get('tern'), drawn.queues.get('fares'), drawn.ends.get('gaveUp')] as Box[];
    for (const [left, right] of [[door, bot], [bot, queue], [queue, end]] as [Box, Box][]) {
      expect(right.x - (left.x + left.width)).toBeGreaterThan(40);
    }
  });

  it('sends what it finishes a way of its own, above the queues', () => {
    const lane = drawn.bands.find(({ key }) => key === 'tern>finishedByBot');
    const thick = thickness('tern>finishedByBot', drawn);
    expect(lane?.kind).toBe('bot');
    expect(drawn.queues.get('fares')?.y).toBeGreaterThan(thick);
    expect(thickness('tern>fares:fares', drawn) / thick).toBeCloseTo(28 / 12, 5);
  });

  it('leaves that way its room in the busiest hour too', () => {
    const busy = layOut(withBot(20, 80), 740, 300, 20);
    const thick = thickness('tern>finishedByBot', busy);
    expect(busy.queues.get('fares')?.y).toBeGreaterThanOrEqual(thick + 12 - 0.001);
    const queue = busy.queues.get('fares') as Box;
    expect(queue.y + queue.height).toBeLessThanOrEqual(300.001);
  });
});

describe('layOut', () => {
  it('keeps every box inside and apart from its neighbours', () => {
    for (const column of [drawing.doors, drawing.queues, drawing.ends]) {
      const boxes: Box[] = [...column.values()];
      boxes.forEach((box, i) => {
        expect(box.y + box.height).toBeLessThanOrEqual(500.001);
        const next = boxes[i + 1];
        if (next) expect(next.y).toBeGreaterThanOrEqual(box.y + box.height + 12 - 0.001);
      });
    }
  });

  it('draws bands as wide as their traffic, on the scale of the busiest hour', () => {
    expect(thickness('site>fares') / thickness('poster>fares')).toBeCloseTo(8);
    expect(thickness('fares>answeredInTime')).toBeCloseTo(thickness('site>fares') + thickness('poster>fares'));
    const quiet = layOut(passage([['site', 'fares', 4]]), 800, 500, 46);
    expect(thickness('site>fares', quiet)).toBeCloseTo(thickness('site>fares') / 10);
  });

  it('gives small traffic the room its label needs', () => {
    expect(drawing.queues.get('lost')?.height).toBe(62);
  });

  it('grows beyond the window when the labels need it', () => {
    const many = passage(Array.from({ length: 20 }, (_, i) => ['site', `q${i}`, 1] as [string, string, number]));
    expect(layOut(many, 800, 500, 20).height).toBeGreaterThan(500);
  });
});
