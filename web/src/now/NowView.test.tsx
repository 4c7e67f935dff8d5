import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import type { LiveNow, RunningChat } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { NowView } from './NowView';

afterEach(cleanup);

const now: LiveNow = {
  at: '2026-12-02T10:32:00Z',
  revision: 3,
  queues: [
    {
      id: 'fares',
      name: 'Fares',
      waiting: 1,
      longestSince: '2026-12-02T10:30:00Z',
      running: 1,
      takers: 1,
      free: 0,
      waitedToday: 50,
      answeredToday: 45,
      inTimeToday: 35,
      target: 0.8,
      withinSeconds: 30,
    },
    { id: 'lost', name: 'Lost', waiting: 0, longestSince: null, running: 0, takers: 0, free: 0, waitedToday: 0, answeredToday: 0, inTimeToday: 0, target: 0.8, withinSeconds: 60 },
  ],
  people: [
    { id: 'ana', name: 'Ana R.', state: 'present', since: '2026-12-02T09:00:00Z', inUse: 2, capacity: 6, languages: ['en', 'de'], queues: ['fares'], chats: [7] },
    { id: 'ben', name: 'Ben O.', state: 'gone', since: null, inUse: 0, capacity: 6, languages: ['en'], queues: ['fares'], chats: [] },
  ],
  doors: [
    { id: 'site', name: 'Site', open: true, paused: false, because: null, opens: null, chats: 2 },
    { id: 'poster', name: 'Poster', open: false, paused: false, because: 'nobody is there who speaks de', opens: null, chats: 0 },
  ],
  chats: [
    { chat: 7, stage: 'HELD', door: 'Site', language: 'en', queue: 'fares', operator: 'ana', since: '2026-12-02T10:20:00Z', unansweredSince: '2026-12-02T10:29:00Z' },
    { chat: 8, stage: 'WAITING', door: 'Site', language: 'de', queue: 'fares', operator: null, since: '2026-12-02T10:30:00Z', unansweredSince: null },
  ],
  dayFrom: '2026-12-02T00:00:00Z',
  expected: Array.from({ length: 48 }, () => 10),
  came: Array.from({ length: 22 }, () => 9),
};

const running: RunningChat = {
  chat: 7,
  door: 'Site',
  language: 'en',
  queue: 'Fares',
  operator: 'Ana R.',
  arrivedAt: '2026-12-02T10:20:00Z',
  over: false,
  entries: [
    { number: 1, at: '2026-12-02T10:20:00Z', event: 'arrived', author: null, operator: null, text: null, because: 'Site is open' },
    { number: 2, at: '2026-12-02T10:29:00Z', event: 'said', author: 'visitor', operator: null, text: 'Hello?', because: '' },
  ],
};

it('shows who waits too long, what is below its target, and why a door is closed', async () => {
  renderInWorkplace(<NowView />, samplePlan(), { '/raised': [], '/margin': { labels: [], notes: [] }, '/tickets': [], '/now': now });
  expect(await screen.findByText(/1 waiting, 1 with an operator, 0 with a bot; 1 of 2 operators present/)).toBeTruthy();
  const row = screen.getByRole('row', { name: /^Fares/ });
  expect(within(row).getByText('▲ 2:00').className).toBe('now-trouble');
  expect(row.textContent).toContain('▼ 70 % of 50, target 80 %');
  expect(screen.getByText('nobody is there who speaks de')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Read along in the English chat from Site, unanswered for 180 s' }).className).toContain('now-late');
  expect(screen.getByText(/in the half-hours that are over 189 of 210 forecast, of 480 for the day/)).toBeTruthy();
});

it('reads along in a chat', async () => {
  renderInWorkplace(<NowView />, samplePlan(), { '/raised': [], '/margin': { labels: [], notes: [] }, '/tickets': [], '/now': now, '/chats/7': running });
  fireEvent.click(await screen.findByRole('button', { name: /Read along in the English chat/ }));
  expect(await screen.findByText('Hello?')).toBeTruthy();
  expect(screen.getByText('Site is open')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Take over at my desk' }), 'an account that answers nobody has no desk').toBeNull();
});

it('moves a person into a queue for today', async () => {
  const sent = renderInWorkplace(<NowView />, samplePlan(), { '/raised': [], '/margin': { labels: [], notes: [] }, '/tickets': [], '/now': now });
  fireEvent.click(await screen.findByRole('button', { name: /Ana R\./ }));
  fireEvent.click(await screen.findByRole('checkbox', { name: 'Lost' }));
  await waitFor(() =>
    expect(sent.find(({ method }) => method === 'POST')).toEqual({
      method: 'POST',
      path: '/plans/p/now/people/ana/queues',
      body: { queue: 'lost', takes: true },
    }),
  );
});
