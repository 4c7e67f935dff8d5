import { cleanup, fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import type { Week, WhatIfAnswer } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { OnePersonTable } from './OnePersonTable';
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
  requiredHours: 100,
  presentHours: 120,
  shortHours: 4,
};
const answer: WhatIfAnswer = {
  planned: { figures, paidHours: 142.9 },
  changed: {
    figures: { ...figures, chats: 1200, answeredInTime: 0.812, meanWaitSeconds: null, requiredHours: 118.5 },
    paidHours: 169.3,
  },
  required: [],
  queues: [{ id: 'fares', name: 'Fares', requiredHours: 60, changedHours: 71.5 }],
};
const prices = [
  { answerShare: 0.5, requiredHours: 90, paidHours: 128.6 },
  { answerShare: 0.8, requiredHours: 118.5, paidHours: 169.3 },
  { answerShare: 0.99, requiredHours: 160, paidHours: 228.6 },
];
const week = { shrinkage: 0.3, queues: [{ id: 'fares', chats: [3], chatsAtOnce: 3 }] } as unknown as Week;

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
    expect(screen.getByText('5 %')).toBeTruthy();
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

describe('one person less or more', () => {
  const seen = { answeredInTime: 0.8, meanWaitSeconds: 12, gaveUp: 0.02, occupancy: 0.6 };

  it('is told for the queue that is picked', async () => {
    renderInWorkplace(<OnePersonTable queueId="fares" name="Fares" />, samplePlan(), {
      '/one-person': [
        { queue: 'fares', staffed: 2, fewer: { ...seen, meanWaitSeconds: null }, same: seen, more: { ...seen, answeredInTime: 0.97 } },
      ],
    });
    expect((await screen.findByRole('row', { name: /one more/ })).textContent).toBe('3, one more97 %0:122 %60 %');
    expect(screen.getByRole('row', { name: /one less/ }).textContent).toContain('grows');
  });

  it('is not told of a closed queue', async () => {
    const sent = renderInWorkplace(<OnePersonTable queueId="fares" name="Fares" />, samplePlan(), { '/one-person': [] });
    await screen.findByText((_, element) => element === document.body && sent.length > 0);
    expect(screen.queryByRole('table')).toBeNull();
  });
});
