import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Desk } from '../api/desk';
import { type DeskActions, DeskTable } from './DeskTable';
import { timeOfDay } from './clock';

afterEach(cleanup);

const NOTHING = { places: [], waiting: [], colleagues: [], sentOn: [], aside: [], mentions: [], queues: [], skills: [] };

function show(part: Partial<Desk>) {
  const act = vi.fn();
  const desk = { ...NOTHING, state: 'present', reason: null, since: null, self: { id: 'ana', name: 'Ana', capacity: 0, heaviest: 1 }, ...part };
  render(
    <DeskTable desk={desk as unknown as Desk} at={Date.parse('2026-12-02T18:05:00Z')} typing={{}} sending={[]} actions={{ act } as unknown as DeskActions} trouble={null} />,
  );
  return act;
}

describe('an empty desk', () => {
  it('says why nothing is offered', () => {
    show({ state: 'gone' });
    expect(screen.getByText(/^You are off\. Choose/)).toBeTruthy();
    cleanup();
    show({ state: 'away', reason: 'Lunch' });
    expect(screen.getByText(/^You are away: no chats are offered to you\./)).toBeTruthy();
  });

  it('says that the shift was over, and when', () => {
    const since = '2026-12-02T18:00:00Z';
    show({ state: 'gone', reason: 'Shift over', since });
    expect(screen.getByText(new RegExp(`^Your shift was over at ${timeOfDay(since)}, so you are off\\.`))).toBeTruthy();
  });
});

it('has back what was set aside', () => {
  const act = show({ aside: [{ chat: 7, visitor: 'Kim', queueName: 'Fares', until: '2026-12-02T18:20:00Z' }] });
  fireEvent.click(screen.getByRole('button', { name: 'Take back' }));
  expect(act).toHaveBeenCalledWith(7, 'take-back');
});
