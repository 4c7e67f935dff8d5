import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { Erase } from './Erase';

afterEach(cleanup);

const preview = { chats: 2, texts: 31, given: 2, files: 1, letters: 0, outgoing: 1, notes: 2 };
const show = (search: string, retention: unknown = []) =>
  renderInWorkplace(<Erase plan="p" doors={samplePlan().doors} search={search} found={2} />, samplePlan(), { '/erase': preview, '/retention': retention });

it('shows what will go before it goes, and says how many chats it was shown for', async () => {
  const sent = show('words=Quist');
  fireEvent.click(screen.getByRole('button', { name: 'Erase…' }));
  expect(await screen.findByText('31 texts, comments beside ratings included')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Erase it in 2 chats, for good' }));
  expect((await screen.findByRole('status')).textContent).toContain('Erased in 2 chats');
  expect(sent.find(({ method }) => method === 'POST')).toEqual({ method: 'POST', path: '/plans/p/records/erase?words=Quist', body: { chats: 2 } });
  expect(screen.queryByRole('button', { name: /for good/ }), 'nothing is erased twice').toBeNull();
});

it('wants chats to be looked for first', async () => {
  const sent = show('');
  fireEvent.click(screen.getByRole('button', { name: 'Erase…' }));
  expect(await screen.findByText(/Look for the chats first/)).toBeTruthy();
  expect(sent.map(({ path }) => path)).not.toContain('/plans/p/records/erase?');
});

it('keeps rules of how long anything is kept to itself until they are saved, since what is typed on the way would erase', async () => {
  const sent = show('words=Quist', [{ door: null, outcome: 'gave-up', days: 365 }]);
  const stored = () => sent.filter(({ method }) => method === 'PUT').map(({ body }) => body);
  fireEvent.click(screen.getByRole('button', { name: 'Erase…' }));
  const days = await screen.findByLabelText('Days');
  fireEvent.change(days, { target: { value: '3' } });
  fireEvent.change(days, { target: { value: '30' } });
  fireEvent.click(screen.getByRole('button', { name: 'Add a rule' }));
  expect(stored()).toEqual([]);
  fireEvent.click(screen.getByRole('button', { name: 'Save these rules' }));
  await waitFor(() =>
    expect(stored()).toEqual([
      [
        { door: null, outcome: 'gave-up', days: 30 },
        { door: null, outcome: null, days: 365 },
      ],
    ]),
  );
});
