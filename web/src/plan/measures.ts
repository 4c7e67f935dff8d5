import type { ChatOutcomes, GroupOutcomes, Uncertain } from '../api/model';
import { formatPeople, formatSeconds, formatShare } from '../time/time';

/** A figure of simulated chats. */
export interface Measure<Figures = ChatOutcomes> extends Shown {
  name: string;
  of: (figures: Figures) => Uncertain;
}

/** How a figure is shown and judged. */
interface Shown {
  show: (value: number) => string;
  /** A difference of two, without its sign: shares differ by points, not by per cent. */
  showBy: (value: number) => string;
  /** Null where neither is better. */
  lessIsBetter: boolean | null;
}

const count = (value: number) => value.toFixed(0);
const MANY_HOURS = 100;
/** Of many hours a tenth says nothing. */
const hours = (value: number) => (value < MANY_HOURS ? formatPeople(value) : count(value));
const chats = (value: number) => value.toFixed(2);
const share = (value: number) => formatShare(value);
const points = (value: number) => `${(100 * value).toFixed(1)} pts`;

type Sort = Pick<Shown, 'show' | 'showBy'>;
const SHARE: Sort = { show: share, showBy: points };
const SECONDS: Sort = { show: formatSeconds, showBy: formatSeconds };

const ARRIVED: Measure<GroupOutcomes> = { name: 'Chats', of: (f) => f.arrived, show: count, showBy: count, lessIsBetter: null };
const IN_TIME: Measure<GroupOutcomes> = { name: 'Answered in time', of: (f) => f.answeredInTime, ...SHARE, lessIsBetter: false };
const GAVE_UP: Measure<GroupOutcomes> = { name: 'Gave up waiting', of: (f) => f.gaveUp, ...SHARE, lessIsBetter: true };
const MEAN_WAIT: Measure<GroupOutcomes> = { name: 'Mean wait', of: (f) => f.meanWaitSeconds, ...SECONDS, lessIsBetter: true };

/** What is known of chats that have something else in common than their queue. */
export const GROUP_MEASURES = [ARRIVED, IN_TIME, GAVE_UP, MEAN_WAIT];

export const MEASURES: Measure[] = [
  ARRIVED,
  IN_TIME,
  GAVE_UP,
  { name: 'Median wait', of: (f) => f.medianWaitSeconds, ...SECONDS, lessIsBetter: true },
  { name: '95 of 100 wait at most', of: (f) => f.wait95Seconds, ...SECONDS, lessIsBetter: true },
  MEAN_WAIT,
  { name: 'Finished by the bot', of: (f) => f.finishedByBot, ...SHARE, lessIsBetter: null },
  { name: 'Left a message', of: (f) => f.leftMessage, ...SHARE, lessIsBetter: null },
  { name: 'Asked for a call back', of: (f) => f.askedCallBack, ...SHARE, lessIsBetter: null },
  { name: 'Turned away', of: (f) => f.turnedAway, ...SHARE, lessIsBetter: true },
  { name: 'Ended by a rung', of: (f) => f.endedByLadder, ...SHARE, lessIsBetter: true },
  { name: 'Ended at closing', of: (f) => f.endedAtClosing, ...SHARE, lessIsBetter: true },
  { name: 'Places in use', of: (f) => f.occupancy, ...SHARE, lessIsBetter: null },
  { name: 'Chats an operator holds', of: (f) => f.meanChatsPerOperator, show: chats, showBy: chats, lessIsBetter: null },
];

/** Operator-hours with a chat, and those by which people are too few. */
export const HOURS_USED: Shown = { show: count, showBy: count, lessIsBetter: null };
export const HOURS_SHORT: Shown = { show: hours, showBy: hours, lessIsBetter: true };

/** What a change is to its reader. */
export type Verdict = 'none' | 'unsure' | 'better' | 'worse' | 'other';

/** What a difference says: nothing where chance may have made it, or where it is too small to be shown. */
export function verdict(measure: Shown, difference: Uncertain): Verdict {
  const { mean, halfWidth95 } = difference;
  if (mean == null || measure.showBy(Math.abs(mean)) === measure.showBy(0)) return 'none';
  if (halfWidth95 == null || Math.abs(mean) <= halfWidth95) return 'unsure';
  if (measure.lessIsBetter === null) return 'other';
  return mean < 0 === measure.lessIsBetter ? 'better' : 'worse';
}
