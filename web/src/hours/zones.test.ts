import { describe, expect, it } from 'vitest';
import type { Week } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { openIn } from './paint';
import { trafficOf } from './traffic';
import { localMinutes } from './zones';

describe('open times elsewhere', () => {
  const stretches = [{ from: '2026-12-01T09:00:00Z', to: '2026-12-01T17:00:00Z' }];

  it('stand where the clocks of the other zone show them', () => {
    const tokyo = localMinutes(stretches, '2026-11-30', 'Asia/Tokyo');
    expect(openIn(tokyo, { day: 1, slot: 36 })).toBe(30);
    expect(openIn(tokyo, { day: 1, slot: 35 })).toBe(0);
    expect(openIn(tokyo, { day: 2, slot: 3 })).toBe(30);
    expect(openIn(tokyo, { day: 2, slot: 4 })).toBe(0);
  });

  it('may lie in quarters of an hour, and outside the week they are left out', () => {
    const kathmandu = localMinutes(stretches, '2026-11-30', 'Asia/Kathmandu');
    expect(openIn(kathmandu, { day: 1, slot: 29 })).toBe(15);
    expect(localMinutes(stretches, '2026-12-07', 'Asia/Kathmandu').includes(1)).toBe(false);
  });
});

it('the traffic of hours is that of the queues whose department keeps them', () => {
  const plan = samplePlan();
  const week = {
    startsAt: ['2026-12-01T09:00:00Z', '2026-12-01T09:30:00Z'],
    available: [2, 3],
    queues: [
      { id: 'booking', chats: [4, 6] },
      { id: 'other', chats: [10, 10] },
    ],
  } as unknown as Week;

  expect(trafficOf(plan, week, 'day', 'Europe/Dublin')[1]?.slice(18, 20)).toEqual([
    { chats: 4, present: 2 },
    { chats: 6, present: 3 },
  ]);
  expect(trafficOf(plan, week, 'nobody-keeps', 'Europe/Paris')[1]?.[20]).toEqual({ chats: 14, present: 2 });
});
