import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { PlayedRehearsal, Traced } from '../api/rehearsals';
import { expectation } from './KeepAsCheck';
import { expectationWords } from './WriteExpectation';
import { instantsOf } from './moments';
import { Score } from './Score';

afterEach(cleanup);

const traced = (at: string, event: string, more: Partial<Traced> = {}): Traced => ({
  at: `2026-12-07T10:${at}Z`,
  chat: 'c1',
  event,
  queue: null,
  operator: null,
  outcome: null,
  because: '',
  setting: null,
  ...more,
});

const rehearsal = {
  id: 'one',
  from: '2026-12-07T10:00:00Z',
  untilSeconds: 1800,
  partsSeconds: 65,
  played: [{ at: 'PT0S', do: 'present', operator: 'ana' }],
  trace: [
    traced('00:05', 'arrived'),
    traced('00:05', 'queued', { queue: 'fares' }),
    traced('00:05', 'offered', { operator: 'ana' }),
    traced('00:20', 'assigned', { operator: 'ana' }),
    traced('02:00', 'ended', { operator: 'ana', outcome: 'ended-by-operator' }),
  ],
} as unknown as PlayedRehearsal;

function score(millis: number) {
  const onMillis = vi.fn();
  const onChat = vi.fn();
  render(
    <Score
      rehearsal={rehearsal}
      millis={millis}
      instants={instantsOf(rehearsal)}
      chat="c1"
      operator={null}
      operatorName={() => 'Ana R.'}
      onMillis={onMillis}
      onChat={onChat}
      onOperator={() => undefined}
    />,
  );
  return { onMillis, onChat, slider: screen.getByRole('slider', { name: 'Time of the rehearsal' }) };
}

describe('the score', () => {
  it('has a lane for each party that something happens to', () => {
    const { onChat } = score(0);
    expect(screen.getByRole('button', { name: '▲ Ana R.' })).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: '● c1' }));
    expect(onChat).toHaveBeenCalledWith('c1');
  });

  it('tells what has happened from what will', () => {
    score(20_000);
    expect(screen.getAllByTitle('0:20 assigned')[0]?.className).not.toContain('score-future');
    expect(screen.getAllByTitle('2:00 ended by operator')[0]?.className).toContain('score-future');
    expect(screen.getByText('the plans part')).toBeTruthy();
  });

  it('shows who has the chat, and how long', () => {
    const { slider } = score(0);
    const [queue, operator] = slider.querySelectorAll('.stretch');
    expect(queue?.className).toContain('stretch-queue');
    expect(operator?.className).toContain('stretch-operator');
  });

  it.each([
    ['ArrowRight', 21_000],
    ['ArrowLeft', 19_000],
    ['PageDown', 120_000],
    ['PageUp', 5000],
    ['Home', 0],
  ])('turns the clock by the key %s', (key, to) => {
    const { onMillis, slider } = score(20_000);
    fireEvent.keyDown(slider, { key });
    expect(onMillis).toHaveBeenCalledWith(to);
  });
});

describe('an expectation that is written', () => {
  it('is told in words', () => {
    const told = expectationWords({ chat: 'c1', event: 'offered', operator: 'greta', by: 'PT40S' }, () => 'Greta');
    expect(told).toBe('c1 is offered, Greta, by 0:40');
    expect(expectationWords({ chat: 'c1', not: 'gave-up', by: 'PT5M' }, String)).toBe('c1 must not come by then: gives up waiting, by 5:00');
  });
});

describe('what a check expects of a step', () => {
  const [, queued, , , ended] = rehearsal.trace;
  it('is its event, with whom and where', () => {
    expect(queued && expectation(queued, { by: 30, not: false })).toEqual({
      chat: 'c1',
      event: 'queued',
      operator: null,
      queue: 'fares',
      by: 'PT30S',
    });
  });

  it('is its outcome where it ended, or that it does not come', () => {
    expect(ended && expectation(ended, { by: 130, not: false })).toEqual({ chat: 'c1', outcome: 'ended-by-operator', by: 'PT130S' });
    expect(ended && expectation(ended, { by: 60, not: true })).toMatchObject({ not: 'ended-by-operator', by: 'PT60S' });
  });
});
