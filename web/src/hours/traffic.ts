import type { Plan, Week } from '../api/model';
import { toLocal } from '../time/time';
import { SLOTS } from './paint';

/** What a half-hour of the week has to do with some hours. */
export interface Traffic {
  /** Chats expected in it. */
  chats: number;
  /** Operators who answer, after shrinkage. */
  present: number;
}

/**
 * The picked week's chats and operators by day and half-hour of the hours' own zone: of the queues whose department keeps the
 * hours, of all where none does.
 */
export function trafficOf(plan: Plan, week: Week, hours: string, timeZone: string): Traffic[][] {
  const kept = new Set(plan.departments.filter((department) => department.hours === hours).map(({ id }) => id));
  const queues = plan.queues.filter((queue) => kept.has(queue.department)).map(({ id }) => id);
  const counted = week.queues.filter((queue) => queues.length === 0 || queues.includes(queue.id));
  const traffic = Array.from({ length: 7 }, () => Array.from({ length: SLOTS }, () => ({ chats: 0, present: 0 })));
  week.startsAt.forEach((start, i) => {
    const local = toLocal(start, timeZone);
    const day = (new Date(`${local.slice(0, 10)}T00:00:00Z`).getUTCDay() + 6) % 7;
    const slot = Number(local.slice(11, 13)) * 2 + (Number(local.slice(14, 16)) >= 30 ? 1 : 0);
    const cell = traffic[day]?.[slot];
    if (!cell) return;
    cell.chats += counted.reduce((sum, queue) => sum + (queue.chats[i] ?? 0), 0);
    cell.present = Math.max(cell.present, week.available[i] ?? 0);
  });
  return traffic;
}
