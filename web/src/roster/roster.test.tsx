import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { RosterWeek, Shift, Terms } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { BrokenRules } from './BrokenRules';
import { CoverTable } from './CoverTable';
import { type Range, RosterGrid } from './RosterGrid';
import { inWords, move, movedTo, ofKind, startOf, takenBack } from './shifts';
import { minutesOf, timeOf } from '../time/timeOfDay';
import { TermsEditor } from './TermsEditor';

afterEach(cleanup);

const MONDAY = '2026-11-30';
const WEEK: Range = { from: 0, to: 7 * 24 * 60 };

const late: Shift = {
  operator: 'ana',
  date: '2026-11-30',
  start: '14:30:00',
  minutes: 510,
  pauses: [{ afterMinutes: 240, minutes: 30, paid: false }],
  kind: 'late',
  fixed: false,
};

const view: RosterWeek = {
  monday: MONDAY,
  timeZone: 'Europe/Dublin',
  rostered: true,
  outdated: false,
  kinds: [
    { id: 'late', name: 'Late', minutes: 510, earliestStart: '12:00:00', latestStart: '14:30:00', stepMinutes: 30, breaks: [] },
  ],
  people: [
    {
      id: 'ana',
      name: 'Ana',
      queues: ['Fares'],
      leastMinutes: 600,
      mostMinutes: 2400,
      paidMinutes: 480,
      shifts: [late],
      breaches: [
        { rule: 'REST', operator: 'ana', dates: ['2026-11-30'], words: '6.5 h of rest; 11 h are due' },
        { rule: 'WISH', operator: 'ana', dates: ['2026-11-30'], words: 'against a wish for Monday' },
      ],
    },
    { id: 'ben', name: 'Ben', queues: [], leastMinutes: 0, mostMinutes: 2400, paidMinutes: 0, shifts: [], breaches: [] },
  ],
  found: {
    standing: { shortHalfHours: 3, shortBound: 1, paidHalfHours: 16, againstWishes: 1 },
    coverPaid: 20,
    coverBound: 20,
    coverSaid: null,
    cover: [
      { kind: 'late', day: 0, start: '14:00', shifts: 2 },
      { kind: 'late', day: 0, start: '14:30', shifts: 1 },
    ],
    clashes: [{ operator: 'ben', rules: ['LEAST_HOURS', 'ABSENCE'], words: ['at least 20 h a week by contract', 'absent all week'] }],
  },
};

describe('shifts', () => {
  it('are told by the wall clock from Monday on', () => {
    expect(minutesOf('07:30:00')).toBe(450);
    expect(timeOf(24 * 60 + 30)).toBe('00:30');
    expect(startOf(late, MONDAY)).toBe(870);
    expect(inWords(late, MONDAY)).toBe('Mon 14:30–23:00');
  });

  it('move to another day and person, and are fixed by that', () => {
    const moved = movedTo(late, 'ben', 24 * 60 + 540, MONDAY);
    expect(moved).toMatchObject({ operator: 'ben', date: '2026-12-01', start: '09:00', fixed: true, kind: 'late' });
    const changes = move(late, moved, undefined);
    expect(changes.map(({ operator, day, after }) => [operator, day, after])).toEqual([
      ['ana', '2026-11-30', null],
      ['ben', '2026-12-01', moved],
    ]);
    expect(takenBack(changes).map(({ before, after }) => [before, after])).toEqual([
      [null, late],
      [moved, null],
    ]);
    expect(move(late, movedTo(late, 'ana', 900, MONDAY), undefined)).toHaveLength(1);
  });

  it('of a kind have its breaks as early as they may be', () => {
    const kind = { ...view.kinds[0]!, breaks: [{ minutes: 30, paid: false, fromMinutes: 180, untilMinutes: 330 }] };
    expect(ofKind(kind, 'ben', '2026-12-01', '12:00').pauses).toEqual([{ afterMinutes: 180, minutes: 30, paid: false }]);
  });
});

describe('the grid', () => {
  const grid = (canEdit: boolean) => {
    const onMove = vi.fn();
    const onDelete = vi.fn();
    renderInWorkplace(
      <RosterGrid view={view} range={WEEK} canEdit={canEdit} selected={null} onSelect={vi.fn()} onDrag={vi.fn()} onMove={onMove} onDelete={onDelete} />,
      samplePlan(),
    );
    return { onMove, onDelete, bar: screen.getByRole('button', { name: /^Ana, Mon 14:30–23:00, Late/ }) };
  };

  it('says of a shift what it breaks', () => {
    expect(grid(true).bar.className).toContain('shift-broken');
    expect(screen.getByRole('button', { name: /6.5 h of rest/ })).toBeTruthy();
    expect(screen.getByRole('group', { name: 'Shifts of Ana' }).textContent).toContain('▾ 8/40 h');
  });

  it('moves a shift by half-hours with the arrow keys, and takes it out', () => {
    const { bar, onMove, onDelete } = grid(true);
    fireEvent.keyDown(bar, { key: 'ArrowLeft' });
    expect(onMove.mock.calls[0]?.[0].to).toMatchObject({ start: '14:00', date: '2026-11-30' });
    fireEvent.keyDown(bar, { key: 'Delete' });
    expect(onDelete).toHaveBeenCalledWith(late);
  });

  it('leaves shifts where they are for who only reads', () => {
    const { bar, onMove } = grid(false);
    fireEvent.keyDown(bar, { key: 'ArrowLeft' });
    expect(onMove).not.toHaveBeenCalled();
  });
});

describe('beside it', () => {
  it('stands what is broken, and whose rules clash', () => {
    const onSelect = vi.fn();
    renderInWorkplace(<BrokenRules view={view} onSelect={onSelect} />, samplePlan());
    expect(screen.getByText('▾ No week for Ben')).toBeTruthy();
    expect(screen.getByText('absent all week')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: /6.5 h of rest/ }));
    expect(onSelect).toHaveBeenCalledWith({ operator: 'ana', day: 0 });
  });

  it('stands how many shifts a cover has of each kind, against those there are', () => {
    renderInWorkplace(<CoverTable view={view} />, samplePlan());
    expect(screen.getByRole('row', { name: /^Late 3\/1 0\/0/ })).toBeTruthy();
  });

  it('writes out all other days when the first is limited', async () => {
    const onChange = vi.fn();
    const terms: Terms = { operator: 'ana', leastMinutes: 0, mostMinutes: 2400, availability: [], absences: [], kinds: [], wishes: [] };
    renderInWorkplace(<TermsEditor terms={terms} kinds={view.kinds} onChange={onChange} />, samplePlan());
    fireEvent.mouseDown(screen.getByLabelText('Can work on Tue'));
    const option = await waitFor(() => screen.getAllByTitle('not').at(-1)!);
    fireEvent.click(option);
    const days = onChange.mock.calls[0]?.[0].availability.map((window: { day: string }) => window.day);
    expect(days).toHaveLength(6);
    expect(days).not.toContain('TUESDAY');
  });
});
