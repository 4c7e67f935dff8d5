import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import type { CountedDay, DaysView, Job } from '../api/model';
import { JobLine } from '../plan/JobLine';
import { formatDays } from '../time/time';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { HistoryCalendar, type Picked } from './HistoryCalendar';
import { ImportVolumes } from './ImportVolumes';
import { SpecialDaysPanel } from './SpecialDaysPanel';
import { VolumesView } from './VolumesView';

afterEach(cleanup);

const ZONES = { zones: ['Europe/Dublin', 'UTC'], dataVersion: '2025b' };

describe('a file of volumes', () => {
  const preview = {
    id: null,
    fileName: 'v.csv',
    timeZone: 'Europe/Dublin',
    asBefore: null,
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
    chatsOfDoors: {},
    overlap: { counts: 0, chats: 0, differing: 0 },
    faults: [],
    faultCount: 0,
    strangers: [],
    notes: [],
  };

  it('is read anew by the columns that are said', async () => {
    const sent = renderInWorkplace(<ImportVolumes />, samplePlan(), { '/volumes/imports': preview, '/time-zones': ZONES });
    fireEvent.change(screen.getByLabelText('File'), { target: { files: [new File(['x'], 'v.csv')] } });
    fireEvent.click(screen.getByRole('button', { name: 'Read the file' }));
    expect(await screen.findByText(/No column is known for time/)).toBeTruthy();
    expect(screen.getByText('2026-11-24 08:30')).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /^Accept 0/ }).disabled).toBe(true);
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'What n holds' }));
    fireEvent.click(await screen.findByTitle('chats offered'));
    const reads = () => sent.filter((call) => call.path.includes('/volumes/imports?'));
    await waitFor(() => expect(reads()).toHaveLength(2));
    expect(reads()[0]?.path).not.toContain('column=');
    expect(new URLSearchParams(reads()[1]?.path.split('?')[1]).getAll('column')).toEqual(['QUEUE:1', 'CHATS:2']);
  });
});

describe('a file of names that the plan does not have', () => {
  const strange = {
    id: 7,
    fileName: 'v.csv',
    timeZone: 'UTC',
    asBefore: { fileName: 'october.csv', acceptedAt: '2026-11-02T08:00:00Z' },
    separator: 'comma',
    decimalMark: '.',
    intervalMinutes: 30,
    header: ['time', 'queue', 'n'],
    sample: [],
    columns: { TIME: 0, QUEUE: 1, CHATS: 2 },
    missing: [],
    lines: 1,
    first: '2026-11-02T08:00:00Z',
    last: '2026-11-02T08:00:00Z',
    chats: {},
    chatsOfDoors: {},
    overlap: { counts: 0, chats: 0, differing: 0 },
    faults: [{ line: 3, reason: 'the plan has no queue "Old fax"', text: 'x | Old fax', alike: 41, others: [4, 5] }],
    faultCount: 42,
    strangers: [
      { column: 'QUEUE', name: 'Old fax', lines: 42, meaning: null, likely: null },
      { column: 'QUEUE', name: 'Fares chat', lines: 3, meaning: null, likely: 'booking' },
    ],
    notes: [],
  };

  async function readIt() {
    const sent = renderInWorkplace(<ImportVolumes />, samplePlan(), { '/volumes/imports': strange, '/time-zones': ZONES });
    fireEvent.change(screen.getByLabelText('File'), { target: { files: [new File(['x'], 'v.csv')] } });
    fireEvent.click(screen.getByRole('button', { name: 'Read the file' }));
    await screen.findByRole('region', { name: 'Names the plan does not have' });
    return sent;
  }

  const names = (path: string | undefined) => new URLSearchParams(path?.split('?')[1]).getAll('name');

  it('tells one fault once, and what an earlier file said', async () => {
    await readIt();
    expect(screen.getByText(/42 lines cannot be used and are left out, all for one reason/)).toBeTruthy();
    expect(screen.getByText(/41 more lines have this fault: 4, 5 …/)).toBeTruthy();
    expect(screen.getByText(/Its header is that of october.csv/)).toBeTruthy();
  });

  it('is read anew by what is said of each', async () => {
    const sent = await readIt();
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'What Fares chat is' }));
    fireEvent.click(await screen.findByTitle(/– likely$/));
    await waitFor(() => expect(names(sent.at(-1)?.path)).toEqual(['QUEUE:booking:Fares chat']));
    await screen.findByRole('region', { name: 'Names the plan does not have' });
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'What Old fax is' }));
    fireEvent.click((await screen.findAllByTitle('leave its lines aside')).at(-1) as HTMLElement);
    await waitFor(() => expect(names(sent.at(-1)?.path)).toEqual(['QUEUE:booking:Fares chat', 'QUEUE::Old fax']));
  });

  it('has a queue made of one', async () => {
    const sent = await readIt();
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'What Old fax is' }));
    fireEvent.click(await screen.findByTitle('make a queue “Old fax”'));
    await waitFor(() => expect(names(sent.at(-1)?.path)).toEqual(['QUEUE:old-fax:Old fax']));
    const made = sent.find((call) => JSON.stringify(call.body ?? '').includes('old-fax'));
    expect(made?.path).toMatch(/elements|edits/);
  });
});

describe('a file that was read', () => {
  const read = {
    id: 5,
    fileName: 'v.csv',
    timeZone: 'Europe/Dublin',
    asBefore: null,
    separator: 'comma',
    decimalMark: '.',
    intervalMinutes: 1440,
    header: ['day', 'door', 'n'],
    sample: [],
    columns: { DATE: 0, DOOR: 1, CHATS: 2 },
    missing: [],
    lines: 96,
    first: '2026-11-02T00:00:00Z',
    last: '2026-11-03T23:30:00Z',
    chats: {},
    chatsOfDoors: { site: 120 },
    overlap: { counts: 40, chats: 118, differing: 3, first: '2026-11-02T08:00:00Z', last: '2026-11-02T20:00:00Z' },
    faults: [],
    faultCount: 0,
    strangers: [],
    notes: ['The file counts whole days.'],
  };

  it('says what it counts, and what it would replace', async () => {
    const sent = renderInWorkplace(<ImportVolumes />, samplePlan(), {
      '/volumes/imports': read,
      '/time-zones': ZONES,
      '/acceptance': { stored: 96, replaced: 40 },
    });
    fireEvent.change(screen.getByLabelText('File'), { target: { files: [new File(['x'], 'v.csv')] } });
    fireEvent.click(screen.getByRole('button', { name: 'Read the file' }));
    const holds = await screen.findByRole('region', { name: 'What the file holds' });
    expect(holds.textContent).toContain('It countsdays');
    expect(holds.textContent).toContain('120');
    expect(holds.textContent).toContain('40 counts of 118 chats would be replaced. They differ in 3 half-hours.');
    fireEvent.click(screen.getByRole('button', { name: 'Accept 96 half-hours' }));
    await waitFor(() => expect(sent.at(-1)?.path).toBe('/plans/p/volumes/imports/5/acceptance'));
  });
});

describe('the calendar of the history', () => {
  const counted: CountedDay[] = [
    { day: '2026-10-30', chats: 80, known: 1, names: [] },
    { day: '2026-10-31', chats: null, known: 0, names: [] },
    { day: '2026-11-01', chats: 300, known: 0.9, names: ['Samhain'] },
    { day: '2026-11-02', chats: 90, known: 1, names: ['Storm'] },
  ];
  const special: DaysView = {
    unusual: [{ firstDay: '2026-11-01', lastDay: '2026-11-01', series: 1, strongest: 'Site', factor: 3 }],
    shifts: [],
    marks: [{ id: 1, firstDay: '2026-11-02', lastDay: '2026-11-02', kind: 'EVENT', name: 'Storm' }],
  };

  function Shown() {
    const [picked, setPicked] = useState<Picked | null>(null);
    return <HistoryCalendar label="Site" counted={counted} special={special} picked={picked} onPick={setPicked} />;
  }

  it('says of each day what is known, and what is not', () => {
    render(<Shown />);
    const day = (name: RegExp) => screen.getByRole('option', { name });
    expect(screen.getAllByRole('group').map((month) => month.getAttribute('aria-label'))).toEqual(['Oct 2026', 'Nov 2026']);
    expect(day(/31 October 2026, not known/).dataset['gap']).toBe('true');
    expect(day(/1 November 2026, 300 chats, 90 % of the day known, Samhain, unusual, × 3.0/).dataset['kind']).toBe('unusual');
    expect(day(/2 November 2026, 90 chats, Storm/).dataset['kind']).toBe('event');
  });

  it('is walked with the keys, days and months at a time, and several days are picked with shift', () => {
    render(<Shown />);
    const calendar = screen.getByRole('listbox', { name: 'Days of Site' });
    const selected = () => screen.getAllByRole('option', { selected: true }).map(({ id }) => id);
    fireEvent.keyDown(calendar, { key: 'ArrowLeft' });
    expect(selected()).toEqual(['day-2026-11-01']);
    fireEvent.keyDown(calendar, { key: 'ArrowLeft', shiftKey: true });
    expect(selected()).toEqual(['day-2026-10-31', 'day-2026-11-01']);
    fireEvent.keyDown(calendar, { key: 'End' });
    fireEvent.keyDown(calendar, { key: 'ArrowUp' });
    expect(selected()).toEqual(['day-2026-10-30']); // 2 October lies before the history
  });

  it('hands the days that were picked to the form that marks them', async () => {
    const sent = renderInWorkplace(<SpecialDaysPanel picked={{ anchor: '2026-11-02', focus: '2026-10-30' }} />, samplePlan(), {
      '/forecast/days': special,
    });
    const form = await screen.findByRole('form', { name: 'Mark days' });
    fireEvent.click(within(form).getByText('Error'));
    fireEvent.click(within(form).getByRole('button', { name: 'Mark' }));
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'POST')?.body).toEqual({
        firstDay: '2026-10-30',
        lastDay: '2026-11-02',
        kind: 'ERROR',
        name: '',
      }),
    );
  });
});

describe('unusual days', () => {
  const answers = {
    '/forecast/days': {
      unusual: [{ firstDay: '2026-07-22', lastDay: '2026-07-28', series: 4, strongest: 'Site · Fares', factor: 3.21 }],
      shifts: [{ from: '2026-03-02', factor: 1.4, label: 'Site · Fares', series: { doorId: 'site', topic: 'Fares', queueId: '' } }],
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
    expect(formatDays({ firstDay: '2026-12-30', lastDay: '2027-01-02' })).toMatch(/^30 Dec 2026 – 2 Jan 2027$/);
  });
});

describe('long work', () => {
  const job: Job = {
    id: 4,
    kind: 'TRY_METHODS',
    state: 'RUNNING',
    done: 3,
    steps: 12, subject: '', said: '',
    failure: null,
    madeAt: '2026-11-25T10:00:00Z',
    endedAt: null,
  };

  it('says how far it is and can be stopped', async () => {
    const sent = renderInWorkplace(<JobLine />, samplePlan(), { '/jobs': [job] });
    expect((await screen.findByRole('status')).textContent).toContain('Trying the methods on the series: 3 of 12');
    fireEvent.click(screen.getByRole('button', { name: 'Stop' }));
    await waitFor(() => expect(sent.find(({ method }) => method === 'POST')?.path).toBe('/plans/p/jobs/4/cancellation'));
  });

  it('that failed says why, and is silent once done', async () => {
    renderInWorkplace(<JobLine />, samplePlan(), { '/jobs': [{ ...job, state: 'FAILED', failure: 'no room' }] });
    expect((await screen.findByRole('status')).textContent).toBe('▾ Trying the methods on the series failed: no room');
    cleanup();
    const sent = renderInWorkplace(<JobLine />, samplePlan(), { '/jobs': [{ ...job, state: 'DONE' }] });
    await waitFor(() => expect(sent.length).toBeGreaterThan(0));
    expect(screen.queryByRole('status')).toBeNull();
  });
});

describe('the view of the history', () => {
  const answers = {
    '/volumes': { first: '2026-10-30T08:00:00Z', last: '2026-11-02T17:30:00Z', counts: 1234 },
    '/jobs': [],
    '/forecast/series': {
      series: [],
      sums: [{ doorId: '', label: 'All arrivals', series: 2, chatsADay: 10, expectedADay: 11 }],
    },
    '/forecast/calendar': [{ day: '2026-11-02', chats: 90, known: 1, names: [] }],
    '/forecast/days': { unusual: [], shifts: [], marks: [] },
    '/volumes/imports': [
      {
        id: 1,
        fileName: 'autumn.csv',
        madeBy: 'Mara L.',
        acceptedAt: '2026-11-24T10:00:00Z',
        firstAt: '2026-10-01T00:00:00Z',
        lastAt: '2026-10-31T00:00:00Z',
        stored: 1488,
        replaced: 20,
      },
    ],
  };

  it('shows what is known day by day, and tells of the day that is picked', async () => {
    renderInWorkplace(<VolumesView />, samplePlan(), answers);
    expect(await screen.findByText(/1,234 counts of half-hours, from 30 Oct 2026 to 2 Nov 2026/)).toBeTruthy();
    fireEvent.mouseDown(await screen.findByRole('option', { name: /2 November 2026, 90 chats/ }));
    expect(screen.getByText(/^Monday, 2 November 2026, 90 chats|^Monday 2 November 2026, 90 chats/)).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>('From').value).toBe('2026-11-02');
  });

  it('says which days were counted from the plan’s own chats, and counts them once somebody wishes so', async () => {
    const sent = renderInWorkplace(<VolumesView />, samplePlan(), {
      ...answers,
      '/volumes/recording': { wanted: false, firstDay: '2026-11-19', lastDay: '2026-12-01' },
    });
    fireEvent.click(await screen.findByText('Sources'));
    const own = within(await screen.findByRole('region', { name: 'Chats of this plan' }));
    expect(own.getByRole('status').textContent).toBe('Counted: 19 Nov – 1 Dec 2026.');
    fireEvent.click(own.getByRole('switch', { name: 'Counted each night' }));
    await waitFor(() => expect(sent.find(({ method }) => method === 'PUT')?.body).toEqual({ wanted: true }));
  });

  it('lists the files it comes from, and what they replaced', async () => {
    renderInWorkplace(<VolumesView />, samplePlan(), answers);
    fireEvent.click(await screen.findByText('Sources'));
    const file = await screen.findByText('autumn.csv');
    expect(file.closest('li')?.textContent).toContain('Mara L.');
    expect(file.closest('li')?.textContent).toContain('1 Oct 2026 – 31 Oct 2026: 1,488 half-hours ◆ 20 known before were replaced');
  });
});
