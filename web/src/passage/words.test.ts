import { describe, expect, it } from 'vitest';
import type { QueuePlace } from '../api/model';
import { anHour, doorWords, isBadEnd, standing } from './words';

describe('the words of a place', () => {
  it('round traffic to what can be told apart', () => {
    expect(anHour(0)).toBe('0 an hour');
    expect(anHour(0.01)).toBe('hardly any');
    expect(anHour(3.14)).toBe('3.1 an hour');
    expect(anHour(9.96)).toBe('10 an hour');
    expect(anHour(41.6)).toBe('42 an hour');
  });

  it('say of a closed door that it is closed', () => {
    expect(doorWords({ id: 'site', name: 'Site', perHour: 12, open: true })).toBe('12 an hour');
    expect(doorWords({ id: 'site', name: 'Site', perHour: 12, open: false })).toBe('▪ closed');
  });

  it('call an end bad only once somebody meets it', () => {
    expect(isBadEnd({ id: 'gaveUp', perHour: 1 })).toBe(true);
    expect(isBadEnd({ id: 'gaveUp', perHour: 0.01 })).toBe(false);
    expect(isBadEnd({ id: 'answeredInTime', perHour: 50 })).toBe(false);
  });

  it('say how a queue stands, with a sign beside the colour', () => {
    const say = (part: Partial<QueuePlace>) => standing({ ...QUEUE, ...part }, 'Europe/Dublin');
    expect(say({})).toEqual({ words: '▴ 2 there, 2 needed', tone: 'enough' });
    expect(say({ required: 5, shortOf: 3.26 })).toEqual({ words: '▾ 3.3 short of 5', tone: 'short' });
    expect(say({ waiting: 3 }).words).toBe('▴ 2 there, 2 needed, 3 waiting');
    expect(say({ members: 0 })).toEqual({ words: '▾ nobody can serve it', tone: 'short' });
    expect(say({ open: false, nextChange: '2026-12-01T07:00:00Z' })).toEqual({
      words: '▪ opens Tue 1 Dec, 07:00',
      tone: 'soft',
    });
    expect(say({ open: false, nextChange: null }).words).toBe('▪ opens never');
  });
});

const QUEUE: QueuePlace = {
  id: 'fares',
  name: 'Fares',
  department: 'Sales',
  perHour: 12,
  open: true,
  because: '',
  members: 3,
  eligible: 2,
  required: 2,
  staffed: 2,
  shortOf: 0,
  shared: false,
  answeredInTime: 0.9,
};
