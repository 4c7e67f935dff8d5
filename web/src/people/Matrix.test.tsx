import { cleanup, createEvent, fireEvent, screen } from '@testing-library/react';
import { useLocation } from 'react-router';
import { afterEach, describe, expect, it } from 'vitest';
import type { LevelEdit } from '../api/people';
import { sampleOperator, samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { Matrix } from './Matrix';

afterEach(cleanup);

describe('the matrix', () => {
  it('says who holds what, at which level, and who is a member of which queue', () => {
    show();
    expect(screen.getByRole('gridcell', { name: 'Zoë Farrow, Fares: 5' }).textContent).toBe('5');
    expect(screen.getByRole('gridcell', { name: 'Zoë Farrow, Freight: none' }).textContent).toBe('');
    expect(screen.getByRole('gridcell', { name: 'member of Fares & booking' })).toBeDefined();
    expect(screen.getByRole('gridcell', { name: 'no member of Fares & booking' })).toBeDefined();
    expect(screen.getByRole('img', { name: /1 at level 5/ })).toBeDefined();
  });

  it('is edited from the keyboard', () => {
    const { edits } = show();
    press('ArrowRight');
    press('3');
    expect(edits.at(-1)).toEqual([{ operator: 'zoe', skill: 'freight', level: 3 }]);
    press('ArrowLeft');
    press('Delete');
    expect(edits.at(-1)).toEqual([{ operator: 'zoe', skill: 'fares', level: 0 }]);
    press('5');
    expect(edits.at(-1)).toEqual([]);
  });

  it('fills a block down that was marked with Shift', () => {
    const { edits } = show();
    press('ArrowDown', { shiftKey: true });
    press('d', { ctrlKey: true });
    expect(edits).toEqual([[{ operator: 'ben', skill: 'fares', level: 5 }]]);
  });

  it('tells whose rows are marked', () => {
    const { picks } = show();
    press('ArrowDown', { shiftKey: true });
    press('ArrowUp');
    expect(picks).toEqual([['zoe', 'ben'], ['zoe']]);
  });

  it('takes a pasted block, and says which cell of another is no level', () => {
    const { edits, wrong } = show();
    paste('1\t2\n3\t4');
    expect(edits[0]).toEqual([
      { operator: 'zoe', skill: 'fares', level: 1 },
      { operator: 'zoe', skill: 'freight', level: 2 },
      { operator: 'ben', skill: 'fares', level: 3 },
      { operator: 'ben', skill: 'freight', level: 4 },
    ]);
    paste('1\tmany');
    expect(wrong).toHaveLength(1);
    expect(wrong[0]).toContain('“many” is no level');
    expect(edits).toHaveLength(1);
  });

  it('shows a level that is on its way as if it were stored', () => {
    show({ pending: new Map([['ben fares', 4]]) });
    expect(screen.getByRole('gridcell', { name: 'Ben Oak, Fares: 4' })).toBeDefined();
  });

  it('changes nothing for those who may only look, and opens the person for all', () => {
    const { edits } = show({ canEdit: false });
    press('3');
    paste('1');
    expect(edits).toEqual([]);
    press('ArrowDown');
    press('Enter');
    expect(screen.getByTestId('address').textContent).toContain('sel=operators%2Fben');
  });

  it('draws only what is in sight of very many people', () => {
    const many = Array.from({ length: 500 }, (_, i) => sampleOperator(`o${i}`, `Operator ${i}`, {}));
    show({ people: many });
    expect(screen.getAllByRole('row').length).toBeLessThan(40);
    expect(screen.getByRole('grid').getAttribute('aria-rowcount')).toBe('501');
  });
});

function show(props: Partial<Parameters<typeof Matrix>[0]> = {}) {
  const plan = samplePlan();
  const edits: LevelEdit[][] = [];
  const wrong: string[] = [];
  const picks: string[][] = [];
  renderInWorkplace(
    <>
      <Matrix
        plan={plan}
        people={plan.operators}
        table={{
          queuesOf: { zoe: ['booking'], ben: [] },
          atOnce: { zoe: [], ben: [] },
          heldAt: { fares: [0, 0, 0, 0, 1], freight: [0, 1, 0, 0, 0] },
          used: 2,
        }}
        pending={new Map()}
        canEdit
        onEdit={(edit) => edits.push(edit)}
        onWrong={(message) => wrong.push(message)}
        onPick={(ids) => picks.push(ids)}
        {...props}
      />
      <Address />
    </>,
    plan,
  );
  return { edits, wrong, picks };
}

function Address() {
  return <span data-testid="address">{useLocation().search}</span>;
}

function press(key: string, keys: { shiftKey?: boolean; ctrlKey?: boolean } = {}) {
  fireEvent.keyDown(screen.getByRole('grid'), { key, ...keys });
}

function paste(text: string) {
  const grid = screen.getByRole('grid');
  const event = createEvent.paste(grid, { clipboardData: { getData: () => text } });
  fireEvent(grid, event);
}
