import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Answer, Asked, PlanQuestion, Week } from '../api/model';
import { MEASURES } from '../plan/measures';
import { outcomes } from '../testing/outcomes';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { around, dialName, spread, standing } from './dials';
import { ScenariosView } from './ScenariosView';
import { sweepOption } from './sweepOption';

vi.mock('../ui/Chart', () => ({ default: ({ label }: { label: string }) => <div role="img" aria-label={label} /> }));

afterEach(cleanup);

const week = {
  monday: '2026-12-07',
  timeZone: 'Europe/Dublin',
  startsAt: ['2026-12-07T09:00:00Z', '2026-12-08T09:00:00Z'],
} as unknown as Week;

const share = (mean: number) => outcomes({ answeredInTime: { mean, halfWidth95: 0.01 } });

const answer: Answer = {
  replications: 40,
  stamp: 's',
  notes: ['Offers are taken after 5 s.'],
  best: {},
  rows: [
    { name: 'As planned', value: null, figures: share(0.83), difference: null, queues: [{ queue: 'booking', name: 'Booking', figures: share(0.8) }] },
    { name: 'A storm', value: null, figures: share(0.7), difference: share(-0.13), queues: [] },
  ],
};
const asked: Asked = { name: 'Bad days', monday: '2026-12-07', of: 'draft', scenarios: [{ name: 'A storm', volume: 2 }], sweep: null };
const sideBySide: PlanQuestion = { id: 3, asked, answer, outdated: true };
const swept: PlanQuestion = {
  id: 2,
  asked: { ...asked, name: 'Weights', scenarios: [], sweep: { dial: { kind: 'WEIGHT', element: 'booking' }, values: [1, 2, 3] } },
  outdated: false,
  answer: {
    ...answer,
    rows: [
      { name: 'As planned', value: 2, figures: share(0.82), difference: null, queues: [] },
      ...[0.85, 0.82, 0.7].map((mean, i) => ({ name: String(i + 1), value: i + 1, figures: share(mean), difference: share(mean - 0.82), queues: [] })),
    ],
    best: { answeredInTime: { at: 1, from: 1, to: 2 } },
  },
};

describe('a dial', () => {
  const plan = samplePlan();
  it('says what it is and where it stands', () => {
    expect(dialName(plan, { kind: 'WEIGHT', element: 'booking' })).toBe('Weight of a chat, Fares & booking');
    expect(dialName(plan, { kind: 'VOLUME' })).toBe('Chats that come');
    expect(standing(plan, { kind: 'WEIGHT', element: 'booking' })).toBe(2);
    expect(standing(plan, { kind: 'WAITING_LIMIT', element: 'booking' })).toBeNull();
    expect(standing(plan, { kind: 'VOLUME' })).toBe(100);
    const capacities = plan.operators.map((one, i) => ({ ...one, capacity: i + 1 }));
    expect(standing({ ...plan, operators: capacities.slice(0, 1) }, { kind: 'CAPACITY' })).toBe(1);
    expect(standing({ ...plan, operators: [...capacities, { ...capacities[0]!, capacity: 9 }] }, { kind: 'CAPACITY' })).toBeNull();
  });

  it('is turned through whole numbers that rise', () => {
    expect(spread(1, 10, 10)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
    expect(spread(0, 100, 5)).toEqual([0, 25, 50, 75, 100]);
    expect(spread(2, 3, 10)).toEqual([2, 3]);
    const { from, to } = around(plan, { kind: 'WEIGHT', element: 'booking' });
    expect(from).toBe(1);
    expect(to).toBeGreaterThan(2);
  });
});

describe('the curve of a sweep', () => {
  it('has the band that holds the true one, the best range and where the plan stands', () => {
    const measure = MEASURES[1]!;
    const option = sweepOption({ answer: swept.answer!, measure, name: 'Weight', best: swept.answer!.best['answeredInTime'] }) as {
      series: { data: ([number, number] & { value: number[] })[]; markArea?: { data: unknown }; markLine?: { data: unknown } }[];
    };
    const [low, band, curve] = option.series;
    expect(curve?.data.map(({ value }) => value)).toEqual([[1, 0.85], [2, 0.82], [3, 0.7]]);
    expect(low?.data[0]?.[1]).toBeCloseTo(0.84);
    expect(band?.data[0]?.[1]).toBeCloseTo(0.02);
    expect(curve?.markArea?.data).toEqual([[{ xAxis: 1 }, { xAxis: 2 }]]);
    expect(curve?.markLine?.data).toEqual([{ xAxis: 2 }]);
  });
});

describe('the view of scenarios', () => {
  it('shows them side by side with what they change, and one in all its figures', async () => {
    renderInWorkplace(<ScenariosView />, samplePlan(), { '/questions': [sideBySide, swept], '/jobs': [] }, { week });
    const row = await screen.findByRole('row', { name: /A storm/ });
    expect(row.textContent).toContain('70.0 %▾ 13.0 pts worse');
    expect(screen.getByText('The plan, its volumes or rosters have changed since.')).toBeTruthy();
    fireEvent.click(within(row).getByRole('button', { name: 'A storm' }));
    await screen.findByRole('heading', { name: 'A storm' });
    expect(screen.getByText('Offers are taken after 5 s.')).toBeTruthy();
  });

  it('says where a swept number is best', async () => {
    renderInWorkplace(<ScenariosView />, samplePlan(), { '/questions': [swept], '/jobs': [] }, { week });
    await screen.findByText(/between 1 and 2 nothing is certainly worse/);
    await screen.findByRole('img', { name: 'Weight of a chat, Fares & booking: Answered in time' });
  });

  it('asks what was put together', async () => {
    const sent = renderInWorkplace(<ScenariosView />, samplePlan(), { '/questions': [], '/jobs': [] }, { week });
    await screen.findByText(/Nothing was asked yet/);
    fireEvent.change(screen.getByLabelText('Name of the scenario'), { target: { value: 'Twice' } });
    fireEvent.change(screen.getByLabelText('Chats that come, in per cent'), { target: { value: '200' } });
    fireEvent.blur(screen.getByLabelText('Chats that come, in per cent'));
    fireEvent.click(screen.getByRole('button', { name: 'Simulate' }));
    await waitFor(() => {
      const body = sent.find(({ method }) => method === 'POST')?.body as Asked;
      expect(body).toMatchObject({ name: 'Twice', monday: '2026-12-07', of: 'draft', scenarios: [{ name: 'Twice', volume: 2 }] });
    });
  });
});
