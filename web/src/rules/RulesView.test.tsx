import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { RuleShares, RulesAnalysis } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { RulesView } from './RulesView';

afterEach(cleanup);

const plan = samplePlan();
plan.rules = [
  { id: 'german', name: 'German', conditions: [{ kind: 'language', languages: ['de'] }], queue: 'booking', needs: [], said: {} },
  { id: 'austrian', name: 'Austrian', conditions: [{ kind: 'language', languages: ['de-AT'] }], queue: 'booking', needs: [], said: {} },
  ...plan.rules,
];
const example = { words: 'in en at Site', door: 'site', language: 'en', page: null, answers: {} };
const analysis: RulesAnalysis = {
  tooVaried: null,
  dead: [{ rule: 'austrian', covering: ['german'] }],
  overlaps: [],
  rest: example,
};
const shares: RuleShares = {
  from: '2026-11-01',
  to: '2026-11-28',
  chats: 200,
  unknown: 0,
  rules: [{ rule: 'german', chats: 50, share: 0.25, example: 'in de at Site' }],
  moved: [{ from: 'booking', to: 'booking', chats: 20, share: 0.1 }],
};

function view() {
  return renderInWorkplace(<RulesView />, plan, {
    '/findings': [],
    '/rules/analysis': analysis,
    '/rules/shares': shares,
    '/trials': { outcome: 'waits', queue: 'booking', operator: null, steps: [{ step: 'rule', result: 'matched', because: '', about: 'german' }] },
  });
}

const row = (id: string) => document.querySelector<HTMLElement>(`tr[data-row="${id}"]`);

describe('the table of rules', () => {
  it('marks what never matches and what takes the chat that is tried', async () => {
    view();
    await waitFor(() => expect(row('austrian')?.textContent).toContain('✕ never, by 1'));
    await waitFor(() => expect(row('german')?.textContent).toContain('← takes it'));
    expect(row('rest')?.textContent).toContain('everything else');
    expect(screen.getByText(/No chat reaches rule 2, Austrian/)).toBeTruthy();
  });

  it('shows what real chats do', async () => {
    view();
    await waitFor(() => expect(row('german')?.textContent).toContain('25.0 %'));
    expect(screen.getByText('10.0 % of these chats go elsewhere')).toBeTruthy();
  });

  it('stores a name that is changed where it stands', async () => {
    const sent = view();
    const name = screen.getByLabelText('Name of rule 1');
    fireEvent.change(name, { target: { value: 'German speakers' } });
    fireEvent.blur(name);
    await waitFor(() =>
      expect(sent.find(({ method }) => method === 'PUT')).toMatchObject({
        path: '/plans/p/draft/rules/german',
        body: { version: 1, element: { id: 'german', name: 'German speakers' } },
      }),
    );
  });

  it('moves a row by keys, but never the last', async () => {
    const sent = view();
    fireEvent.keyDown(screen.getByRole('button', { name: 'Rule 2, Austrian' }), { key: 'ArrowUp', altKey: true });
    await waitFor(() =>
      expect(sent.find(({ path }) => path.endsWith('/move'))).toMatchObject({
        path: '/plans/p/draft/rules/austrian/move',
        body: { before: 'german' },
      }),
    );
    fireEvent.keyDown(screen.getByRole('button', { name: 'Rule 3, Everything else' }), { key: 'ArrowUp', altKey: true });
    expect(sent.filter(({ path }) => path.endsWith('/move'))).toHaveLength(1);
  });
});
