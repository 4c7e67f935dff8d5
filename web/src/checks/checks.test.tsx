import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { CheckResult } from '../api/rehearsals';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { ChecksView } from './ChecksView';

afterEach(cleanup);

const check = {
  id: 'night',
  name: 'By night',
  blocks: true,
  from: '2026-12-06T03:00:00Z',
  until: 'PT10M',
  steps: [{ at: 'PT0S', do: 'arrive', chat: 'c1', door: 'site' }],
  expect: [{ chat: 'c1', not: 'queued', by: 'PT10M' }],
};
const failing: CheckResult = {
  id: 'night',
  name: 'By night',
  blocks: true,
  held: false,
  expectations: [{ held: false, at: 5, because: '"c1" was queued after 0 s' }],
  trouble: null,
};

function checks(result: CheckResult) {
  const plan = samplePlan();
  return renderInWorkplace(<ChecksView />, { ...plan, checks: [check] }, { '/checks': [result], '/draft/checks/night': { change: 1, version: 2 } });
}

describe('checks', () => {
  it('say which fail, and at which expectation', async () => {
    checks(failing);
    await screen.findByText('▾ 1 of 1 fail on the draft');
    expect(screen.getByText('▾ Expectation 1: "c1" was queued after 0 s')).toBeTruthy();
    expect(screen.getByRole('img', { name: '0 of 1 expectations hold' })).toBeTruthy();
  });

  it('say why one cannot be run', async () => {
    checks({ ...failing, expectations: [], trouble: 'Step 1: The plan has no front door "site".' });
    await screen.findByText('▾ It cannot go on. Step 1: The plan has no front door "site".');
  });

  it('are made to warn with one switch', async () => {
    const sent = checks({ ...failing, held: true, expectations: [] });
    await screen.findByText('all 1 hold on the draft');
    fireEvent.click(screen.getByRole('switch'));
    await waitFor(() => expect(JSON.stringify(sent)).toContain('"blocks":false'));
  });
});
