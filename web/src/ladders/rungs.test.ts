import { describe, expect, it } from 'vitest';
import { samplePlan } from '../testing/samplePlan';
import { actionWords, inOrder, newAction, PRESETS, shareAt, silenceWords } from './rungs';

const plan = samplePlan();
const queue = plan.queues[0]!;

describe('rungs', () => {
  it('reads a share between two steps off the straight line', () => {
    expect(shareAt([1, 0.5, 0.2], 10, 5)).toBeCloseTo(0.75);
    expect(shareAt([1, 0.5, 0.2], 10, 20)).toBeCloseTo(0.2);
    expect(shareAt([1, 0.5, 0.2], 10, 900)).toBeCloseTo(0.2);
  });

  it('says what a rung does', () => {
    expect(actionWords(plan, { kind: 'lower-level', skill: 'fares', by: 2 })).toBe('Fares 2 lower');
    expect(actionWords(plan, { kind: 'say', text: { de: 'Gleich', en: 'Soon' } })).toBe('“Soon”');
  });

  it('offers only what the plan can do', () => {
    expect(newAction(plan, queue, 'move-to')).toBeUndefined();
    for (const preset of PRESETS) {
      const ladder = preset.ladder(plan, queue);
      expect(ladder.length).toBeGreaterThan(1);
      expect(inOrder(ladder)).toEqual(ladder);
    }
  });

  it('tells the longest silence', () => {
    expect(silenceWords({ seconds: 0, from: 0, lastHeard: null })).toContain('never reads a word');
    expect(silenceWords({ seconds: 75, from: 45, lastHeard: 120, end: null })).toBe(
      'Longest without a word: 1:15, from 0:45 to 2:00. After 2:00 nothing more, however long it takes.',
    );
    expect(silenceWords({ seconds: 75, from: 45, lastHeard: 120, end: 120 })).toMatch(/ends after 2:00\.$/);
  });
});
