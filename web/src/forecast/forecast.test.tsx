import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { AdjustmentList, SeriesDay, SeriesForecast, SeriesHead, SeriesView, WeekAsItGoes } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { AdjustmentsPanel } from './AdjustmentsPanel';
import { dayOption, words } from './dayOption';
import { Effects } from './Effects';
import { choices, type Selection, written } from '../plan/series';
import { SeriesDetail } from './SeriesDetail';
import { restOfDay, soFar } from './weekOption';
import { WeekSoFar } from './WeekSoFar';

vi.mock('../ui/Chart', () => ({ default: ({ label }: { label: string }) => <p>{label}</p> }));

afterEach(cleanup);

const past = (day: string, came: number | null, names: string[] = []): SeriesDay => ({
  day,
  came,
  mean: null,
  level: 100,
  week: 1,
  year: 1,
  special: names.length ? 2 : 1,
  names,
});
const toCome: SeriesDay = {
  ...past('2026-12-03', null),
  mean: 104.2,
  lower80: 90,
  upper80: 120,
  lower95: 80,
  upper95: 131,
};
const DAYS = [past('2026-11-30', 98), past('2026-12-01', null), past('2026-12-02', 210, ['Storm <b>']), toCome];

describe('the days of a series', () => {
  it('are drawn with gaps where nothing is known, and ranges as widths upon their lower edges', () => {
    const series = dayOption(DAYS)['series'] as { name?: string; stack?: string; data: (number | null)[] }[];
    expect(series.find(({ name }) => name === 'came')?.data).toEqual([98, null, 210, null]);
    expect(series.find(({ name }) => name === 'expected')?.data).toEqual([null, null, null, 104.2]);
    expect(series.filter(({ stack }) => stack === '95').map(({ data }) => data[3])).toEqual([80, 51]);
    expect(series.filter(({ stack }) => stack === '80').map(({ data }) => data[3])).toEqual([90, 30]);
  });

  it('are told in words, names of events as what they are', () => {
    expect(words(DAYS[0])).toBe('Mon, 30 Nov 2026<br>98 came');
    expect(words(DAYS[1])).toContain('not known');
    expect(words(DAYS[2])).toContain('Storm &lt;b>');
    expect(words(toCome)).toContain('104 expected, 90 to 120 with 80 %');
    expect(words(undefined)).toBe('');
  });

  it('show the model alone where planners know better, and the levels that are new', () => {
    const moved: SeriesDay = { ...toCome, mean: 150, model: 104.2 };
    expect(words(moved)).toContain('150 expected');
    expect(words(moved)).toContain('the model alone expects 104');
    expect(words({ ...toCome, model: 104.5 })).not.toContain('alone');
    const series = dayOption(
      [...DAYS.slice(0, 3), moved],
      [{ from: '2026-12-01', factor: 1.31, label: 'Site', series: { doorId: 'site', topic: '', queueId: '' } }],
    )['series'] as { name?: string; data: (number | null)[]; markLine?: { data: { label?: { formatter: string } }[] } }[];
    expect(series.find(({ name }) => name === 'model alone')?.data[3]).toBe(104.2);
    expect(series[0]?.markLine?.data.at(-1)?.label?.formatter).toBe('⇡ × 1.31');
  });

  it('are a product of four parts', () => {
    render(<Effects days={DAYS} />);
    expect(screen.getByRole('img', { name: 'level, 100 → 100 a day' })).toBeTruthy();
    expect(screen.getByRole('img', { name: 'named days, × 1.00 – 2.00' })).toBeTruthy();
  });
});

const head: SeriesHead = {
  key: { doorId: 'site', topic: 'Fares', queueId: '' },
  label: 'Site · Fares',
  method: 'COMBINATION',
  methodWords: 'the best ones combined',
  tried: 'COMBINATION',
  due: false,
  wanted: null,
  chatsADay: 100,
  expectedADay: 104,
};
const other: SeriesHead = { ...head, key: { ...head.key, topic: 'Lost' }, label: 'Site · Lost', chatsADay: 5, expectedADay: 6 };
const poster: SeriesHead = { ...head, key: { ...head.key, doorId: 'poster' }, label: 'Poster · Fares' };
const view: SeriesView = {
  series: [head, poster, other],
  sums: [
    { doorId: '', label: 'All arrivals', series: 3, chatsADay: 205, expectedADay: 214 },
    { doorId: 'site', label: 'Site', series: 2, chatsADay: 105, expectedADay: 110 },
  ],
};
const pick = (one: SeriesHead): Selection => ({ ...one, sum: false, head: one });
const forecast: SeriesForecast = {
  method: 'COMBINATION',
  tried: 'COMBINATION',
  trials: 13,
  triedDays: 28,
  days: [],
  backtest: [
    { model: 'COMBINATION', words: 'the best ones combined', weight: 0, wape: 0.087, near: 0.08, far: 0.094, mase: 0.9, bias: -0.041, coverage80: 0.79, coverage95: 0.92 },
    { model: 'REGRESSION', words: 'regression', weight: 0.5, wape: 0.091, near: null, far: null, mase: 0.97, bias: 0.01, coverage80: null, coverage95: null },
  ],
  horizons: [{ fromInterval: 0, untilInterval: 7, wape: 0.08, mase: 0.8, bias: 0.02, coverage80: 0.77, coverage95: null }],
  findings: ['Less than a year is known.'],
};

describe('what can be selected', () => {
  it('is sums before what they are made of, each with a place in the address', () => {
    expect(choices(view).map(({ label }) => label)).toEqual([
      'All arrivals',
      'Site',
      'Site · Fares',
      'Site · Lost',
      'Poster · Fares',
    ]);
    expect(choices(view).map(written)).toEqual(['sum|', 'sum|site', 'site|Fares|', 'site|Lost|', 'poster|Fares|']);
  });
});

describe('the week as it goes', () => {
  const week = (came: (number | null)[], now: (number | null)[]): WeekAsItGoes => ({
    monday: '2026-11-23',
    iso: '2026-W48',
    startsAt: came.map((_, i) => new Date(Date.parse('2026-11-23T22:00:00Z') + i * 1_800_000).toISOString()),
    expected: came.map(() => 10),
    came,
    now,
    range: null,
  });

  it('sets what came against what was expected of the same half-hours', () => {
    expect(soFar(week([12, 9, null, null], [null, null, 11, 11]))).toEqual({ expected: 20, came: 21, now: 0 });
  });

  it('tells the rest of a day begun, and nothing where the day is over', () => {
    // Half-hours from 22:00: two of today are past, two to come.
    expect(restOfDay(week([12, 9, null, null, null], [null, null, 11, 13, 99]), 'Europe/Dublin')).toEqual({
      expected: 20,
      came: 0,
      now: 24,
    });
    expect(restOfDay(week([1, 1, 1, 1, null], [null, null, null, null, 5]), 'Europe/Dublin')).toBeNull();
    expect(restOfDay(week([null, null], [5, 5]), 'Europe/Dublin')).toBeNull();
  });

  it('says what the sum might have come to, and when to trust the rest less', async () => {
    const range = { lower80: 14, upper80: 26, lower95: 11, upper95: 30 };
    const shown = (came: number) => {
      cleanup();
      renderInWorkplace(<WeekSoFar selection={pick(head)} />, samplePlan(), {
        '/forecast/week': { ...week([came, came, null], [null, null, 10]), range },
      });
      return screen.findByText('So far');
    };
    const usual = await shown(11);
    expect(usual.parentElement?.textContent).toContain('22 came, 20 expected before the week, 14 to 26 in 80 of 100 such weeks');
    expect(screen.queryByText(/Trust what is expected/)).toBeNull();
    await shown(18);
    expect(screen.getByText(/Trust what is expected of the rest less/)).toBeTruthy();
  });
});

describe('what planners know', () => {
  const known: AdjustmentList = {
    lifts: [
      {
        id: 3,
        name: 'Spring sale',
        doorId: 'site',
        topic: '',
        startsOn: '2027-03-01T10:00:00',
        endsOn: '2027-03-01T14:00:00',
        factor: 2.5,
        course: 'FADING',
        madeBy: 'Mara L.',
      },
    ],
    daySums: [{ id: 8, ...head.key, firstDay: '2027-03-02', lastDay: '2027-03-03', chats: 300, madeBy: null }],
  };

  it('is listed and can be taken away', async () => {
    const sent = renderInWorkplace(<AdjustmentsPanel view={view} selection={pick(head)} />, samplePlan(), {
      '/forecast/adjustments': known,
    });
    const lift = await screen.findByText('Spring sale');
    expect(lift.closest('li')?.textContent).toContain('× 2.5, full at the start, fading');
    expect(lift.closest('li')?.textContent).toContain('2027-03-01 10:00 – 2027-03-01 14:00');
    fireEvent.click(screen.getByRole('button', { name: 'Take Spring sale away' }));
    fireEvent.click(screen.getByRole('button', { name: 'Leave 2 – 3 Mar 2027 to the model' }));
    await waitFor(() =>
      expect(sent.filter(({ method }) => method === 'DELETE').map(({ path }) => path)).toEqual([
        '/plans/p/forecast/lifts/3',
        '/plans/p/forecast/day-sums/8',
      ]),
    );
  });

  it('is sent as a lift and as days of the series that is shown', async () => {
    const sent = renderInWorkplace(<AdjustmentsPanel view={view} selection={pick(head)} />, samplePlan(), {
      '/forecast/adjustments': { lifts: [], daySums: [] },
    });
    fireEvent.change(await screen.findByLabelText('Name'), { target: { value: 'Sale' } });
    fireEvent.change(screen.getByLabelText('From'), { target: { value: '2027-03-01T10:00' } });
    fireEvent.change(screen.getByLabelText('Until'), { target: { value: '2027-03-01T14:00' } });
    fireEvent.click(screen.getByRole('button', { name: 'Plan it' }));
    fireEvent.change(screen.getByLabelText('First day'), { target: { value: '2027-03-02' } });
    fireEvent.change(screen.getByLabelText('Chats a day'), { target: { value: '300' } });
    fireEvent.click(screen.getByRole('button', { name: 'Set' }));
    await waitFor(() => expect(sent.filter(({ method }) => method === 'POST')).toHaveLength(2));
    expect(sent.filter(({ method }) => method === 'POST').map(({ body }) => body)).toEqual([
      {
        name: 'Sale',
        doorId: null,
        topic: null,
        from: '2027-03-01T10:00',
        until: '2027-03-01T14:00',
        factor: 1.5,
        course: 'EVEN',
      },
      { series: head.key, firstDay: '2027-03-02', lastDay: '2027-03-02', chats: 300 },
    ]);
  });
});

describe('the methods of a series', () => {
  const answers = { '/forecast/series/days': forecast, '/forecast/days': { unusual: [], shifts: [], marks: [] } };

  it('stand with their scores, and another one can be wanted', async () => {
    const sent = renderInWorkplace(<SeriesDetail selection={pick(head)} />, samplePlan(), answers);
    const used = await screen.findByRole('row', { name: /the best ones combined/ });
    expect(used.textContent).toContain('used, best in the trials');
    expect(used.textContent).toContain('8.7 %8.0 % near9.4 % far');
    expect(screen.queryByText(/By half-hour/)).toBeNull();
    expect(used.textContent).toContain('−4.1 %');
    expect(screen.getByRole('row', { name: /^regression/ }).textContent).toContain('–');
    expect(screen.getByText(/Less than a year is known/)).toBeTruthy();
    expect(screen.getByText(/1–7 days ahead/).textContent).toContain('bias +2.0 %77 % within 80 %');
    fireEvent.click(screen.getByRole('button', { name: 'Use regression' }));
    await waitFor(() => expect(sent.some(({ method }) => method === 'PUT')).toBe(true));
    expect(sent.find(({ method }) => method === 'PUT')?.body).toEqual({ series: head.key, method: 'REGRESSION' });
  });

  it('are said to be others by half-hour, where they are', async () => {
    const byHalfHour: SeriesHead = { ...head, method: 'INTERVAL_SMOOTHING', methodWords: 'smoothing by interval' };
    renderInWorkplace(<SeriesDetail selection={pick(byHalfHour)} />, samplePlan(), answers);
    expect((await screen.findByText(/By half-hour/)).textContent).toContain('smoothing by interval');
    expect(screen.queryByText(/used, best in the trials/)).toBeNull();
  });

  it('can be left to the trials again', async () => {
    const sent = renderInWorkplace(
      <SeriesDetail selection={pick({ ...head, method: 'REGRESSION', wanted: 'REGRESSION' })} />,
      samplePlan(),
      answers,
    );
    expect((await screen.findByRole('row', { name: /^regression/ })).textContent).toContain('wanted by a planner');
    fireEvent.click(screen.getByRole('button', { name: 'Leave the choice to the trials' }));
    await waitFor(() => expect(sent.find(({ method }) => method === 'PUT')?.body).toEqual({ series: head.key, method: null }));
  });
});
