import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { RecordsView } from './RecordsView';

afterEach(cleanup);

const line = {
  chat: 7,
  door: 'Booking site',
  language: 'de',
  arrivedAt: '2026-12-01T09:00:00Z',
  endedAt: '2026-12-01T09:05:00Z',
  waitedMillis: 30_000,
  queue: 'Fares',
  operator: 'Ana R.',
  outcome: 'closed-silent',
  revision: 1,
  life: [
    { holder: 'queue', name: 'Fares', from: '2026-12-01T09:00:00Z', until: '2026-12-01T09:00:30Z' },
    { holder: 'operator', name: 'Ana R.', from: '2026-12-01T09:00:30Z', until: '2026-12-01T09:05:00Z' },
  ],
};

it('looks for words a moment after they are typed, and says how many chats have them', async () => {
  const sent = renderInWorkplace(<RecordsView />, samplePlan(), { '/labels': [], '/records': { lines: [line], next: null, found: 1 } });
  expect(await screen.findByText(/1 chat, the longest line is 5:00/)).toBeTruthy();
  expect(screen.getByText('closed after silence')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Words'), { target: { value: 'Zirkus zug' } });
  await waitFor(() => expect(sent.map(({ path }) => path).some((path) => path.includes('words=Zirkus+zug'))).toBe(true));
  const file = screen.getByRole('link', { name: 'As a CSV' }).getAttribute('href');
  expect(file).toContain('/records/records.csv?words=Zirkus+zug');
  fireEvent.click(screen.getByRole('button', { name: 'All chats' }));
  await waitFor(() => expect(screen.queryByRole('button', { name: 'All chats' })).toBeNull());
});

it('says what to do where nothing is like what is looked for', async () => {
  renderInWorkplace(<RecordsView />, samplePlan(), { '/labels': [], '/records': { lines: [], next: null, found: 0 } });
  expect(await screen.findByText(/No chat has ended yet/)).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Came from'), { target: { value: '2026-12-01' } });
  expect(await screen.findByText('No chat is like this. Take one of the limits above away.')).toBeTruthy();
});

it('shows by what a report led here, and takes it away', async () => {
  const sent = renderInWorkplace(<RecordsView />, samplePlan(), { '/labels': [], '/records': { lines: [line], next: null, found: 1 } }, { address: '/records?weekday=3&topic=' });
  expect(await screen.findByRole('button', { name: /topic not known/ })).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: /came on a Wednesday/ }));
  await waitFor(() => expect(sent.map(({ path }) => path)).toContain('/plans/p/records?topic='));
});
