import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import type { ChatFigures, Report } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { ReportsView } from './ReportsView';

// There is no canvas to draw on here.
vi.mock('../ui/Chart', () => ({ default: ({ label }: { label: string }) => <p>{label}</p> }));

afterEach(cleanup);

const figures: ChatFigures = {
  chats: 40,
  waited: 30,
  answered: 25,
  inTime: 24,
  serviceLevel: 0.8,
  of: 30,
  gaveUp: 5,
  gaveUpSoon: 2,
  meanWait: 14,
  medianWait: 7.5,
  wait95: 95,
  firstReply: 20,
  handling: 300,
  wrapUp: 0,
  transferred: 1,
  finishedByBot: 10,
  endedByVisitor: 12,
  endedByOperator: 13,
  closedSilent: 0,
  leftMessage: 0,
  ratings: 4,
  rating: 4.25,
};

const change = (difference: number, real: boolean) => ({ difference, lower: difference - 1, upper: difference + 1, byChance: real ? 0.01 : 0.4, real });

function report(of: Partial<Report> = {}): Report {
  return {
    by: 'QUEUE',
    from: '2026-11-25',
    until: '2026-12-01',
    before: null,
    way: { against: 'ALL', shortSeconds: 10 },
    meaning: 'of all chats that waited, those that an operator answered within the time that their queue is to achieve',
    total: { key: '', name: 'All', now: figures, before: null, changes: {}, work: null },
    lines: [{ key: 'fares', name: 'Fares', now: figures, before: null, changes: {}, work: null }],
    ...of,
  };
}

it('draws each line with its figures, which lead to their chats, and says what the service level means', async () => {
  renderInWorkplace(<ReportsView />, samplePlan(), { '/reports': report() }, { address: '/reports?language=de' });
  expect(await screen.findByText(/of all chats that waited, those that an operator answered/)).toBeTruthy();
  expect(screen.getAllByText('80.0 %')).toHaveLength(2);
  expect(screen.getAllByText('7.5 s · 14 s · 1:35')).toHaveLength(2);
  expect(screen.getAllByRole('img', { name: '13 ended by operator, 12 ended by visitor, 10 finished by bot, 5 gave up waiting' })).toHaveLength(2);
  const lead = screen.getAllByRole('link', { name: '5' })[0]?.getAttribute('href') ?? '';
  expect(Object.fromEntries(new URLSearchParams(lead.split('?')[1]))).toEqual({
    from: '2026-11-25',
    until: '2026-12-01',
    language: 'de',
    queue: 'fares',
    outcome: 'gave-up',
  });
});

it('tells differences that may be chance from those that are none', async () => {
  const compared = {
    before: { from: '2026-11-18', until: '2026-11-24' },
    lines: [
      { key: 'fares', name: 'Fares', now: figures, before: figures, changes: { handling: change(-31.2, true), meanWait: change(0.4, false) }, work: null },
    ],
  };
  renderInWorkplace(<ReportsView />, samplePlan(), { '/reports': report(compared) });
  expect((await screen.findByText('−31.2 s')).className).toContain('change-real');
  expect(screen.getByText(/≈ mean \+0\.4 s/).title).toContain('40.0 % of the time');
});

it('compares with the days before, by what else is asked', async () => {
  const sent = renderInWorkplace(<ReportsView />, samplePlan(), { '/reports': report() });
  await screen.findByRole('table');
  fireEvent.click(screen.getByRole('checkbox', { name: 'compare with' }));
  await waitFor(() => expect(sent.map(({ path }) => path)).toContain('/plans/p/reports?thanFrom=2026-11-18&thanUntil=2026-11-24'));
  expect(screen.getByRole('link', { name: 'XLSX' }).getAttribute('href')).toBe('/api/v1/plans/p/reports/report.xlsx?thanFrom=2026-11-18&thanUntil=2026-11-24');
});

it('counts against other chats where the administrator says so', async () => {
  const sent = renderInWorkplace(<ReportsView />, samplePlan(), { '/reports': report() });
  fireEvent.click(await screen.findByRole('button', { name: 'Count otherwise' }));
  fireEvent.click(await screen.findByRole('radio', { name: 'of those that an operator answered' }));
  await waitFor(() =>
    expect(sent.find(({ method }) => method === 'PUT')).toEqual({
      method: 'PUT',
      path: '/plans/p/reports/way',
      body: { against: 'ANSWERED', shortSeconds: 10 },
    }),
  );
});

it('says what helps with no people, and that it ranks nobody', async () => {
  const work = { presentSeconds: 7200, occupancy: 0.42, lapsed: 3, declined: 1, longestSilence: 100, leftOpen: 2 };
  const people = { by: 'OPERATOR' as const, lines: [{ key: 'ana', name: 'Ana R.', now: figures, before: null, changes: {}, work }] };
  renderInWorkplace(<ReportsView />, samplePlan(), { '/reports': report(people) });
  expect(await screen.findByText(/They rank\s+nobody/)).toBeTruthy();
  expect(screen.getByText('2.0 h')).toBeTruthy();
  expect(screen.getByText('42 %')).toBeTruthy();
});

it('says so where no chat came', async () => {
  renderInWorkplace(<ReportsView />, samplePlan(), { '/reports': report({ lines: [] }) });
  expect(await screen.findByText(/No chat came on these days\. Choose/)).toBeTruthy();
});
