import { expect, it } from 'vitest';
import { views } from '../shell/views';
import { shortcutsOf } from './Shortcuts';

it('the keys of the view at hand come first, then those that hold everywhere', () => {
  expect(shortcutsOf('/hours').slice(0, 2).map(({ where }) => where)).toEqual(['Hours', 'Everywhere']);
  expect(shortcutsOf('/findings')[0]?.where).toBe('Everywhere');
});

it('every list belongs to a view that there is, under its name', () => {
  for (const { where, path } of shortcutsOf('/')) {
    if (path) expect(views.find((view) => view.path === path)?.name).toBe(where);
  }
});

it('none is listed twice', () => {
  const all = shortcutsOf('/people').map(({ where }) => where);
  expect(new Set(all).size).toBe(all.length);
});
