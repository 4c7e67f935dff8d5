import type { Operator, Plan } from '../api/model';
import type { LevelEdit } from '../api/people';

/** A cell of the matrix by its row among the people and its column among the skills. */
export interface Cell {
  row: number;
  col: number;
}

/** A block of cells between two corners, both in it. */
export interface Block {
  top: number;
  left: number;
  bottom: number;
  right: number;
}

export function blockOf(a: Cell, b: Cell): Block {
  return {
    top: Math.min(a.row, b.row),
    left: Math.min(a.col, b.col),
    bottom: Math.max(a.row, b.row),
    right: Math.max(a.col, b.col),
  };
}

export const isIn = (block: Block, { row, col }: Cell) =>
  row >= block.top && row <= block.bottom && col >= block.left && col <= block.right;

export function levelOf(operator: Operator, skill: string) {
  return operator.skills.find((held) => held.skill === skill)?.level ?? 0;
}

/** The levels of a block, as a spreadsheet takes them: tabs between cells, a line a row, nothing for no skill. */
export function toClipboard(people: Operator[], skills: Plan['skills'], block: Block) {
  return people
    .slice(block.top, block.bottom + 1)
    .map((operator) =>
      skills
        .slice(block.left, block.right + 1)
        .map((skill) => levelOf(operator, skill.id) || '')
        .join('\t'),
    )
    .join('\n');
}

/** What a pasted text holds: levels by row and column, or the first cell that is none. */
export function fromClipboard(text: string): { levels: number[][] } | { wrong: string } {
  const lines = text.replace(/\r\n?/g, '\n').replace(/\n$/, '').split('\n');
  const levels: number[][] = [];
  for (const line of lines) {
    const row: number[] = [];
    for (const cell of line.split('\t')) {
      const value = cell.trim();
      if (!/^[0-5]?$/.test(value)) return { wrong: value };
      row.push(Number(value));
    }
    levels.push(row);
  }
  return { levels };
}

/** The edits that write levels from a cell on; a single level fills the whole block. Cells beyond the edge are left out. */
export function pasteEdits(
  people: Operator[],
  skills: Plan['skills'],
  block: Block,
  levels: number[][],
): LevelEdit[] {
  const single = levels.length === 1 && levels[0]?.length === 1;
  const rows = single ? block.bottom - block.top + 1 : levels.length;
  const edits: LevelEdit[] = [];
  for (let r = 0; r < rows; r++) {
    const columns = single ? block.right - block.left + 1 : (levels[r]?.length ?? 0);
    for (let c = 0; c < columns; c++) {
      const level = single ? levels[0]?.[0] : levels[r]?.[c];
      push(edits, people[block.top + r], skills[block.left + c], level);
    }
  }
  return edits;
}

/** The edits that give every row of a block the levels of its first. */
export function fillDownEdits(people: Operator[], skills: Plan['skills'], block: Block): LevelEdit[] {
  const edits: LevelEdit[] = [];
  for (let col = block.left; col <= block.right; col++) {
    const skill = skills[col];
    const first = people[block.top];
    if (!skill || !first) continue;
    for (let row = block.top + 1; row <= block.bottom; row++) push(edits, people[row], skill, levelOf(first, skill.id));
  }
  return edits;
}

/** Adds an edit unless it would change nothing or lies beyond the edge. */
function push(
  edits: LevelEdit[],
  operator: Operator | undefined,
  skill: Plan['skills'][number] | undefined,
  level: number | undefined,
) {
  if (operator && skill && level !== undefined && levelOf(operator, skill.id) !== level) {
    edits.push({ operator: operator.id, skill: skill.id, level });
  }
}
