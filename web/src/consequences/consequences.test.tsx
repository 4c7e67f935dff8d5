import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { Causes, Simulated, Week } from '../api/model';
import { MEASURES, verdict } from '../plan/measures';
import { ConsequencesLine } from '../shell/ConsequencesLine';
import { outcomes } from '../testing/outcomes';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { ConsequencesView } from './ConsequencesView';
import { fates, worst } from './fates';

afterEach(cleanup);

const startsAt = ['2026-12-07T09:00:00Z', '2026-12-07T09:30:00Z'];
const interval = (at: string, arrived: number, inTime: number, queue = 'fares') => ({
  queue,
  at,
  arrived: { mean: arrived, halfWidth95: 1 },
  answeredInTime: { mean: inTime, halfWidth95: 0.1 },
  meanWaitSeconds: { mean: 10, halfWidth95: 1 },
});
const work = (name: string, there: number, holding: number) => ({
  operator: name.toLowerCase(),
  name,
  chats: { mean: 12, halfWidth95: 1 },
  hoursThere: { mean: there, halfWidth95: 0 },
  hoursHolding: { mean: holding, halfWidth95: 0.5 },
  chatsAtOnce: { mean: 1.5, halfWidth95: 0.1 },
});
const draft = outcomes({ gaveUp: { mean: 0.05, halfWidth95: 0.01 }, arrived: { mean: 40, halfWidth95: 2 }, answeredInTime: { mean: 0.7, halfWidth95: 0.01 } });
const live = outcomes({ arrived: { mean: 40, halfWidth95: 2 }, answeredInTime: { mean: 0.8, halfWidth95: 0.01 } });
const difference = outcomes({
  answeredInTime: { mean: -0.1, halfWidth95: 0.02 },
  gaveUp: { mean: 0.01, halfWidth95: 0.03 },
});
const simulated: Simulated = {
  monday: '2026-12-07',
  replications: 20,
  ended: true,
  failure: null,
  notes: ['Offers are taken after 5 s.'],
  sides: {
    draft,
    live,
    difference,
    same: false,
    queues: [{ queue: 'fares', name: 'Fares', draft, live, difference }],
    effort: {
      hoursThere: { mean: 80, halfWidth95: 0 },
      hoursUsed: { mean: 52.4, halfWidth95: 1 },
      hoursUsedDifference: { mean: -4, halfWidth95: 1 },
      busiestAt: '2026-12-07T09:30:00Z',
      busiestChats: 30.2,
    },
    groups: [
      { by: 'LANGUAGE', of: 'de', name: 'de', draft: draft, live, difference },
      { by: 'DOOR', of: 'site', name: 'Web site', draft, live: null, difference: null },
    ],
    work: [
      work('Calm', 40, 10),
      work('Busy', 40, 36),
      work('Ill', 0, 0),
    ],
    late: [],
    draftIntervals: [interval('2026-12-07T09:00:00Z', 10, 0.9), interval('2026-12-07T09:30:00Z', 30, 0.6)],
    liveIntervals: [interval('2026-12-07T09:30:00Z', 30, 0.8)],
  },
};
const week = {
  monday: '2026-12-07',
  timeZone: 'Europe/Dublin',
  startsAt,
  open: [true, true],
  totals: { shortHours: 2.5 },
  queues: [{ id: 'fares', name: 'Fares', open: [true, true] }],
} as unknown as Week;

describe('a difference', () => {
  const inTime = MEASURES.find((measure) => measure.name === 'Answered in time');
  const chats = MEASURES.find((measure) => measure.name === 'Chats');

  it('is told as certain only where chance is ruled out', () => {
    expect(inTime && verdict(inTime, { mean: -0.1, halfWidth95: 0.02 })).toBe('worse');
    expect(inTime && verdict(inTime, { mean: 0.1, halfWidth95: 0.02 })).toBe('better');
    expect(inTime && verdict(inTime, { mean: 0.1, halfWidth95: 0.2 })).toBe('unsure');
    expect(inTime && verdict(inTime, { mean: 0.1, halfWidth95: null })).toBe('unsure');
    expect(inTime && verdict(inTime, { mean: 0.0001, halfWidth95: 0 })).toBe('none');
    expect(chats && verdict(chats, { mean: 5, halfWidth95: 1 })).toBe('other');
  });
});

describe('the edits of a draft', () => {
  const causes: Causes = {
    replications: 20,
    ended: true,
    failure: null,
    notTried: 0,
    causes: [
      { words: ['Lost: name'], difference: outcomes({}), queues: [] },
      {
        words: ['Fares: weight 2 → 6'],
        difference: outcomes({ answeredInTime: { mean: -0.1, halfWidth95: 0.01 } }),
        queues: [{ queue: 'fares', difference: outcomes({ answeredInTime: { mean: -0.2, halfWidth95: 0.01 } }) }],
      },
    ],
  };

  it('are named by what they do to the figure looked at, in all and to one queue', async () => {
    renderInWorkplace(<ConsequencesView />, samplePlan(), { '/simulated': simulated, '/causes': causes }, { week });
    const list = await screen.findByRole('list', { name: 'What each edit changes' });
    await within(list).findByText('Fares: weight 2 → 6');
    const [first, second] = within(list).getAllByRole('listitem');
    expect(first?.textContent).toBe('Fares: weight 2 → 6▾ 10.0 pts worse');
    expect(second?.textContent).toBe('Lost: name±0');

    fireEvent.click(screen.getByRole('button', { name: 'Fares' }));
    await within(list).findByText('▾ 20.0 pts');
    fireEvent.click(screen.getByRole('button', { name: 'Gave up waiting' }));
    await screen.findByRole('heading', { name: 'Gave up waiting, by edit' });
  });
});

describe('what becomes of chats by half-hour', () => {
  it('is summed over queues, and found for one', () => {
    const intervals = [...(simulated.sides?.draftIntervals ?? []), interval('2026-12-07T09:00:00Z', 4, 0.5, 'cargo')];
    expect(fates(intervals, startsAt, '').arrived).toEqual([14, 30]);
    expect(fates(intervals, startsAt, 'cargo').late).toEqual([2, 0]);
    expect(worst(fates(intervals, startsAt, ''))).toBe(1);
    expect(worst({ arrived: [3], late: [0] })).toBe(-1);
  });
});

describe('the consequences of a draft', () => {
  it('stand at the foot beside those of the live plan', async () => {
    renderInWorkplace(<ConsequencesLine />, samplePlan(), { '/simulated': simulated }, { week });
    const foot = await screen.findByLabelText('Consequences');
    await within(foot).findByText('70.0 %');
    expect(foot.textContent).toContain('▾ 10.0 pts worse');
    expect(foot.textContent).toContain('≈▴ 1.0 pts not certain');
    expect(foot.textContent).toContain('by 20 simulated weeks');
  });

  it('say why there are none', async () => {
    const failed = { ...simulated, replications: 0, sides: null, failure: 'It was broken off.' };
    renderInWorkplace(<ConsequencesLine />, samplePlan(), { '/simulated': failed }, { week });
    await screen.findByText('It was broken off.');
  });

  it('are drawn by half-hour, with both sides in a table', async () => {
    renderInWorkplace(<ConsequencesView />, samplePlan(), { '/simulated': simulated }, { week });
    await screen.findByRole('button', { name: 'Mon 7 Dec, 09:30' });
    const row = screen.getByRole('row', { name: /Answered in time/ });
    expect(row.textContent).toBe('Answered in time70.0 % ± 1.0 %80.0 %▾ 10.0 pts worse');
    expect(screen.getByText('Mon 7 Dec, 09:30: 30.0 chats, 12.0 not answered in time; 6.0 by the live plan')).toBeTruthy();
    expect(screen.queryByRole('row', { name: /Turned away/ })).toBeNull();
    expect(screen.getByText('Offers are taken after 5 s.')).toBeTruthy();
  });

  it('are told by part of the design', async () => {
    renderInWorkplace(<ConsequencesView />, samplePlan(), { '/simulated': simulated }, { week, address: '/consequences?by=parts' });
    const german = await screen.findByRole('row', { name: /German/ });
    expect(german.textContent).toContain('70.0 % ± 1.0 % ▾ 10.0 pts worse');
    const door = screen.getByRole('row', { name: /Web site/ });
    expect(door.textContent).not.toContain('▾');
    expect(screen.getByRole('rowgroup', { name: 'Queues' }).textContent).toContain('Fares');
  });

  it('are told by operator, the busiest first', async () => {
    renderInWorkplace(<ConsequencesView />, samplePlan(), { '/simulated': simulated }, { week });
    fireEvent.click(await screen.findByText('By operator'));
    const rows = await screen.findAllByRole('row', { name: /Calm|Busy|Ill/ });
    expect(rows.map((row) => row.textContent)).toEqual(['Busy1240.036.0 ± 0.590 %1.50', 'Calm1240.010.0 ± 0.525 %1.50']);
    expect(screen.getByText('One operator is not there in this week.')).toBeTruthy();
  });

  it('say at the foot when most chats come, and how long operators have any', async () => {
    const both = { draft: { shortHours: 2.5 }, live: { shortHours: 4 } };
    renderInWorkplace(<ConsequencesLine />, samplePlan(), { '/simulated': simulated, '/consequences': both }, { week });
    const foot = await screen.findByLabelText('Consequences');
    await within(foot).findByRole('button', { name: 'Mon 7 Dec, 09:30' });
    expect(screen.getByTitle(/^30 chats come in it/)).toBeTruthy();
    await within(foot).findByText(/▾ 1.5/);
    expect(foot.textContent).toContain('Operator-hours52 used ▾ 4 2.5 short ▾ 1.5 better');
  });
});
