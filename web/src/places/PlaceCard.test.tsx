import { cleanup, render } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import type { Desk, DeskLine, Place } from '../api/desk';
import { type DeskActions, DeskTable } from './DeskTable';
import { SaidWords } from './SaidWords';

vi.mock('./SaidWords', () => ({ SaidWords: vi.fn(() => null) }));
afterEach(cleanup);

const AT = Date.parse('2026-12-02T10:30:00Z');
const line = (number: number) => ({ number, from: 'visitor', text: `word ${number}`, at: '2026-12-02T10:29:00Z' }) as DeskLine;
const place = (chat: number, lines: DeskLine[]) =>
  ({ chat, stage: 'held', language: 'en', queueName: 'Fares', door: 'Site', weight: 1, lines, steps: [], facts: [], earlier: [], colleagues: [], transfers: [], waitedMillis: 0 }) as unknown as Place;

it('draws anew only what is said anew, however long the other conversations are', () => {
  const said = vi.mocked(SaidWords);
  const around = { waiting: [], colleagues: [], sentOn: [], aside: [], mentions: [], queues: [], skills: [], state: 'present', replySeconds: 120, self: { id: 'ana', name: 'Ana', capacity: 2, heaviest: 1 } };
  const actions = {} as DeskActions;
  const ana = place(1, [line(1), line(2), line(3)]);
  const ben = place(2, [line(1), line(2)]);
  const at = (seconds: number, places: Place[]) => (
    <DeskTable desk={{ ...around, places } as unknown as Desk} at={AT + seconds * 1000} typing={{}} sending={[]} actions={actions} trouble={null} />
  );
  const { rerender } = render(at(0, [ana, ben]));
  expect(said).toHaveBeenCalledTimes(5);
  rerender(at(1, [ana, ben]));
  expect(said, 'a second later').toHaveBeenCalledTimes(5);
  rerender(at(1, [ana, { ...ben, lines: [...ben.lines, line(3)] }]));
  expect(said, 'after a word').toHaveBeenCalledTimes(6);
});
