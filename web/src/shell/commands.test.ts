import { describe, expect, it, vi } from 'vitest';
import { samplePlan } from '../testing/samplePlan';
import { type Command, elementCommands, matching, settingCommands } from './commands';

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

describe('settings', () => {
  const open = vi.fn();
  const commands = [...elementCommands(samplePlan(), open), ...settingCommands(samplePlan(), open)];
  const found = (typed: string) => matching(commands, typed, 5).map((command) => command.name);

  it('are found by a few letters of the setting and of its element', () => {
    expect(found('we fa')[0]).toBe('Weight of a chat: Fares & booking');
    expect(found('shrink')).toEqual(['Shrinkage: the plan']);
    expect(found('holiday').length).toBeGreaterThan(0);
  });

  it('come after the element itself', () => {
    expect(found('fares')[0]).toBe('Fares & booking');
  });

  it('are opened where they stand', () => {
    matching(commands, 'we fa', 1)[0]?.run();
    expect(open).toHaveBeenCalledWith('queues', 'booking', 'Weight of a chat');
  });
});
