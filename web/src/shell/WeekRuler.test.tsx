import { cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { Week } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { WeekRuler } from './WeekRuler';

afterEach(cleanup);

const week = {
  timeZone: 'Europe/Dublin',
  monday: '2026-11-30',
  startsAt: ['2026-12-01T10:00:00Z', '2026-12-01T10:30:00Z'],
  chats: [10, 12],
  open: [true, true],
  required: [3, 3],
  available: [3, 3],
  shortOf: [0, 0],
  totals: { chats: 22 },
} as unknown as Week;

describe('the week ruler', () => {
  it('shows which chats are late by simulation', async () => {
    renderInWorkplace(
      <WeekRuler anew={false} />,
      samplePlan(),
      { '/simulated': { replications: 10, ended: true, failure: null, sides: { late: [4, 0.01] } } },
      { week },
    );
    expect(await screen.findByText('20 chats an hour, ▾ 8 late')).toBeTruthy();
    expect(document.querySelectorAll('.ruler-late')).toHaveLength(1);
  });

  it('says that it is being worked out anew', () => {
    renderInWorkplace(<WeekRuler anew />, samplePlan(), {}, { week });
    expect(screen.getByRole('status').textContent).toBe('being worked out anew …');
  });

  it('says nothing of it before anything is simulated', () => {
    renderInWorkplace(<WeekRuler anew={false} />, samplePlan(), {}, { week });
    expect(screen.getByText('20 chats an hour expected')).toBeTruthy();
  });
});
