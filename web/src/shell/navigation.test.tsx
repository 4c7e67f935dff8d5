import { screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { Navigation } from './Shell';

it('what is selected goes from view to view, what belongs to one view does not', async () => {
  const address = '/staffing?at=2026-12-07T09:00:00Z&sel=queues/fares&by=queue:fares&panel=What+if';
  renderInWorkplace(<Navigation />, samplePlan(), { '/findings': [] }, { address });

  const consequences = new URL((await screen.findByRole<HTMLAnchorElement>('link', { name: 'Consequences' })).href);
  expect([...consequences.searchParams.keys()]).toEqual(['at', 'sel']);
  const staffing = new URL(screen.getByRole<HTMLAnchorElement>('link', { name: 'Staffing' }).href);
  expect([...staffing.searchParams.keys()]).toEqual(['at']);
});
