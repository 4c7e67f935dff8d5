import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { SeriesDay, SeriesForecast, SeriesHead } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { dayOption, words } from './dayOption';
import { Effects } from './Effects';
import { ImportVolumes } from './ImportVolumes';
import { SeriesDetail } from './SeriesDetail';
import { SpecialDaysPanel, days } from './SpecialDaysPanel';

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
  tried: 'COMBINATION',
  wanted: null,
  chatsADay: 100,
};
const forecast: SeriesForecast = {
  method: 'COMBINATION',
  tried: 'COMBINATION',
  trials: 13,
  triedDays: 28,
  days: [],
  backtest: [
    { model: 'COMBINATION', words: 'the best ones combined', weight: 0, wape: 0.087, mase: 0.9, bias: -0.041, coverage80: 0.79, coverage95: 0.92 },
    { model: 'REGRESSION', words: 'regression', weight: 0.5, wape: 0.091, mase: 0.97, bias: 0.01, coverage80: null, coverage95: null },
  ],
  horizons: [{ fromInterval: 0, untilInterval: 7, wape: 0.08, bias: 0 }],
  findings: ['Less than a year is known.'],
};

describe('the methods of a series', () => {
  it('stand with their scores, and another one can be wanted', async () => {
    const sent = renderInWorkplace(<SeriesDetail head={head} />, samplePlan(), { '/forecast/series/days': forecast });
    const used = await screen.findByRole('row', { name: /the best ones combined/ });
    expect(used.textContent).toContain('used, best in the trials');
    expect(used.textContent).toContain('8.7 %');
    expect(used.textContent).toContain('−4.1 %');
    expect(screen.getByRole('row', { name: /^regression/ }).textContent).toContain('–');
    expect(screen.getByText(/Less than a year is known/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Use regression' }));
    await waitFor(() => expect(sent.some(({ method }) => method === 'PUT')).toBe(true));
    expect(sent.find(({ method }) => method === 'PUT')?.body).toEqual({ series: head.key, method: 'REGRESSION' });
  });

  it('can be left to the trials again', async () => {
    const sent = renderInWorkplace(
      <SeriesDetail head={{ ...head, method: 'REGRESSION', wanted: 'REGRESSION' }} />,
      samplePlan(),
      { '/forecast/series/days': forecast },
    );
    expect((await screen.findByRole('row', { name: /^regression/ })).textContent).toContain('wanted by a planner');
    fireEvent.click(screen.getByRole('button', { name: 'Leave the choice to the trials' }));
    await waitFor(() => expect(sent.find(({ method }) => method === 'PUT')?.body).toEqual({ series: head.key, method: null }));
  });
});

describe('a file of volumes', () => {
  const preview = {
    id: null,
    fileName: 'v.csv',
    separator: '',
    decimalMark: '',
    intervalMinutes: 0,
    header: ['when', 'queue', 'n'],
    sample: [['2026-11-24 08:30', 'fares', '12']],
    columns: { QUEUE: 1 },
    missing: ['time: one of start', 'chats: one of chats'],
    lines: 0,
    first: null,
    last: null,
    chats: {},
    replaced: 0,
    faults: [],
    faultCount: 0,
    notes: [],
  };

  it('is read anew by the columns that are said', async () => {
    const sent = renderInWorkplace(<ImportVolumes />, samplePlan(), { '/volumes/imports': preview });
    fireEvent.change(screen.getByLabelText('File'), { target: { files: [new File(['x'], 'v.csv')] } });
    fireEvent.click(screen.getByRole('button', { name: 'Read the file' }));
    expect(await screen.findByText(/No column is known for time/)).toBeTruthy();
    expect(screen.getByText('2026-11-24 08:30')).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /^Accept 0/ }).disabled).toBe(true);
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'What n holds' }));
    fireEvent.click(await screen.findByTitle('chats offered'));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[0]?.path).not.toContain('column=');
    expect(new URLSearchParams(sent[1]?.path.split('?')[1]).getAll('column')).toEqual(['QUEUE:1', 'CHATS:2']);
  });
});

describe('unusual days', () => {
  const answers = {
    '/forecast/days': {
      unusual: [{ firstDay: '2026-07-22', lastDay: '2026-07-28', series: 4, strongest: 'Site · Fares', factor: 3.21 }],
      marks: [{ id: 7, firstDay: '2026-01-07', lastDay: '2026-01-07', kind: 'ERROR', name: '' }],
    },
  };

  it('get a name as an event, and only with one', async () => {
    const sent = renderInWorkplace(<SpecialDaysPanel />, samplePlan(), answers);
    const run = await screen.findByRole('listitem', { name: '22 – 28 Jul 2026' });
    expect(run.textContent).toContain('× 3.2 Site · Fares and 3 more');
    const event = within(run).getByRole<HTMLButtonElement>('button', { name: 'Event' });
    expect(event.disabled).toBe(true);
    fireEvent.change(within(run).getByRole('combobox'), { target: { value: 'Storm' } });
    fireEvent.click(event);
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')?.body).toEqual({
        firstDay: '2026-07-22',
        lastDay: '2026-07-28',
        kind: 'EVENT',
        name: 'Storm',
      }),
    );
  });

  it('keep their marks, which can be taken away', async () => {
    const sent = renderInWorkplace(<SpecialDaysPanel />, samplePlan(), answers);
    fireEvent.click(await screen.findByRole('button', { name: 'Take the mark of 7 Jan 2026 away' }));
    await waitFor(() => expect(sent.find(({ method }) => method === 'DELETE')?.path).toBe('/plans/p/forecast/days/7'));
  });

  it('are said as days, or as the first and last of them', () => {
    expect(days({ firstDay: '2026-12-30', lastDay: '2027-01-02' })).toMatch(/^30 Dec 2026 – 2 Jan 2027$/);
  });
});
