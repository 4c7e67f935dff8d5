import { describe, expect, it } from 'vitest';
import type { Draft, DraftNews } from './model';
import { withNews } from './plan';

const draft = {
  id: 'p',
  change: 3,
  plan: {
    settings: { name: 'Before' },
    queues: [{ id: 'a', name: 'A' }, { id: 'b', name: 'B' }, { id: 'c', name: 'C' }],
    skills: [{ id: 's', name: 'S' }],
  },
  versions: { 'queues/a': 2 },
} as unknown as Draft;

const news = {
  change: 6,
  elements: [
    { kind: 'queues', id: 'b', version: 2, element: null },
    { kind: 'queues', id: 'd', version: 2, element: { id: 'd', name: 'D' } },
    { kind: 'queues', id: 'a', version: 3, element: { id: 'a', name: 'A again' } },
    { kind: 'settings', id: 'settings', version: 2, element: { name: 'After' } },
  ],
  order: { queues: ['c', 'a', 'd'], settings: ['settings'] },
  live: null,
  changedSinceLive: 0,
  undo: { change: 6, words: 'D: new queue' },
  redo: null,
} as unknown as DraftNews;

describe('a draft with its news', () => {
  it('has what was changed, added, moved and removed', () => {
    const after = withNews(draft, news);
    expect(after.plan.queues.map((queue) => queue.name)).toEqual(['C', 'A again', 'D']);
    expect(after.plan.settings.name).toBe('After');
    expect(after.versions).toMatchObject({ 'queues/a': 3, 'queues/d': 2, 'settings/settings': 2 });
    expect(after).toMatchObject({ change: 6, undo: { change: 6 } });
  });

  it('keeps what did not change as it was, so that nothing of it is drawn anew', () => {
    expect(withNews(draft, news).plan.skills).toBe(draft.plan.skills);
    expect(withNews(draft, news).plan.queues[0]).toBe(draft.plan.queues[2]);
  });

  it('stays as it is where it is newer than the news', () => {
    const newer = { ...draft, change: 7 };
    expect(withNews(newer, news)).toBe(newer);
  });
});
