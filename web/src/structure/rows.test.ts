import { describe, expect, it } from 'vitest';
import type { Plan } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { groupsOf, search } from './rows';
import { stepBefore } from '../plan/order';

describe('a step among elements', () => {
  const rules = ['a', 'b', 'c'];

  it('goes before the one above', () => {
    expect(stepBefore(rules, 'c', -1)).toBe('b');
    expect(stepBefore(rules, 'a', -1)).toBeUndefined();
  });

  it('goes behind the one below', () => {
    expect(stepBefore(rules, 'a', 1)).toBe('c');
    expect(stepBefore(rules, 'b', 1)).toBeNull();
    expect(stepBefore(rules, 'c', 1)).toBeUndefined();
  });

  it('is none for what has no order', () => {
    expect(stepBefore([], 'a', 1)).toBeUndefined();
  });
});

describe('the list', () => {
  const groups = groupsOf(plan(), () => 3);

  it('shows queues under their departments, with what matters of them', () => {
    const rows = groups.find((group) => group.kind === 'departments')?.rows;
    expect(rows?.map((row) => [row.name, row.depth])).toEqual([
      ['Sales', 0],
      ['Fares & booking', 1],
      ['Cargo', 0],
    ]);
    expect(rows?.[1]?.facts).toBe('3 members · Fares 2+ · weight 2 · 80 % in 30 s');
  });

  it('keeps the last rule where it is', () => {
    const rules = groups.find((group) => group.kind === 'rules')?.rows;
    expect(rules?.map((row) => row.among.length)).toEqual([2, 0]);
  });

  it('finds by name and by facts, with the department of a found queue', () => {
    expect(search(groups, 'booking').flatMap((group) => group.rows.map((row) => row.name))).toEqual([
      'Sample',
      'Sales',
      'Fares & booking',
      '1. German',
      '2. Everything else',
    ]);
    expect(search(groups, 'fares 2').flatMap((group) => group.rows.map((row) => row.name))).toEqual(['Sales', 'Fares & booking']);
    expect(search(groups, 'nothing of the kind')).toEqual([]);
  });
});

function plan(): Plan {
  const sample = samplePlan();
  return {
    ...sample,
    departments: [...sample.departments, { id: 'cargo', name: 'Cargo', hours: 'day', texts: {}, questions: [] }],
    rules: [
      { id: 'german', name: 'German', conditions: [{ kind: 'language', languages: ['de'] }], queue: 'booking', needs: [], said: {} },
      ...sample.rules,
    ],
  };
}
