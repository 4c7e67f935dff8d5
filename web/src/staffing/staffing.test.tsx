import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import type { Against, LeastPeople, QueueHalfHour, SkillGaps, Ways, Week, WhatIfAnswer } from '../api/model';
import { outcomes } from '../testing/outcomes';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { HalfHourPanel } from './HalfHourPanel';
import { LeastPanel } from './LeastPanel';
import { MendPanel } from './MendPanel';
import { QueueReasons } from './QueueReasons';
import { WhatIfPanel } from './WhatIfPanel';
import { parse, type Wish, write } from './wish';

afterEach(cleanup);

describe('what is to be otherwise', () => {
  it('stands in the address, and what stands there wrongly is not heard', () => {
    expect(write({ botShare: 0.8, volume: 1.2 })).toBe('volume:1.2,botShare:0.8');
    expect(parse('volume:1.2,botShare:0.8')).toEqual({ volume: 1.2, botShare: 0.8 });
    expect(parse('volume:9,mood:1,handling:,botShare:x')).toEqual({});
    expect(parse(null)).toEqual({});
  });
});

const figures = {
  chats: 1000,
  turnedAway: 0,
  answeredInTime: 0.9,
  gaveUp: 0.05,
  meanWaitSeconds: 20,
  byBot: 0,
  requiredHours: 100,
  paidHours: 142.9,
  cost: 3501,
  presentHours: 120,
  availableHours: 84,
  shortHours: 4,
};
const answer: WhatIfAnswer = {
  planned: figures,
  changed: {
    ...figures,
    chats: 1200,
    answeredInTime: 0.812,
    meanWaitSeconds: null,
    requiredHours: 118.5,
    paidHours: 169.3,
    cost: 4148,
  },
  required: [],
  queues: [{ id: 'fares', name: 'Fares', requiredHours: 60, changedHours: 71.5 }],
};
const prices = [
  { answerShare: 0.5, requiredHours: 90, paidHours: 128.6 },
  { answerShare: 0.8, requiredHours: 118.5, paidHours: 169.3 },
  { answerShare: 0.99, requiredHours: 160, paidHours: 228.6 },
];
const week = { shrinkage: 0.3, botShare: 0.1, queues: [{ id: 'fares', chats: [3], chatsAtOnce: { value: 3, by: 'CAPACITY' } }] } as unknown as Week;

function Panel() {
  const [wish, setWish] = useState<Wish>({ volume: 1.2 });
  return <WhatIfPanel wish={wish} onChange={setWish} answer={answer} error={null} />;
}

describe('the sliders', () => {
  it('say what is as planned, and are put back at once', () => {
    renderInWorkplace(<Panel />, samplePlan(), { '/prices': prices }, { week });
    expect(screen.getByText('× 1.20')).toBeTruthy();
    expect(screen.getByText('3, as planned')).toBeTruthy();
    expect(screen.getByText('30 %, as planned')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'All as planned' }));
    expect(screen.getAllByText('× 1.00, as planned')).toHaveLength(2);
  });

  it('are moved with the keys', () => {
    renderInWorkplace(<Panel />, samplePlan(), { '/prices': prices }, { week });
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Finished by the bot' }), { key: 'ArrowRight', keyCode: 39 });
    expect(screen.getByText('15 %')).toBeTruthy();
  });

  it('stand over both sides of the week and what lies between them', () => {
    renderInWorkplace(<Panel />, samplePlan(), { '/prices': prices }, { week });
    const row = (name: RegExp) => screen.getByRole('row', { name }).textContent;
    expect(row(/^Operator-hours required/)).toBe('Operator-hours required100.0118.5▴ +18.5');
    expect(row(/^Answered in time by them/)).toBe('Answered in time by them90.0 %81.2 %▾ −8.8 %');
    expect(row(/^short of/)).toContain('±0');
    expect(row(/^Mean wait/)).toBe('Mean wait0:20grows');
    expect(row(/^Fares/)).toBe('Fares60.071.5');
  });
});

describe('the price of service', () => {
  it('is drawn, and said', async () => {
    const sent = renderInWorkplace(<Panel />, samplePlan(), { '/prices': prices }, { week });
    expect(await screen.findByRole('img', { name: '50 %: 129 hours, 80 %: 169 hours, 99 %: 229 hours' })).toBeTruthy();
    // What each share costs does not depend on the share that is wished for.
    expect(sent.find(({ path }) => path.endsWith('/prices'))?.body).toEqual({ volume: 1.2 });
  });
});

describe('the cost', () => {
  it('stands among the figures where the plan says what an hour costs', () => {
    const plan = samplePlan();
    plan.settings.pay = { perHour: 24.5, currency: 'EUR' };
    renderInWorkplace(<Panel />, plan, { '/prices': prices }, { week });
    expect(screen.getByRole('row', { name: /^which cost/ }).textContent).toBe('which cost, in EUR35014148▴ +647');
  });
});

const seen = { answeredInTime: 0.8, meanWaitSeconds: 12, gaveUp: 0.02, occupancy: 0.6 };
const halfHour: QueueHalfHour = {
  queue: 'fares',
  chats: 12.3,
  byBot: 4.1,
  staffed: 1.48,
  eligible: 5,
  people: ['Ana', 'Ben'],
  shortOf: 2.52,
  shared: true,
  parts: [{ asks: 'in German', chats: 2.1, atLeast: 1, there: 0, able: 2 }],
  carried: 0,
  why: {
    load: 2.87,
    handlingSeconds: 420,
    handlingError: 5,
    chatsAtOnce: 3,
    slowdown: [1, 1.12, 1.3],
    required: 4,
    with: { ...seen, answeredInTime: 0.91 },
    withOneLess: { ...seen, answeredInTime: 0.71 },
    missed: ['ANSWERED_IN_TIME'],
    everybody: 3,
    withEverybody: { ...seen, answeredInTime: 0.71 },
  },
  fewer: { ...seen, meanWaitSeconds: null },
  same: seen,
  more: { ...seen, answeredInTime: 0.97 },
};

describe('why a queue takes so many', () => {
  const reasons = (one: QueueHalfHour[]) => {
    const plan = samplePlan();
    const queue = plan.queues[0];
    if (queue) {
      queue.id = 'fares';
      queue.workload.slowdownFrom = { said: 'timed by us', asOf: '2026-04-17' };
    }
    return renderInWorkplace(<QueueReasons queueId="fares" name="Fares" />, plan, { '/half-hour': one }, { week });
  };

  it('is told figure by figure', async () => {
    reasons([halfHour]);
    const list = (await screen.findByText('12.3 chats')).closest('dl')?.textContent ?? '';
    expect(list).toContain('the bot is to finish 4.1 besides');
    expect(list).toContain('measured to ± 10 s');
    expect(list).toContain('× 1.12, × 1.30, timed by us in April 2026');
    expect(list).toMatch(/with 3, only 71.0 % would be answered in \d+ s, not \d+ %; with 4, 91.0 % are/);
    expect(list).toContain('2.3 chats worked at once where they are shared evenly');
    expect(list).toContain('to take the 2.1 chats in German, which 2 people of the plan could ▾ none of them there');
    expect(list).toContain('▾ 2.5 short');
    expect(list).toContain('may be too good');
    expect(list).toContain('▾ All 3 who can serve it together reach 71 %');
  });

  it('comes with what one person less or more changes', async () => {
    reasons([halfHour]);
    expect((await screen.findByRole('row', { name: /one more/ })).textContent).toBe('2.5, one more97 %0:122 %60 %');
    expect(screen.getByRole('row', { name: /one less/ }).textContent).toContain('grows');
  });

  it('is not told of a closed queue', async () => {
    const sent = reasons([]);
    await screen.findByText((_, element) => element === document.body && sent.length > 0);
    expect(screen.queryByRole('table')).toBeNull();
  });
});

describe('what helps', () => {
  const gaps: SkillGaps = {
    queues: [{ names: ['Fares', 'Freight'], halfHours: ['2026-11-30T09:00:00Z', '2026-11-30T09:30:00Z'], hours: 1.5 }],
    languages: [{ language: 'de', name: 'German', lacking: [1, 0, 0] }],
    skills: [{ skill: 'fares', name: 'Fares', lacking: [2, 1, 0] }],
    training: [
      { operator: 'ben', operatorName: 'Ben', queue: 'fares', queueName: 'Fares', hours: 1, lacks: ['Fares 2'] },
    ],
  };
  const ways: Ways = {
    shortHours: 1.5,
    nobodyHours: 0.5,
    paidHours: 2.1,
    cost: null,
    levers: [
      { lever: 'CHATS_AT_ONCE', value: 4, shortHours: 0 },
      { lever: 'BOT_SHARE', value: 0.95, shortHours: 0.5 },
    ],
    queues: [{ queue: 'fares', name: 'Fares', share: 0.8, everyHalfHour: 100, overTheWeek: 92.5, bound: 92.1 }],
  };
  const open = (tried: Wish[], found: SkillGaps = gaps) =>
    renderInWorkplace(
      <MendPanel onTry={(wish) => tried.push(wish)} />,
      samplePlan(),
      { '/skill-gaps': found, '/ways': ways },
      { week: { monday: '2026-11-30', timeZone: 'Europe/Dublin' } as unknown as Week },
    );

  it('says what is short together, and who could learn what', async () => {
    open([]);
    expect((await screen.findByRole('row', { name: /^Fares, Freight/ })).textContent).toMatch(/and 1 half-hours more▾ 1.5$/);
    expect(screen.getByText(/too few, for chats in/).textContent).toBe('▾ Nobody, or too few, for chats in German 0.5 h.');
    expect(screen.getByText(/Skills short/).textContent).toBe('Skills short: Fares 1.5 h.');
    expect(screen.getByRole('row', { name: /^Ben in Fares/ }).textContent).toBe('Ben in Fares, needs Fares 21.0 h');
  });

  it('shows a way on the sliders', async () => {
    const tried: Wish[] = [];
    open(tried);
    fireEvent.click(await screen.findByRole('button', { name: 'Try: 4 chats at once' }));
    expect(tried).toEqual([{ chatsAtOnce: 4 }]);
    expect(screen.getByRole('row', { name: /^the bot finishes/ }).textContent).toContain('▾ 0.5 h');
    expect(screen.getByText('92.5', { selector: 'strong' })).toBeTruthy();
  });

  it('says where nothing is short', async () => {
    open([], { queues: [], languages: [], skills: [], training: [] });
    expect(await screen.findByText(/Nothing is short/)).toBeTruthy();
  });
});

describe('the half-hour by formula and by simulation', () => {
  const at = '2026-12-01T10:00:00Z';
  const against: Against = {
    replications: 40,
    ended: true,
    failure: null,
    queues: [
      {
        queue: 'booking',
        slots: [{ at, formula: 0.9, simulated: 0.7, halfWidth95: 0.05, apart: true, why: ['FEW_ABLE', 'ABSENCES'] }],
      },
    ],
  };
  const row = {
    id: 'booking',
    name: 'Booking',
    open: [true],
    chats: [4],
    required: [2],
    staffed: [2],
    shortOf: [0],
    shared: [false],
    answeredInTime: [0.9],
  };
  const ofWeek = {
    timeZone: 'Europe/Dublin',
    monday: '2026-11-30',
    startsAt: [at],
    shrinkage: 0.3,
    present: [2],
    totals: { paidHours: 1 },
    notes: [],
    queues: [row],
  } as unknown as Week;

  it('stand side by side, and say why where they are far apart', async () => {
    renderInWorkplace(
      <HalfHourPanel
        queueId="booking"
        title=""
        queues={['booking']}
        onPickQueue={() => {}}
        series={{ required: [2], answering: [2], short: [0] } as never}
      />,
      samplePlan(),
      { '/against-staffing': against, '/half-hour': [] },
      { week: ofWeek },
    );
    await screen.findByText('≠ 70 %');
    expect(screen.getByRole('heading', { name: 'Booking: 90 % by the formula, 70 % simulated' })).toBeTruthy();
    expect(screen.getByText('so few are there that it matters when each is away')).toBeTruthy();
    expect(screen.getByText(/in 0, and over ten points less in 1/)).toBeTruthy();
  });
});

describe('the fewest people by simulation', () => {
  const halfHour = { at: '2026-12-01T10:00:00Z', byFormula: 12, people: 9, missing: [], places: [], atLeast: [] };
  const answer: LeastPeople = {
    outdated: false,
    found: {
      work: '',
      hoursByFormula: 100,
      hours: 81.5,
      halfHours: [halfHour, { ...halfHour, people: 13, missing: ['booking'] }],
      byFormula: outcomes({}),
      least: outcomes({}),
      queues: [
        {
          queue: 'booking',
          name: 'Booking',
          target: 0.8,
          byFormula: outcomes({ answeredInTime: { mean: 0.93, halfWidth95: 0.01 } }),
          least: outcomes({ answeredInTime: { mean: 0.82, halfWidth95: 0.01 } }),
        },
      ],
      notes: ['Assumed.'],
    },
  };

  it('are set against those of the staffing model', () => {
    renderInWorkplace(<LeastPanel answer={answer} error={null} />, samplePlan(), { '/jobs': [] });
    expect(screen.getByText('▴ 18.5 h less')).toBeTruthy();
    expect(screen.getByText(/In 1 half-hour fewer are enough, in 1 more are needed/)).toBeTruthy();
    expect(screen.getByRole('row', { name: 'Booking 80 % 93 % 82 %' })).toBeTruthy();
    expect(screen.getByText(/In 1 half-hour a queue still misses its target/)).toBeTruthy();
    expect(screen.getByRole('link', { name: 'working rules' }).getAttribute('href')).toBe('/roster?panel=Working+rules');
  });

  it('are searched where nobody has', async () => {
    const sent = renderInWorkplace(<LeastPanel answer={{ found: null, outdated: false }} error={null} />, samplePlan(), {
      '/jobs': [],
    });
    fireEvent.click(screen.getByRole('button', { name: 'Search the fewest people' }));
    await waitFor(() =>
      expect(sent.map(({ method, path }) => `${method} ${path}`)).toContain('POST /plans/p/least-people?monday=2026-11-30'),
    );
  });
});
