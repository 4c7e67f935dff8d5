import { describe, expect, it } from 'vitest';
import type { Condition } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { ASPECT_KINDS, ASPECTS, aspectOf, aspectsIn, asking, newCondition, shortly, turned, whatRulesLookAt } from './conditions';

const plan = samplePlan();
const german: Condition = { kind: 'language', languages: ['de', 'fr'] };

describe('conditions', () => {
  it('stand in the column of what they look at, turned round or not', () => {
    expect(aspectOf(german)).toBe('language');
    expect(aspectOf(turned(german))).toBe('language');
    expect(turned(turned(german))).toEqual(german);
    expect(asking(turned(german), { kind: 'topic', topics: ['x'] })).toEqual({ kind: 'not', condition: { kind: 'topic', topics: ['x'] } });
  });

  it('are said in few words', () => {
    expect(shortly(plan, turned(german))).toBe('not de or fr');
    expect(shortly(plan, { kind: 'arrives-within', windows: [{ day: 'FRIDAY', from: '18:00', to: '22:00' }] })).toBe('Fri 18:00–22:00');
    expect(shortly(plan, { kind: 'chats-wait', queue: 'booking', chats: 4 })).toBe('≥ 4 in Fares & booking');
  });

  it('of every kind belong to one column', () => {
    const kinds = ASPECTS.flatMap((aspect) => ASPECT_KINDS[aspect]);
    expect(new Set(kinds).size).toBe(kinds.length);
  });

  it('start from what the plan has', () => {
    expect(newCondition(plan, 'answer')).toBeUndefined(); // no door asks anything
    expect(newCondition(plan, 'department-open')).toEqual({ kind: 'department-open', departments: ['sales'] });
  });

  it('show their columns once a rule uses them', () => {
    const rules = [{ ...plan.rules[0]!, conditions: [turned(german), { kind: 'fact', key: 'tier', values: ['gold'] } as Condition] }];
    expect(aspectsIn({ ...plan, rules })).toEqual(['door', 'language', 'visitor']);
    expect(whatRulesLookAt({ ...plan, rules })).toEqual({ visitor: false, topic: false, facts: ['tier'] });
  });
});
