import { expect, it } from 'vitest';
import type { Passage, Week } from '../api/model';
import { passageSvg } from './passageSvg';

it('is well-formed on its own, whatever the names hold', () => {
  const svg = passageSvg(passage('<Fares & "more">'), 'Tarnwick & Co', week());
  const read = new DOMParser().parseFromString(svg, 'image/svg+xml');

  expect(read.querySelector('parsererror')).toBeNull();
  const texts = [...read.querySelectorAll('text')].map((text) => text.textContent);
  expect(texts).toContain('<Fares & "more">');
  expect(texts).toContain('Tarnwick & Co');
  expect(texts).toContain('▾ 1 short of 2');
  expect(read.querySelectorAll('path').length).toBeGreaterThan(0);
  expect(svg).not.toMatch(/href|url\(/);
});

function week(): Week {
  return { timeZone: 'Europe/Dublin', chats: [10] } as unknown as Week;
}

function passage(queue: string): Passage {
  return {
    at: '2026-12-01T10:00:00Z',
    doors: [{ id: 'site', name: 'Site', perHour: 12, open: true }],
    queues: [
      {
        id: 'fares',
        name: queue,
        department: 'Sales',
        perHour: 12,
        open: true,
        because: '',
        members: 3,
        eligible: 1,
        required: 2,
        staffed: 1,
        shortOf: 1,
        shared: false,
        answeredInTime: 0.5,
      },
    ],
    bots: [{ id: 'tern', name: queue, perHour: 15, finished: 3, topics: [{ topic: queue, finished: 3, passedOn: 12 }] }],
    ends: [
      { id: 'finishedByBot', perHour: 3 },
      { id: 'answeredInTime', perHour: 12 },
    ],
    toBots: [{ door: 'site', bot: 'tern', perHour: 15 }],
    toQueues: [],
    botToQueues: [{ bot: 'tern', queue: 'fares', topic: queue, perHour: 12 }],
    toEnds: [{ queue: 'fares', end: 'answeredInTime', perHour: 12 }],
  };
}
