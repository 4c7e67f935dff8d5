import { describe, expect, it } from 'vitest';
import { type Desk, type DeskLine, merge, type Place } from '../api/desk';
import { clockWords } from '../places/clock';
import { freePlaces, markOf, waitsSince } from '../places/place';

const line = (number: number, from: DeskLine['from'], at: string): DeskLine => ({
  number,
  at: `2026-12-02T10:${at}Z`,
  from,
  operator: null,
  name: null,
  text: `line ${number}`,
  key: null,
});

function place(part: Partial<Place>): Place {
  return {
    chat: 7,
    stage: 'held',
    holder: 'ana',
    colleagues: [],
    queue: 'fares',
    queueName: 'Fares',
    weight: 2,
    door: 'Site',
    language: 'en',
    visitor: null,
    page: null,
    facts: [],
    earlier: [],
    arrivedAt: '2026-12-02T10:00:00Z',
    waitedMillis: 0,
    offerUntil: null,
    outcome: null,
    from: 0,
    number: 0,
    got: 0,
    read: 0,
    lines: [],
    steps: [],
    transfers: [],
    takesFiles: false,
    fills: {},
    margin: { labels: [], notes: [] },
    tickets: [],
    ...part,
  };
}

const desk = (places: Place[]) => ({ self: { id: 'ana', name: 'Ana', picture: null, capacity: 6 }, places }) as unknown as Desk;

describe('what the wire tells', () => {
  it('is put behind what is there, once however often it comes', () => {
    const known = place({ number: 2, lines: [line(2, 'visitor', '01:00')] });
    const news = place({ from: 2, number: 3, lines: [line(3, 'operator', '01:05')] });
    const once = merge(desk([known]), news);
    expect(once?.places[0]?.lines.map(({ number }) => number)).toEqual([2, 3]);
    const again = once && merge(once, { ...news, from: 1, lines: [line(2, 'visitor', '01:00'), line(3, 'operator', '01:05')] });
    expect(again?.places[0]?.lines.map(({ number }) => number)).toEqual([2, 3]);
  });

  it('asks for the desk anew where something was missed between', () => {
    expect(merge(desk([place({ number: 2 })]), place({ from: 4, number: 5 }))).toBeNull();
    expect(merge(desk([]), place({ from: 4, number: 5 }))).toBeNull();
  });

  it('takes away what is somebody else’s now, and brings what is new', () => {
    expect(merge(desk([place({})]), place({ holder: 'bram' }))?.places).toEqual([]);
    expect(merge(desk([place({})]), place({ stage: 'none' }))?.places).toEqual([]);
    expect(merge(desk([]), place({ number: 1 }))?.places).toHaveLength(1);
    expect(merge(desk([]), place({ holder: 'bram', colleagues: ['ana'], number: 1 }))?.places).toHaveLength(1);
  });
});

describe('a place', () => {
  const assigned = { number: 2, at: '2026-12-02T10:02:00Z', event: 'assigned', because: '' };

  it('counts from the first word that nobody has answered, but not from before it was taken', () => {
    expect(waitsSince(place({ lines: [line(1, 'visitor', '01:00')], steps: [assigned] }))).toBe(assigned.at);
    const answered = [line(1, 'visitor', '01:00'), line(3, 'operator', '02:30')];
    expect(waitsSince(place({ lines: answered, steps: [assigned] }))).toBeNull();
    const more = [...answered, line(4, 'visitor', '03:00'), line(5, 'visitor', '03:20')];
    expect(waitsSince(place({ lines: more, steps: [assigned] }))).toBe('2026-12-02T10:03:00Z');
    expect(waitsSince(place({ steps: [assigned] }))).toBe(assigned.at);
  });

  it('leaves room for chats as heavy as the heaviest that may come', () => {
    expect(freePlaces(6, 2, [])).toBe(3);
    expect(freePlaces(6, 2, [place({})])).toBe(2);
    expect(freePlaces(6, 2, [place({ weight: 3 })])).toBe(1);
    expect(freePlaces(6, 2, [place({ weight: 5 }), place({})])).toBe(0);
  });

  it('tells how far a reply has come', () => {
    const reply = line(3, 'operator', '02:00');
    expect(markOf(reply, place({}))).toBe('sent');
    expect(markOf(reply, place({ got: 3 }))).toBe('received');
    expect(markOf(reply, place({ got: 3, read: 4 }))).toBe('read');
  });
});

it('seconds are written as on a clock', () => {
  expect(clockWords(65.4)).toBe('1:05');
  expect(clockWords(-3)).toBe('0:00');
});
