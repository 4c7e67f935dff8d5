import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import type { CannedAtHand } from '../api/canned';
import type { Desk, Place } from '../api/desk';
import { CannedReplies } from '../canned/CannedReplies';
import { PlaceCard } from '../places/PlaceCard';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';

afterEach(cleanup);

const canned: CannedAtHand = {
  replies: [
    { id: 1, version: 1, shortcut: 'hello', department: null, own: false, texts: { en: 'Hello {visitor}, about {booking}?', de: 'Guten Tag {visitor}.' }, uses: 0, usedAt: null, changes: true },
    { id: 2, version: 3, shortcut: 'bye', department: 'd', own: false, texts: { en: 'Goodbye.' }, uses: 4, usedAt: '2026-12-01T09:00:00Z', changes: false },
  ],
  placeholders: ['visitor', 'operator', 'booking'],
  languages: ['en', 'de'],
  departments: [{ id: 'd', name: 'Bookings' }],
  shares: true,
  keeps: true,
};

const place = { chat: 7, stage: 'held', language: 'en', visitor: 'Robin', fills: { visitor: 'Robin' }, facts: [], page: null, lines: [], steps: [], colleagues: [], transfers: [], earlier: [], queueName: 'Fares', door: 'Booking site', waitedMillis: 0, bot: null, toBot: null, takesFiles: false } as unknown as Place;
const desk = { self: { id: 'ana', name: 'Ana R.' }, replySeconds: 120, acceptSeconds: 30, queues: [], colleagues: [], skills: [] } as unknown as Desk;

it('brings a reply kept ready by a slash and letters, and sends nothing in which something is not known', async () => {
  const reply = vi.fn();
  const actions = { reply, type: vi.fn() } as never;
  renderInWorkplace(<PlaceCard desk={desk} place={place} at={0} typing={undefined} sending={[]} number={1} actions={actions} canned={canned} />, samplePlan());
  const field = screen.getByLabelText<HTMLTextAreaElement>('Reply to Robin');
  fireEvent.change(field, { target: { value: '/he' } });
  expect(screen.getByRole('option', { name: /\/hello/ }).getAttribute('aria-selected')).toBe('true');
  fireEvent.keyDown(field, { key: 'Enter' });
  expect(field.value).toBe('Hello Robin, about {booking}?');
  expect(screen.getByText(/\{booking\} is not known here/)).toBeTruthy();
  fireEvent.keyDown(field, { key: 'Enter' });
  expect(reply).not.toHaveBeenCalled();
  fireEvent.change(field, { target: { value: 'Hello Robin, about TS-1?' } });
  fireEvent.keyDown(field, { key: 'Enter' });
  expect(reply).toHaveBeenCalledWith(7, 'Hello Robin, about TS-1?', 1);
  fireEvent.change(field, { target: { value: 'No /zebra' } });
  expect(screen.getByText('No reply is called or says so.')).toBeTruthy();
  fireEvent.keyDown(field, { key: 'Escape' });
  expect(screen.queryByRole('listbox')).toBeNull();
});

it('keeps replies: finds them, says which were never used, and writes them', async () => {
  const sent = renderInWorkplace(<CannedReplies plan="p" />, samplePlan(), { '/canned': canned });
  expect(await screen.findByText('1 of 2 was never used.')).toBeTruthy();
  expect(screen.getByText('for Bookings')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Change /bye' })).toBeNull();
  fireEvent.change(screen.getByLabelText('Find a reply'), { target: { value: 'guten' } });
  expect(screen.queryByText('Goodbye.')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Change /hello' }));
  fireEvent.change(screen.getByLabelText('German'), { target: { value: 'Moin {visitor}.' } });
  fireEvent.click(screen.getByRole('button', { name: 'Keep it' }));
  await waitFor(() => expect(sent.find(({ method }) => method === 'PUT')).toBeTruthy());
  expect(sent.find(({ method }) => method === 'PUT')).toMatchObject({
    path: '/plans/p/canned/1?version=1',
    body: { shortcut: 'hello', own: false, department: null, texts: { de: 'Moin {visitor}.' } },
  });
});
