import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { HoursYear } from '../api/model';
import { renderInWorkplace } from '../testing/workplace';
import { samplePlan } from '../testing/samplePlan';
import { HoursEditor } from './HoursEditor';

afterEach(cleanup);

const christmas = { date: '2026-12-25', name: 'Christmas Day', windows: [], yearly: true };
const day = { source: 'EXCEPTION', name: 'Christmas Day', windows: [], exception: '2026-12-25' };

/** The editor of hours that are closed on every 25 December from 2026 on, with a date picked. */
function edit(date: string) {
  const plan = samplePlan();
  const set = plan.hours[0];
  if (!set) throw new Error('no hours');
  const value = { ...set, hours: { ...set.hours, exceptions: [christmas] } };
  const change = vi.fn();
  const year = { days: [{ date, ...day }], week: [], holidays: [], regions: [] } as unknown as HoursYear;
  const edits = { kind: 'hours', id: 'day', changed: false, saving: false, conflict: null, error: null, save: vi.fn(), discard: vi.fn() };
  renderInWorkplace(
    <HoursEditor element={{ value, change, edits } as never} year={year} date={date} onDate={vi.fn()} week={null} />,
    plan,
    { '/time-zones': { zones: [], version: '' } },
  );
  return { exceptions: () => change.mock.lastCall?.[0].hours.exceptions };
}

describe('an exception of every year', () => {
  it('is told on the date of a later year', () => {
    edit('2028-12-25');
    expect(screen.getByText('As every year since 2026-12-25.')).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>('Every year from then on').checked).toBe(true);
    expect(screen.getByText(/closed/, { selector: '.plain-list .soft' }).textContent).toContain('every year');
  });

  it('gives way to one date of its own, and the years after it stay', () => {
    const { exceptions } = edit('2028-12-25');
    fireEvent.click(screen.getByLabelText('Every year from then on'));
    fireEvent.change(screen.getByPlaceholderText('closed all day'), { target: { value: '10:00–12:00' } });
    fireEvent.click(screen.getByRole('button', { name: 'Set this date' }));
    expect(exceptions()).toEqual([
      christmas,
      { date: '2028-12-25', name: 'Christmas Day', windows: [{ from: '10:00', to: '12:00' }], yearly: false },
    ]);
  });

  it('is as always again in all years', () => {
    const { exceptions } = edit('2028-12-25');
    fireEvent.click(screen.getByRole('button', { name: 'As always every year' }));
    expect(exceptions()).toEqual([]);
  });
});
