import { expect, it } from 'vitest';

/** What each room may use besides itself; every other folder is a view, or the frame around them. */
const ROOMS: Record<string, string[]> = {
  time: [],
  theme: [],
  api: ['time', 'widget'],
  ui: ['api', 'time', 'theme'],
  margin: ['api', 'time', 'ui'],
  places: ['api', 'time', 'ui', 'margin', 'widget'],
  plan: ['api', 'time', 'theme', 'ui'],
  settings: ['api', 'time', 'theme', 'ui', 'plan', 'widget'],
  canned: ['api', 'time', 'ui', 'plan'],
};
const VIEW = [...Object.keys(ROOMS), 'widget'];
/** The frame knows the views, and what is around everything. */
const FRAME = ['shell', 'main.tsx'];

/** Every source by its path from here. */
const SOURCES = import.meta.glob<string>('../**/*.{ts,tsx}', { query: '?raw', import: 'default', eager: true });

/** The first folder of a path below src; of what lies outside it, the name there. */
function roomOf(path: string[]) {
  return (path[0] === '..' ? path[1] : path[0]) ?? '';
}

/** Where a relative import leads, from src on. */
function resolved(from: string[], target: string) {
  const path = from.slice(0, -1);
  for (const step of target.split('/')) {
    if (step === '..' && path.length > 0 && path.at(-1) !== '..') path.pop();
    else if (step !== '.') path.push(step);
  }
  return path;
}

it('views use rooms, rooms use those below them, and no view uses another', () => {
  const wrong: string[] = [];
  for (const [file, source] of Object.entries(SOURCES)) {
    const path = file.split('/').slice(1);
    const from = roomOf(path);
    if (FRAME.includes(from) || from === 'testing' || /\.test\.tsx?$/.test(file)) continue;
    const allowed = ROOMS[from] ?? VIEW;
    for (const [, target = ''] of source.matchAll(/(?:from|import|import\() ?'(\.{1,2}\/[^']+)'/g)) {
      const to = roomOf(resolved(path, target));
      if (to !== from && !allowed.includes(to)) wrong.push(`${file} uses ${to}`);
    }
  }
  expect(Object.keys(SOURCES).length).toBeGreaterThan(100);
  expect(wrong).toEqual([]);
});
