import { describe, expect, it } from 'vitest';
import { withLevels } from '../api/people';
import { sampleOperator } from '../testing/samplePlan';
import { blockOf, fillDownEdits, fromClipboard, pasteEdits, toClipboard } from './block';

const person = (id: string, levels: Record<string, number>) => sampleOperator(id, id, levels);
const skills = ['fares', 'freight', 'lost'].map((id) => ({ id, name: id }));
const people = [person('ana', { fares: 5 }), person('ben', { freight: 2 }), person('cleo', { fares: 1, lost: 3 })];

describe('a block of levels', () => {
  it('is copied as a spreadsheet takes it', () => {
    const all = blockOf({ row: 2, col: 2 }, { row: 0, col: 0 });
    expect(toClipboard(people, skills, all)).toBe('5\t\t\n\t2\t\n1\t\t3');
  });

  it('comes back as it was copied', () => {
    expect(fromClipboard('5\t\t\r\n\t2\t\r\n')).toEqual({
      levels: [
        [5, 0, 0],
        [0, 2, 0],
      ],
    });
  });

  it('that holds anything but levels is refused by its first such cell', () => {
    expect(fromClipboard('1\t2\n3\tsix')).toEqual({ wrong: 'six' });
    expect(fromClipboard('7')).toEqual({ wrong: '7' });
  });

  it('is written from the cell on, and only where something changes', () => {
    const at = blockOf({ row: 0, col: 0 }, { row: 0, col: 0 });
    expect(pasteEdits(people, skills, at, [[5, 4], [0, 2]])).toEqual([{ operator: 'ana', skill: 'freight', level: 4 }]);
  });

  it('is cut at the edges', () => {
    const corner = blockOf({ row: 2, col: 2 }, { row: 2, col: 2 });
    expect(pasteEdits(people, skills, corner, [[1, 2], [3, 4]])).toEqual([{ operator: 'cleo', skill: 'lost', level: 1 }]);
  });

  it('is filled by a single level', () => {
    const two = blockOf({ row: 0, col: 1 }, { row: 1, col: 1 });
    expect(pasteEdits(people, skills, two, [[2]])).toEqual([{ operator: 'ana', skill: 'freight', level: 2 }]);
  });

  it('is filled down from its first row', () => {
    const two = blockOf({ row: 0, col: 0 }, { row: 2, col: 1 });
    expect(fillDownEdits(people, skills, two)).toEqual([
      { operator: 'ben', skill: 'fares', level: 5 },
      { operator: 'cleo', skill: 'fares', level: 5 },
      { operator: 'ben', skill: 'freight', level: 0 },
    ]);
  });
});

it('levels set for a person keep the order of what they hold', () => {
  const cleo = person('cleo', { fares: 1, lost: 3 });
  const changed = withLevels(cleo, [
    { operator: 'cleo', skill: 'freight', level: 2 },
    { operator: 'cleo', skill: 'fares', level: 0 },
    { operator: 'cleo', skill: 'lost', level: 5 },
  ]);
  expect(changed.skills).toEqual([
    { skill: 'lost', level: 5 },
    { skill: 'freight', level: 2 },
  ]);
});
