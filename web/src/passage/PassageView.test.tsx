import { cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { Passage, Week } from '../api/model';
import { samplePlan } from '../testing/samplePlan';
import { renderInWorkplace } from '../testing/workplace';
import { PassageView } from './PassageView';

afterEach(cleanup);

const passage: Passage = {
  at: '2026-12-01T10:00:00Z',
  doors: [{ id: 'site', name: 'Site', perHour: 20, open: true, because: null }],
  bots: [],
  queues: [],
  ends: [{ id: 'answeredInTime', perHour: 20 }],
  toBots: [],
  toQueues: [],
  botToQueues: [],
  toEnds: [],
};

const week = { timeZone: 'Europe/Dublin', monday: '2026-11-30', chats: [20], startsAt: [passage.at] } as unknown as Week;

describe('Passage by simulation', () => {
  it('is drawn from simulated chats, and says from how many weeks', async () => {
    const sent = renderInWorkplace(
      <PassageView />,
      samplePlan(),
      { '/simulated/passage': { replications: 10, ended: true, failure: null, passage } },
      { address: '/passage?source=simulated', week },
    );
    expect(await screen.findByText('Draft: by the whole design, 10 simulated weeks')).toBeTruthy();
    expect(sent.map(({ path }) => path)).toContain('/plans/p/simulated/passage?at=2026-12-01T10%3A00%3A00Z');
    expect(sent.map(({ path }) => path).filter((path) => path.startsWith('/plans/p/passage'))).toEqual([]);
  });

  it('says why it could not be simulated', async () => {
    renderInWorkplace(
      <PassageView />,
      samplePlan(),
      { '/simulated/passage': { replications: 0, ended: true, failure: 'too few people', passage: null } },
      { address: '/passage?source=simulated', week },
    );
    expect(await screen.findByText('Draft: it could not be simulated: too few people')).toBeTruthy();
  });
});
