import { screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { sampleOperator, samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { FirstSteps, stepsOf } from './FirstSteps';

const bare = () => ({ ...samplePlan(), operators: [], skills: [], rules: samplePlan().rules.slice(-1) });

it('what a plan may do without does not keep from what comes next', async () => {
  renderInWorkplace(<FirstSteps />, bare(), { '/volumes': { counts: 0 } });
  const next = await screen.findByText('People and when they are there');
  expect(next.closest('[aria-current=step]')).toBeTruthy();
  expect(screen.getByText('Skills').closest('li')?.textContent).toContain('if need be');
});

it('people count once all of them have hours', () => {
  const people = (presence: ReturnType<typeof sampleOperator>['presence']) =>
    stepsOf({ ...bare(), operators: [sampleOperator('a', 'A', {}), { ...sampleOperator('b', 'B', {}), presence }] }, 0, false).find(
      (step) => step.name.startsWith('People'),
    );
  expect(people([])?.done).toBe(false);
  const hours = [{ day: 'MONDAY' as const, from: '09:00', to: '17:00' }];
  const all = stepsOf({ ...bare(), operators: [{ ...sampleOperator('a', 'A', {}), presence: hours }] }, 96, true);
  expect(all.filter((step) => step.done).map((step) => step.name)).toEqual(
    expect.arrayContaining(['People and when they are there', 'Volumes', 'Go live']),
  );
  expect(all.find((step) => step.name === 'Volumes')?.there).toBe('96 half-hours');
});
