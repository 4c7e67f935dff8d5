import { describe, expect, it } from 'vitest';
import type { ListKind } from '../api/model';
import { sampleOperator, samplePlan } from '../testing/samplePlan';
import { languagesOf, labelOf } from './names';
import { freeId, newElement, newElements } from './newElement';

const PATTERN = /^[a-z0-9][a-z0-9-]{0,62}$/;

describe('a new element', () => {
  it('gets an id from its name that nobody has yet', () => {
    expect(freeId(samplePlan(), 'operators', 'Ana Müller')).toBe('ana-muller');
    expect(freeId(samplePlan(), 'operators', 'Zoe')).toBe('zoe-2');
    expect(freeId(samplePlan(), 'skills', 'Zoe')).toBe('zoe');
    expect(freeId(samplePlan(), 'skills', '日本')).toBe('new');
  });

  it('has an id that plans take, whatever it is called', () => {
    for (const name of ['-', '—x—', 'a'.repeat(300), '2 much', 'É', 'x-', '...']) {
      expect(freeId(samplePlan(), 'skills', name)).toMatch(PATTERN);
    }
  });

  it('refers only to what the plan has', () => {
    const plan = samplePlan();
    expect(newElement(plan, 'queues', 'Groups')?.department).toBe('sales');
    expect(newElement(plan, 'departments', 'Groups')?.hours).toBe('day');
    expect(newElement(plan, 'rules', 'Groups')?.queue).toBe('booking');
    expect(newElement(plan, 'operators', 'Nell')?.languages).toEqual([{ language: 'en', level: 5 }]);
  });

  it('of several names at once have ids of their own', () => {
    const made = newElements(samplePlan(), 'skills', ['Sales', 'Sales', 'Fares']);
    expect(made.map(({ id, name }) => `${id} ${name}`)).toEqual(['sales Sales', 'sales-2 Sales', 'fares-2 Fares']);
  });

  it('a person works by day for eight hours at most, from when the first hours open', () => {
    const presence = (from: string, to: string) => {
      const plan = samplePlan();
      const [first] = plan.hours;
      if (first) first.hours.weekly = [{ day: 'MONDAY', from, to }];
      return newElement(plan, 'operators', 'Nell')?.presence;
    };
    expect(presence('07:00', '21:00')?.[0]).toEqual({ day: 'MONDAY', from: '07:00', to: '15:00' });
    expect(presence('10:00', '14:00')?.[0]).toEqual({ day: 'MONDAY', from: '10:00', to: '14:00' });
    expect(presence('20:00', '02:00')?.[0]).toEqual({ day: 'MONDAY', from: '20:00', to: '02:00' });
    expect(presence('07:00', '21:00')?.[4]).toEqual({ day: 'FRIDAY', from: '09:00', to: '17:00' });
  });

  it('is none while the plan lacks what it belongs to', () => {
    const bare = { ...samplePlan(), departments: [], hours: [], queues: [] };
    expect(newElement(bare, 'queues', 'Groups')).toBeUndefined();
    expect(newElement(bare, 'departments', 'Groups')).toBeUndefined();
    expect(newElement(bare, 'rules', 'Groups')).toBeUndefined();
  });

  it('of any kind carries the name it was given', () => {
    const kinds: ListKind[] = ['skills', 'hours', 'departments', 'queues', 'operators', 'doors', 'rules'];
    for (const kind of kinds) expect(newElement(samplePlan(), kind, 'Something')?.name).toBe('Something');
  });
});

describe('names', () => {
  it('of namesakes are shown apart by their ids', () => {
    const plan = samplePlan();
    plan.operators.push(sampleOperator('zoe-2', 'Zoë Farrow', {}));
    expect(labelOf(plan, 'operators', 'zoe')).toBe('Zoë Farrow (zoe)');
    expect(labelOf(plan, 'operators', 'ben')).toBe('Ben Oak');
    expect(labelOf(plan, 'queues', 'gone')).toBe('gone');
  });

  it('of languages come once each, those of the doors first', () => {
    expect(languagesOf(samplePlan())).toEqual(['en', 'de']);
  });
});
