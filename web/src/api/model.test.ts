import { expect, it } from 'vitest';
import { samplePlan } from '../testing/samplePlan';
import { findElement } from './model';

it('finds its elements by kind and id', () => {
  const plan = samplePlan();
  expect(findElement(plan, 'queues', 'booking')?.name).toBe('Fares & booking');
  expect(findElement(plan, 'settings', 'settings')?.name).toBe('Sample');
  expect(findElement(plan, 'queues', 'gone')).toBeUndefined();
});
