import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { LadderView, Rung } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { Lane } from './Lane';

afterEach(cleanup);

const plan = samplePlan();
const queue = plan.queues[0]!;
const ladder: Rung[] = [
  { seconds: 60, action: { kind: 'offer-bot' } },
  { seconds: 120, action: { kind: 'end', text: {} } },
];
const view: LadderView = {
  queue: 'booking',
  untilSeconds: 300,
  stepSeconds: 60,
  chats: 1000,
  patient: [1, 0.8, 0.6, 0.4, 0.3, 0.2],
  waiting: [0.5, 0.25, 0.1, 0.05, 0.02, 0.01],
  patienceSeconds: 180,
  longestSilence: null,
};

function lane() {
  const moved = vi.fn<(index: number, seconds: number) => void>();
  renderInWorkplace(<Lane queue={queue} ladder={ladder} view={view} onMove={moved} />, plan);
  return moved;
}

describe('a lane', () => {
  it('says for every rung when it happens and who sees it', () => {
    lane();
    const rungs = screen.getAllByRole('slider');
    expect(rungs.map((rung) => rung.getAttribute('aria-valuetext'))).toEqual([
      'after 1:00, seen by 25 % of chats, 250 a week',
      'after 2:00, seen by 10 % of chats, 100 a week',
    ]);
    expect(rungs[0]?.getAttribute('aria-label')).toBe('Rung 1 of Fares & booking: offer the bot');
  });

  it('moves rungs by keys, within the axis', () => {
    const moved = lane();
    const [first, second] = screen.getAllByRole('slider');
    fireEvent.keyDown(first!, { key: 'ArrowRight' });
    expect(moved).toHaveBeenLastCalledWith(0, 65);
    fireEvent.keyDown(second!, { key: 'PageDown' });
    expect(moved).toHaveBeenLastCalledWith(1, 90);
    fireEvent.keyDown(second!, { key: 'Enter' });
    expect(moved).toHaveBeenCalledTimes(2);
  });

  it('has whole minutes on its axis', () => {
    lane();
    const ticks = [...document.querySelectorAll('.lane-tick text')].map((tick) => tick.textContent);
    expect(ticks).toEqual(['0:00', '1:00', '2:00', '3:00', '4:00', '5:00']);
  });
});
