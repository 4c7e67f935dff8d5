import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { Queue, Settings, ShrinkagePart } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { BotSharesEditor } from './BotSharesEditor';
import { PayEditor } from './PayEditor';
import { ShrinkageEditor, shrinkageWords } from './ShrinkageEditor';
import { WorkloadEditor } from './WorkloadEditor';

afterEach(cleanup);

const parts: ShrinkagePart[] = [
  { name: 'Breaks', share: 0.12, days: null, byRoster: true },
  { name: 'Training', share: 0.08, days: ['TUESDAY'], byRoster: false },
];

describe('shrinkage', () => {
  it('adds up on each weekday', () => {
    expect(shrinkageWords(parts)).toBe('12 to 20 % of paid time');
    expect(shrinkageWords([])).toBe('0 % of paid time');
    renderInWorkplace(<ShrinkageEditor value={parts} onChange={() => {}} />, samplePlan());
    expect(screen.getAllByRole('cell').map(({ textContent }) => textContent)).toEqual([
      '12 %',
      '20 %',
      ...Array(5).fill('12 %'),
    ]);
  });

  it('gets another part under a name that is free', () => {
    const changes: ShrinkagePart[][] = [];
    renderInWorkplace(<ShrinkageEditor value={parts} onChange={(value) => changes.push(value)} />, samplePlan());
    fireEvent.click(screen.getByRole('button', { name: 'Add a part' }));
    expect(changes[0]?.[2]).toEqual({ name: 'Absence', share: 0.05, days: null, byRoster: false });
    fireEvent.click(screen.getByRole('button', { name: 'Remove Breaks' }));
    expect(changes[1]).toEqual([parts[1]]);
  });
});

describe('cost and bot', () => {
  it('is not said while it is empty', () => {
    const changes: Settings['pay'][] = [];
    renderInWorkplace(<PayEditor value={null} onChange={(value) => changes.push(value)} />, samplePlan());
    expect(screen.queryByText('Currency')).toBeNull();
    const hour = screen.getByLabelText('A paid hour');
    fireEvent.change(hour, { target: { value: '24.5' } });
    expect(changes.at(-1)).toEqual({ perHour: 24.5, currency: 'EUR' });
  });

  it('takes a topic once', () => {
    const changes: Settings['botShares'][] = [];
    renderInWorkplace(<BotSharesEditor value={[{ topic: 'Fares', share: 0.3 }]} onChange={(value) => changes.push(value)} />, samplePlan());
    const topic = screen.getByRole('combobox', { name: 'Topic left to the bot' });
    const add = screen.getByRole<HTMLButtonElement>('button', { name: 'Add' });
    fireEvent.change(topic, { target: { value: 'Fares' } });
    expect(add.disabled).toBe(true);
    fireEvent.change(topic, { target: { value: 'Lost things' } });
    fireEvent.click(add);
    expect(changes[0]?.[1]).toEqual({ topic: 'Lost things', language: null, share: 0.3, source: null });
  });
});

describe('a workload', () => {
  const workload: Queue['workload'] = { handlingSeconds: 420, patienceSeconds: 180, slowdown: [1, 1.12, 1.3] };

  it('is taken over as measured, with its source and date', async () => {
    const changes: Queue['workload'][] = [];
    renderInWorkplace(
      <WorkloadEditor queueId="fares" value={workload} onChange={(value) => changes.push(value)} />,
      samplePlan(),
      {
        '/workloads': {
          until: '2026-11-26',
          queues: [
            {
              queue: 'fares',
              handlingSeconds: { value: 401.6, standardError: 4, chats: 4100 },
              slowdown: { value: 0.134, standardError: 0.01, chats: 4100 },
              patienceSeconds: null,
            },
          ],
        },
      },
    );
    expect((await screen.findByText('402 ± 8 s')).tagName).toBe('STRONG');
    expect(screen.getByText('13 ± 2 % for each chat more, 1 1.13 1.27')).toBeTruthy();
    expect(screen.getByText('The imported history does not tell it.')).toBeTruthy();
    const from = { said: 'measured over six weeks', asOf: '2026-11-26' };
    fireEvent.click(screen.getByRole('button', { name: 'Take over Handling as measured' }));
    expect(changes[0]).toEqual({ ...workload, handlingSeconds: 402, handlingFrom: from });
    fireEvent.click(screen.getByRole('button', { name: 'Take over Slowdown as measured' }));
    expect(changes[1]).toEqual({ ...workload, slowdown: [1, 1.13, 1.27], slowdownFrom: from });
  });

  it('has no source while nobody has said one', () => {
    const changes: Queue['workload'][] = [];
    renderInWorkplace(
      <WorkloadEditor queueId="fares" value={{ ...workload, patienceFrom: { said: 'x', asOf: '2026-05-01' } }} onChange={(value) => changes.push(value)} />,
      samplePlan(),
      { '/workloads': { until: '2026-11-26', queues: [] } },
    );
    fireEvent.change(screen.getByLabelText('Source of Patience'), { target: { value: '' } });
    expect(changes[0]?.patienceFrom).toBeNull();
    fireEvent.change(screen.getByLabelText('Source of Handling'), { target: { value: 'timed' } });
    expect(changes[1]?.handlingFrom?.said).toBe('timed');
    expect(changes[1]?.handlingFrom?.asOf).toMatch(/^\d{4}-\d\d-\d\d$/);
  });
});
