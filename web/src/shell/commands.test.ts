import { describe, expect, it, vi } from 'vitest';
import { samplePlan } from '../testing/samplePlan';
import { type Command, elementCommands, matching } from './commands';

describe('the palette', () => {
  const open = vi.fn();
  const commands: Command[] = [
    { key: 'people', name: 'People', what: 'view', run: () => undefined },
    ...elementCommands(samplePlan(), open),
  ];
  const found = (typed: string, most = 10) => matching(commands, typed, most).map((command) => command.name);

  it('finds by the beginning of a name before its middle', () => {
    expect(found('fa')).toEqual(['Fares & booking', 'Fares', 'Zoë Farrow']);
  });

  it('finds by kind and by several words, in any order', () => {
    expect(found('queue fares')).toEqual(['Fares & booking']);
    expect(found('skill')).toEqual(['Fares', 'Freight']);
  });

  it('passes over accents and capitals', () => {
    expect(found('ZOE')).toEqual(['Zoë Farrow']);
  });

  it('finds nothing where nothing is', () => {
    expect(found('xyz')).toEqual([]);
  });

  it('offers everything before anything is typed, as far as there is room', () => {
    expect(found('', 3)).toHaveLength(3);
  });

  it('opens what was picked', () => {
    matching(commands, 'zoe', 1)[0]?.run();
    expect(open).toHaveBeenCalledWith('operators', 'zoe');
  });
});
