import type { ChatOutcomes, Uncertain } from '../api/model';

const nothing: Uncertain = { mean: 0, halfWidth95: 0 };
const NAMES = [
  'arrived',
  'answered',
  'answeredInTime',
  'gaveUp',
  'turnedAway',
  'leftMessage',
  'askedCallBack',
  'finishedByBot',
  'endedByLadder',
  'endedAtClosing',
  'unfinished',
  'meanWaitSeconds',
  'medianWaitSeconds',
  'wait95Seconds',
  'occupancy',
  'meanChatsPerOperator',
] as const;

/** Figures of simulated chats: nothing but those given. */
export function outcomes(some: Partial<ChatOutcomes>): ChatOutcomes {
  return { ...(Object.fromEntries(NAMES.map((name) => [name, nothing])) as unknown as ChatOutcomes), ...some };
}
