import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Condition } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { ConditionEditor } from './ConditionEditor';

afterEach(cleanup);

const plan = samplePlan();

function edit(value: Condition[], aspect?: 'language') {
  const changed = vi.fn<(value: Condition[]) => void>();
  render(<ConditionEditor plan={plan} value={value} onChange={changed} {...(aspect ? { aspect } : {})} />);
  return changed;
}

describe('conditions', () => {
  it('are turned round and back where they stand', () => {
    const topic: Condition = { kind: 'topic', topics: ['refund'] };
    const changed = edit([topic]);
    fireEvent.click(screen.getByRole('checkbox', { name: 'not' }));
    expect(changed).toHaveBeenLastCalledWith([{ kind: 'not', condition: topic }]);
    cleanup();
    const back = edit([{ kind: 'not', condition: topic }]);
    expect(screen.getByRole<HTMLInputElement>('checkbox', { name: 'not' }).checked).toBe(true);
    fireEvent.click(screen.getByRole('checkbox', { name: 'not' }));
    expect(back).toHaveBeenLastCalledWith([topic]);
  });

  it('are removed one by one', () => {
    const changed = edit([
      { kind: 'topic', topics: ['refund'] },
      { kind: 'chats-wait', queue: 'booking', chats: 3 },
    ]);
    fireEvent.click(screen.getByRole('button', { name: 'Remove condition 1' }));
    expect(changed).toHaveBeenLastCalledWith([{ kind: 'chats-wait', queue: 'booking', chats: 3 }]);
  });

  it('keep their limits as numbers', () => {
    const changed = edit([{ kind: 'not', condition: { kind: 'longest-waits', queue: 'booking', seconds: 60 } }]);
    fireEvent.change(screen.getByLabelText('Seconds waited'), { target: { value: '90' } });
    expect(changed).toHaveBeenLastCalledWith([
      { kind: 'not', condition: { kind: 'longest-waits', queue: 'booking', seconds: 90 } },
    ]);
  });

  it('take a fact by its key', () => {
    const changed = edit([{ kind: 'fact', key: 'tier', values: ['gold'] }]);
    fireEvent.change(screen.getByLabelText('Fact'), { target: { value: 'level' } });
    expect(changed).toHaveBeenLastCalledWith([{ kind: 'fact', key: 'level', values: ['gold'] }]);
  });

  it('of one aspect offer only what belongs to it', () => {
    const changed = edit([], 'language');
    fireEvent.mouseDown(screen.getByLabelText('Add a condition'));
    const list = document.querySelector<HTMLElement>('.ant-select-dropdown');
    const options = within(list!).getAllByTitle(/./);
    expect(options.map((option) => option.title)).toEqual(['Language is']);
    fireEvent.click(options[0]!);
    expect(changed).toHaveBeenLastCalledWith([{ kind: 'language', languages: ['en'] }]);
  });
});
