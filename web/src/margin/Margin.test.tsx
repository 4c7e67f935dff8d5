import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { atDesk, type Ticket } from '../api/margin';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { Margin, marginWords } from './Margin';

afterEach(cleanup);

const place = atDesk('p', 7);
const notes = [{ id: 1, by: 'Ben O.', at: '2026-12-02T10:31:00Z', words: 'Ask the purser.' }];
const ticket: Ticket = { id: 3, recipient: 'travel-desk', subject: 'A harp', by: 'Ana R.', at: '2026-12-02T10:32:00Z', number: 'TS-9', sentAt: '2026-12-02T10:32:01Z', trouble: null };

it('says in a few words what stands in it', () => {
  expect(marginWords({ labels: [], notes: [] }, [])).toBeNull();
  expect(marginWords({ labels: ['Luggage'], notes }, [ticket])).toBe('Luggage · a note · ticket TS-9');
});

it('puts labels on and takes them off, new ones and known ones', async () => {
  const sent = renderInWorkplace(<Margin place={place} margin={{ labels: ['Luggage'], notes }} tickets={[ticket]} people={['Ben O.']} />, samplePlan(), {
    '/desk/labels': ['Luggage', 'Refund'],
  });
  expect(screen.getByText('Ask the purser.')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Take off “Luggage”' }));
  await waitFor(() => expect(sent.find(({ method }) => method === 'DELETE')?.path).toBe('/plans/p/desk/chats/7/labels?label=Luggage'));
  const field = screen.getByRole('combobox', { name: 'Label this chat' });
  fireEvent.focus(field);
  fireEvent.change(field, { target: { value: 'Harps' } });
  fireEvent.keyDown(field, { key: 'Enter' });
  await waitFor(() => expect(sent.find(({ method, path }) => method === 'POST' && path.endsWith('/labels'))?.body).toEqual({ label: 'Harps' }));
});

it('keeps a note, and makes a ticket for one of those who take any', async () => {
  const sent = renderInWorkplace(<Margin place={place} margin={{ labels: [], notes: [] }} tickets={[]} people={[]} />, samplePlan(), {
    '/ticket': { subject: 'Fares: my harp', recipients: ['travel-desk', 'office@tarnwick.example'] },
  });
  fireEvent.change(screen.getByRole('textbox', { name: 'Note for colleagues' }), { target: { value: 'Be kind.' } });
  fireEvent.click(screen.getByRole('button', { name: 'Keep the note' }));
  await waitFor(() => expect(sent.find(({ path }) => path.endsWith('/notes'))?.body).toMatchObject({ text: 'Be kind.' }));
  fireEvent.click(screen.getByRole('button', { name: 'Make a ticket …' }));
  const subject = await screen.findByDisplayValue('Fares: my harp');
  fireEvent.change(subject, { target: { value: 'A harp without strings' } });
  fireEvent.click(screen.getByRole('button', { name: 'Send the ticket' }));
  await waitFor(() =>
    expect(sent.find(({ path }) => path.endsWith('/tickets'))?.body).toMatchObject({ subject: 'A harp without strings', recipient: 'travel-desk' }),
  );
});
