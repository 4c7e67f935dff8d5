import { area, curveBumpX } from 'd3-shape';
import type { Passage } from '../api/model';

/** A place in the drawing: a door, a queue or a way to end. */
export interface Box {
  id: string;
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Traffic between two places. */
export interface Band {
  key: string;
  path: string;
  kind: 'people' | 'bot' | 'bad';
  /** What it is about, where it is drawn by topic. */
  topic?: string;
}

export interface Drawing {
  height: number;
  doors: Map<string, Box>;
  bots: Map<string, Box>;
  queues: Map<string, Box>;
  ends: Map<string, Box>;
  bands: Band[];
}

interface Node {
  id: string;
  flow: number;
  least: number;
}

interface Flow {
  from: string;
  to: string;
  perHour: number;
  kind: Band['kind'];
  topic?: string;
  /** Between two x straight along a y, instead of the shortest way. */
  ownWay?: { from: number; until: number; y: number };
}

const DOOR = { width: 138, least: 46 };
const BOT = { width: 104, least: 62 };
const QUEUE = { width: 168, least: 62 };
const END = { width: 152, least: 46 };
/** Where a bot stands between them, all are narrower. */
const BESIDE_BOT = { door: 120, queue: 150, end: 134 };
export const FINISHED_BY_BOT = 'finishedByBot';
const LEAST_GAP = 12;
const MOST_GAP = 44;
/** Traffic below this many chats an hour is not drawn. */
const TRACE = 0.05;
const HAIRLINE = 1;
/** How much of the height the traffic of the busiest hour takes; labels and gaps need the rest. */
const SHARE_OF_HEIGHT = 0.75;

/**
 * Lays a passage out in columns: doors, queues and ends, and between the first two the bots, if any. What a bot finishes goes its own way above
 * the queues. A box is as tall as its traffic, or as its label where that needs more. One scale
 * holds for all bands: that of the week's busiest hour, so that moments can be compared, or the greatest at which every
 * column fits if that is less.
 *
 * @param busiest chats in the week's busiest hour
 */
export function layOut(passage: Passage, width: number, height: number, busiest: number): Drawing {
  const toQueues = passage.toQueues
    .filter((flow) => flow.perHour >= TRACE)
    .map((flow): Flow => ({ from: flow.door, to: flow.queue, perHour: flow.perHour, kind: 'people' }));
  const toBots = passage.toBots
    .filter((flow) => flow.perHour >= TRACE)
    .map((flow): Flow => ({ from: flow.door, to: flow.bot, perHour: flow.perHour, kind: 'bot' }));
  const passedOn = passage.botToQueues
    .filter((flow) => flow.perHour >= TRACE)
    .map((flow): Flow => ({ from: flow.bot, to: flow.queue, perHour: flow.perHour, kind: 'people', topic: flow.topic }));
  const finished = passage.bots
    .filter((bot) => bot.finished >= TRACE)
    .map((bot): Flow => ({ from: bot.id, to: FINISHED_BY_BOT, perHour: bot.finished, kind: 'bot' }));
  const toEnds = passage.toEnds
    .filter((flow) => flow.perHour >= TRACE)
    .map((flow): Flow => ({
      from: flow.queue,
      to: flow.end,
      perHour: flow.perHour,
      kind: flow.end === 'gaveUp' || flow.end === 'turnedAway' ? 'bad' : 'people',
    }));
  const isBotThere = passage.bots.length > 0;
  const wide = isBotThere ? BESIDE_BOT : { door: DOOR.width, queue: QUEUE.width, end: END.width };
  // What a bot finishes passes above the queues, as wide as it is.
  const ownWays = finished.map((flow): Node => ({ id: FINISHED_BY_BOT, flow: flow.perHour, least: 0 }));
  const columns = [
    passage.doors.map((door) => ({ id: door.id, flow: door.perHour, least: DOOR.least })),
    [...ownWays, ...passage.queues.map((queue) => ({ id: queue.id, flow: queue.perHour, least: QUEUE.least }))],
    passage.ends.map((end) => ({ id: end.id, flow: end.perHour, least: END.least })),
    passage.bots.map((bot) => ({ id: bot.id, flow: bot.perHour, least: BOT.least })),
  ];
  const needed = Math.max(...columns.map((column) => columnHeight(column, 0)));
  const total = Math.max(height, needed);
  const scale = Math.min((SHARE_OF_HEIGHT * total) / busiest, greatestScale(columns, total));
  const left = width - wide.door - wide.queue - wide.end - (isBotThere ? BOT.width : 0);
  const gap = left / (isBotThere ? 3 : 2);
  const lane = ownWays.reduce((sum, { flow }) => sum + flow * scale, 0);
  const atQueues = width - wide.end - gap - wide.queue;
  const atBots = atQueues - gap - BOT.width;
  const [doors, queues, ends, bots] = [
    stack(columns[0] ?? [], 0, wide.door, total, scale),
    stack((columns[1] ?? []).slice(ownWays.length), atQueues, wide.queue, total, scale, lane > 0 ? lane + LEAST_GAP : 0),
    stack(columns[2] ?? [], width - wide.end, wide.end, total, scale),
    stack(columns[3] ?? [], atBots, BOT.width, total, scale),
  ];
  const ownWay = { from: atQueues, until: atQueues + wide.queue, y: lane / 2 };
  const pastBots = new Map([...queues, ...ends]);
  return {
    height: total,
    doors,
    bots,
    queues,
    ends,
    bands: [
      ...bands(toQueues, doors, queues, scale),
      ...bands(toBots, doors, bots, scale),
      ...bands([...finished.map((flow) => ({ ...flow, ownWay })), ...passedOn], bots, pastBots, scale),
      ...bands(toEnds, queues, ends, scale),
    ],
  };
}

function boxHeight(node: Node, scale: number) {
  return Math.max(node.least, node.flow * scale);
}

function columnHeight(column: Node[], scale: number) {
  const gaps = Math.max(0, column.length - 1) * LEAST_GAP;
  return column.reduce((sum, node) => sum + boxHeight(node, scale), gaps);
}

/** Pixels for one chat an hour, by bisection: a column's height only grows with the scale. */
function greatestScale(columns: Node[][], height: number) {
  let fits = 0;
  let tooLarge = height;
  for (let round = 0; round < 40; round++) {
    const scale = (fits + tooLarge) / 2;
    if (columns.every((column) => columnHeight(column, scale) <= height)) fits = scale;
    else tooLarge = scale;
  }
  return fits;
}

function stack(column: Node[], x: number, width: number, whole: number, scale: number, top = 0) {
  const height = whole - top;
  const boxes = column.reduce((sum, node) => sum + boxHeight(node, scale), 0);
  const gap = Math.min(MOST_GAP, (height - boxes) / Math.max(1, column.length - 1));
  let y = top;
  const placed = new Map<string, Box>();
  for (const node of column) {
    const tall = boxHeight(node, scale);
    placed.set(node.id, { id: node.id, x, y, width, height: tall });
    y += tall + gap;
  }
  return placed;
}

/** Bands leave and reach a box in the order of the boxes at their other end, so that they cross as little as can be. */
function bands(flows: Flow[], from: Map<string, Box>, to: Map<string, Box>, scale: number): Band[] {
  const starts = ports(flows, (flow) => flow.from, (flow) => flow.to, from, to, scale);
  const stops = ports(flows, (flow) => flow.to, (flow) => flow.from, to, from, scale);
  const ribbon = area<[x: number, y: number, half: number]>(
    ([x]) => x,
    ([, y, half]) => y - half,
    ([, y, half]) => y + half,
  ).curve(curveBumpX);
  return flows.flatMap((flow) => {
    const source = from.get(flow.from);
    const target = to.get(flow.to);
    const y0 = starts.get(flow);
    const y1 = stops.get(flow);
    if (!source || !target || y0 === undefined || y1 === undefined) return [];
    const half = Math.max(HAIRLINE, flow.perHour * scale) / 2;
    const { ownWay } = flow;
    const path = ribbon([
      [source.x + source.width, y0, half],
      ...(ownWay ? [ownWay.from, ownWay.until].map((x): [number, number, number] => [x, ownWay.y, half]) : []),
      [target.x, y1, half],
    ]);
    const topic = flow.topic === undefined ? '' : `:${flow.topic}`;
    return path ? [{ key: `${flow.from}>${flow.to}${topic}`, path, kind: flow.kind, ...(flow.topic && { topic: flow.topic }) }] : [];
  });
}

function ports(
  flows: Flow[],
  own: (flow: Flow) => string,
  other: (flow: Flow) => string,
  boxes: Map<string, Box>,
  others: Map<string, Box>,
  scale: number,
) {
  const at = new Map<Flow, number>();
  for (const [id, box] of boxes) {
    const here = flows
      .filter((flow) => own(flow) === id)
      .sort((a, b) => (others.get(other(a))?.y ?? 0) - (others.get(other(b))?.y ?? 0));
    const thickness = here.reduce((sum, flow) => sum + flow.perHour * scale, 0);
    let y = box.y + (box.height - thickness) / 2;
    for (const flow of here) {
      at.set(flow, y + (flow.perHour * scale) / 2);
      y += flow.perHour * scale;
    }
  }
  return at;
}
