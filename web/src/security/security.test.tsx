import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { SecurityView } from './SecurityView';

afterEach(cleanup);

const events = [
  { at: '2026-12-02T10:00:00Z', kind: 'ACCOUNT_MADE', account: 'ida', about: 'una, OPERATOR', address: '10.0.0.7' },
  { at: '2026-12-02T09:00:00Z', kind: 'SIGN_IN_FAILED', account: 'una', about: null, address: '10.0.0.9' },
];

describe('the security log', () => {
  it('tells who did what, and marks what went wrong', async () => {
    renderInWorkplace(<SecurityView />, samplePlan(), { '/security-log': events });
    expect((await screen.findByText('made an account')).closest('tr')?.textContent).toContain('una, OPERATOR');
    expect((await screen.findByText(/a sign-in failed/)).closest('tr')?.className).toBe('warns');
    expect(screen.queryByRole('button', { name: 'Show older ones' })).toBeNull();
  });

  it('looks for days of the plan’s time zone, the last one whole', async () => {
    const plan = samplePlan();
    plan.settings.timeZone = 'Europe/Berlin';
    const sent = renderInWorkplace(<SecurityView />, plan, { '/security-log': events });
    fireEvent.change(screen.getByLabelText('From this day'), { target: { value: '2026-12-01' } });
    fireEvent.change(screen.getByLabelText('To the end of this day'), { target: { value: '2026-12-02' } });
    await waitFor(() =>
      expect(sent.at(-1)?.path).toBe('/security-log?from=2026-11-30T23%3A00%3A00Z&to=2026-12-02T23%3A00%3A00Z'),
    );
  });
});
