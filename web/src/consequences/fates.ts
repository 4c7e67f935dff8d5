import type { Simulated } from '../api/model';

type Interval = NonNullable<Simulated['sides']>['draftIntervals'][number];

/** What becomes of the chats of each half-hour of a week. */
export interface Fates {
  arrived: number[];
  /** Not answered within the target of their queue, whatever became of them. */
  late: number[];
}

/** Sums what was simulated by queue and half-hour; of one queue, or of all. */
export function fates(intervals: Interval[], startsAt: string[], queue: string): Fates {
  const place = new Map(startsAt.map((at, slot) => [Date.parse(at), slot]));
  const arrived = startsAt.map(() => 0);
  const late = startsAt.map(() => 0);
  for (const interval of intervals) {
    const slot = place.get(Date.parse(interval.at));
    if (slot === undefined || (queue && interval.queue !== queue)) continue;
    const came = interval.arrived.mean ?? 0;
    arrived[slot] = (arrived[slot] ?? 0) + came;
    late[slot] = (late[slot] ?? 0) + came * (1 - (interval.answeredInTime.mean ?? 0));
  }
  return { arrived, late };
}

/** The half-hour in which most chats are not answered in time; −1 where none ever is. */
export function worst({ late }: Fates) {
  const most = Math.max(0, ...late);
  return most > 0 ? late.indexOf(most) : -1;
}
