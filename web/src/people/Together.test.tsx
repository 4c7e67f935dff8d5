import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { AddElement } from '../plan/AddElement';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { Together, together } from './Together';

afterEach(cleanup);

describe('several people', () => {
  it('are given the same, and keep what was not set', () => {
    const [zoe] = samplePlan().operators;
    if (!zoe) throw new Error('the sample has people');
    const presence = [{ day: 'MONDAY' as const, from: '08:00', to: '12:00' }];
    expect(together(zoe, { presence, languages: ['en', 'de'] })).toEqual({
      ...zoe,
      presence,
      languages: [
        { language: 'en', level: 5 },
        { language: 'de', level: 4 },
      ],
    });
  });

  it('are saved in one edit, each on its own version', async () => {
    const plan = samplePlan();
    const sent = renderInWorkplace(<Together people={plan.operators} />, plan, { '/draft/edits': { change: 2, version: 2 } });
    expect(screen.getByText('2 people together')).toBeTruthy();
    const save = screen.getByRole('button', { name: 'Save to draft for 2 people' });
    expect(save).toHaveProperty('disabled', true);
    fireEvent.change(screen.getByLabelText('Capacity'), { target: { value: '9' } });
    fireEvent.click(save);
    await waitFor(() => expect(sent.find(({ path }) => path.endsWith('/draft/edits'))).toBeTruthy());
    const { edits } = sent.find(({ path }) => path.endsWith('/draft/edits'))?.body as {
      edits: { kind: string; element: { id: string; capacity: number } }[];
    };
    expect(edits.map(({ kind, element }) => `${kind} ${element.id} ${element.capacity}`)).toEqual(['operators zoe 9', 'operators ben 9']);
  });
});

describe('a week', () => {
  it('is pasted for all of them, as copied from a spreadsheet', async () => {
    const plan = samplePlan();
    const sent = renderInWorkplace(<Together people={plan.operators} />, plan, { '/draft/edits': { change: 2, version: 2 } });
    fireEvent.paste(screen.getByLabelText('Monday'), {
      clipboardData: { getData: () => '8-12; 13-17\t8-12\t\t8-12\t8-12\t\t' },
    });
    expect(screen.getByLabelText<HTMLInputElement>('Monday').value).toBe('08:00–12:00, 13:00–17:00');
    expect(screen.getByLabelText<HTMLInputElement>('Wednesday').value).toBe('');
    fireEvent.click(screen.getByRole('button', { name: 'Save to draft for 2 people' }));
    await waitFor(() => expect(sent.find(({ path }) => path.endsWith('/draft/edits'))).toBeTruthy());
    const { edits } = sent.find(({ path }) => path.endsWith('/draft/edits'))?.body as {
      edits: { element: { presence: { day: string }[] } }[];
    };
    expect(edits.map(({ element }) => element.presence.map(({ day }) => day.slice(0, 2)).join(' '))).toEqual(
      Array(2).fill('MO MO TU TH FR'),
    );
  });
});

describe('what is added', () => {
  it('may be several, a name a line, all or none', async () => {
    const sent = renderInWorkplace(<AddElement kind="operators" what="operator" />, samplePlan(), { '/draft/edits': { change: 2, version: 1 } });
    fireEvent.click(screen.getByRole('button', { name: 'Add an operator' }));
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Ada\n\n Cleo \n' } });
    fireEvent.click(screen.getByRole('button', { name: 'Add all 2' }));
    await waitFor(() => expect(sent.find(({ path }) => path.endsWith('/draft/edits'))).toBeTruthy());
    const { edits } = sent.find(({ path }) => path.endsWith('/draft/edits'))?.body as {
      edits: { version: number; element: { id: string; name: string; presence: unknown[] } }[];
    };
    expect(edits.map(({ version, element }) => `${version} ${element.id} ${element.name} ${element.presence.length}`)).toEqual([
      '0 ada Ada 5',
      '0 cleo Cleo 5',
    ]);
  });
});
