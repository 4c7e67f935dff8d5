import type { Plan, Queue, Rung, RungAction } from '../api/model';
import { inFirstOf } from '../ui/localText';
import { labelOf, languagesOf } from '../plan/names';
import { formatSeconds } from '../time/time';

export const ACTION_NAMES: Record<RungAction['kind'], string> = {
  say: 'Say something',
  'lower-level': 'Ask for less of a skill',
  'add-operators': 'Ask more operators',
  'add-members-of': 'Ask another queue’s members',
  'raise-priority': 'Raise the priority',
  'offer-bot': 'Offer the bot',
  'offer-call-back': 'Offer a call back',
  'offer-message': 'Offer the message form',
  'move-to': 'Move to a queue',
  end: 'End the chat',
};

/** The signs of the time axis: what the visitor reads, what widens the choice of operators, what leaves the ladder. */
export function signOf({ kind }: RungAction) {
  switch (kind) {
    case 'say':
      return '“';
    case 'offer-bot':
    case 'offer-call-back':
    case 'offer-message':
      return '?';
    case 'move-to':
      return '→';
    case 'end':
      return '■';
    case 'raise-priority':
      return '↑';
    default:
      return '+';
  }
}

/** What a rung does, in few words. */
export function actionWords(plan: Plan, action: RungAction): string {
  switch (action.kind) {
    case 'say':
      return `“${inFirstOf(action.text, languagesOf(plan))}”`;
    case 'lower-level':
      return `${labelOf(plan, 'skills', action.skill)} ${action.by} lower`;
    case 'add-operators':
      return `also ${action.operators.map((id) => labelOf(plan, 'operators', id)).join(', ')}`;
    case 'add-members-of':
      return `also members of ${labelOf(plan, 'queues', action.queue)}`;
    case 'raise-priority':
      return `priority ${action.by} higher`;
    case 'move-to':
      return `to ${labelOf(plan, 'queues', action.queue)}`;
    case 'offer-bot':
      return 'offer the bot';
    case 'offer-call-back':
      return 'offer a call back';
    case 'offer-message':
      return 'offer the form';
    case 'end':
      return 'end the chat';
  }
}

/** An action to start from; undefined if the plan has nothing that it could use. */
export function newAction(plan: Plan, queue: Queue, kind: RungAction['kind']): RungAction | undefined {
  const other = plan.queues.find((one) => one.id !== queue.id);
  const language = languagesOf(plan)[0] ?? 'en';
  switch (kind) {
    case 'say':
      return { kind, text: { [language]: 'Thank you for waiting.' } };
    case 'lower-level': {
      const skill = queue.needs[0]?.skill ?? plan.skills[0]?.id;
      return skill === undefined ? undefined : { kind, skill, by: 1 };
    }
    case 'add-operators':
      return plan.operators[0] && { kind, operators: [plan.operators[0].id] };
    case 'add-members-of':
    case 'move-to':
      return other && { kind, queue: other.id };
    case 'raise-priority':
      return { kind, by: 1 };
    case 'end':
      return { kind, text: {} };
    default:
      return { kind };
  }
}

export interface Preset {
  name: string;
  about: string;
  ladder: (plan: Plan, queue: Queue) => Rung[];
}

/** Ladders to start from. */
export const PRESETS: Preset[] = [
  {
    name: 'Reassure',
    about: 'says something twice, then offers the form',
    ladder: (plan, queue) => rungs(plan, queue, [[45, 'say'], [120, 'say'], [240, 'offer-message']]),
  },
  {
    name: 'Widen',
    about: 'asks more and more people',
    ladder: (plan, queue) =>
      rungs(plan, queue, [[30, 'raise-priority'], [60, 'lower-level'], [120, 'add-members-of'], [180, 'say']]),
  },
  {
    name: 'Way out',
    about: 'offers the bot, a call back, the form, and ends',
    ladder: (plan, queue) =>
      rungs(plan, queue, [[30, 'offer-bot'], [90, 'offer-call-back'], [150, 'offer-message'], [300, 'end']]),
  },
];

function rungs(plan: Plan, queue: Queue, wanted: [number, RungAction['kind']][]): Rung[] {
  return wanted.flatMap(([seconds, kind]) => {
    const action = newAction(plan, queue, kind);
    return action ? [{ seconds, action }] : [];
  });
}

/** A share at a time, read off the shares that were sent for equal steps. */
export function shareAt(shares: number[], stepSeconds: number, seconds: number): number {
  const place = Math.max(0, seconds / stepSeconds);
  const before = Math.min(Math.floor(place), shares.length - 1);
  const from = shares[before] ?? 0;
  const to = shares[Math.min(before + 1, shares.length - 1)] ?? from;
  return from + (to - from) * (place - before);
}

/** A ladder in the order in which its rungs happen. */
export function inOrder(ladder: Rung[]): Rung[] {
  return [...ladder].sort((a, b) => a.seconds - b.seconds);
}

interface Silence {
  seconds: number;
  from: number;
  lastHeard?: number | null | undefined;
  end?: number | null | undefined;
}

/** The longest a visitor can go without reading anything, in words. */
export function silenceWords({ seconds, from, lastHeard, end }: Silence): string {
  if (lastHeard == null) return 'Who waits never reads a word, however long it takes.';
  const longest = `Longest without a word: ${formatSeconds(seconds)}, from ${formatSeconds(from)} to ${formatSeconds(from + seconds)}.`;
  return end == null
    ? `${longest} After ${formatSeconds(lastHeard)} nothing more, however long it takes.`
    : `${longest} The chat ends after ${formatSeconds(end)}.`;
}
