import { expect, it } from 'vitest';
import type { Report, ReportLine } from '../api/model';
import { chatsOf, daysBefore } from './leads';

const report = (by: Report['by']) => ({ by, from: '2026-11-18', until: '2026-12-01' }) as Report;
const line = (key: string, name = key) => ({ key, name }) as ReportLine;
const search = (address: string | null) => Object.fromEntries(new URLSearchParams(address?.split('?')[1]));

it('leads to the chats of a line, within what limits the report', () => {
  const asked = new URLSearchParams('by=OPERATOR&door=booking-site&within=20');
  expect(search(chatsOf(report('OPERATOR'), line('ana-r'), asked, { outcome: 'gave-up' }))).toEqual({
    from: '2026-11-18',
    until: '2026-12-01',
    door: 'booking-site',
    operator: 'ana-r',
    outcome: 'gave-up',
  });
  expect(search(chatsOf(report('DAY'), line('2026-11-20'), new URLSearchParams()))).toEqual({ from: '2026-11-20', until: '2026-11-20' });
});

it('leads to chats whose topic is not known or that bear no label, but not to those of no queue', () => {
  expect(search(chatsOf(report('LABEL'), line('', 'none'), new URLSearchParams()))).toHaveProperty('label', '');
  expect(search(chatsOf(report('TOPIC'), line('', 'not known'), new URLSearchParams()))).toHaveProperty('topic', '');
  expect(chatsOf(report('QUEUE'), line('', 'did not wait'), new URLSearchParams())).toBeNull();
  expect(search(chatsOf(report('TOPIC'), line('', 'All'), new URLSearchParams()))).not.toHaveProperty('topic');
});

it('finds the days before that are as many', () => {
  expect(daysBefore({ from: '2026-11-18', until: '2026-12-01' })).toEqual({ from: '2026-11-04', until: '2026-11-17' });
  expect(daysBefore({ from: '2026-03-01', until: '2026-03-01' })).toEqual({ from: '2026-02-28', until: '2026-02-28' });
});
