import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { AtOnce, Week } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { ChatsAtOnce } from './ChatsAtOnce';

afterEach(cleanup);

const now = { value: 3, by: 'CAPACITY' as const, byCapacity: 3, byMostChats: 2147483647, bySlowdown: 3 };
const four: AtOnce = {
  now,
  hours: { required: 100, lacking: 10 },
  ways: [{ lever: 'WEIGHT', to: 1, derivedLevels: 1, hours: { required: 84, lacking: 10 } }],
};
const week = { monday: '2026-11-30', queues: [{ id: 'fares', chatsAtOnce: now }] } as unknown as Week;

describe('chats at once', () => {
  it('say what sets them, and what would make them another number, with its effect', async () => {
    const sent = renderInWorkplace(<ChatsAtOnce queue="fares" />, samplePlan(), { '/chats-at-once': four }, { week });
    expect(screen.getByText(/3 at once, set by capacity over weight \(capacity 3, slowdown 3\)/)).toBeTruthy();
    fireEvent.change(screen.getByRole('spinbutton'), { target: { value: '4' } });
    const way = await screen.findByRole('button', { name: 'Weight 1' });
    expect(way.closest('p')?.textContent).toContain('▾ 16.0 h needed, ±0 h short; one level of slowdown not measured');
    fireEvent.click(way);
    await waitFor(() =>
      expect(sent).toContainEqual({
        method: 'POST',
        path: '/plans/p/draft/chats-at-once',
        body: { queue: 'fares', wanted: 4, lever: 'WEIGHT' },
      }),
    );
  });
});
