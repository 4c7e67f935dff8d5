import type { Condition, Plan, WeeklyWindow } from '../api/model';
import { inFirstOf } from '../ui/localText';
import { labelOf, languagesOf } from './names';

export type Kind = Condition['kind'];
/** A condition that is not turned round. */
export type Asked = Exclude<Condition, { kind: 'not' }>;

/** What the columns of the rule table are about. */
export const ASPECTS = ['door', 'language', 'page', 'answers', 'visitor', 'moment', 'load'] as const;
export type Aspect = (typeof ASPECTS)[number];

export const ASPECT_NAMES: Record<Aspect, string> = {
  door: 'Door',
  language: 'Language',
  page: 'Page',
  answers: 'Answers',
  visitor: 'Visitor',
  moment: 'When',
  load: 'Load',
};

export const ASPECT_KINDS: Record<Aspect, Asked['kind'][]> = {
  door: ['door'],
  language: ['language'],
  page: ['page'],
  answers: ['answer', 'answer-contains', 'answer-number', 'answered'],
  visitor: ['visitor', 'fact', 'topic'],
  moment: ['department-open', 'arrives-within'],
  load: ['chats-wait', 'longest-waits'],
};

export const KIND_NAMES: Record<Asked['kind'], string> = {
  door: 'Door is',
  language: 'Language is',
  page: 'Page is like',
  answer: 'Answer is',
  'answer-contains': 'Answer contains',
  'answer-number': 'Answer as a number',
  answered: 'Was answered',
  visitor: 'Visitor is',
  fact: 'Page says',
  topic: 'Topic is',
  'department-open': 'Is open',
  'arrives-within': 'Arrives',
  'chats-wait': 'At least so many wait',
  'longest-waits': 'First has waited',
};

export const COMPARISONS = { BELOW: '<', AT_MOST: '≤', EQUAL: '=', AT_LEAST: '≥', ABOVE: '>' } as const;
export const VISITORS = { NEW: 'new', RETURNING: 'returning', KNOWN: 'known' } as const;

export function asked(condition: Condition): Asked {
  return (condition.kind === 'not' ? condition.condition : condition) as Asked;
}

export function isTurned(condition: Condition) {
  return condition.kind === 'not';
}

export function turned(condition: Condition): Condition {
  return condition.kind === 'not' ? (condition.condition as Condition) : { kind: 'not', condition };
}

/** A condition with another one in place of the one it asks, turned round or not as before. */
export function asking(condition: Condition, other: Asked): Condition {
  return condition.kind === 'not' ? { kind: 'not', condition: other } : other;
}

export function aspectOf(condition: Condition): Aspect {
  const { kind } = asked(condition);
  return ASPECTS.find((aspect) => ASPECT_KINDS[aspect].includes(kind)) ?? 'answers';
}

/** The aspects that some rule of the plan looks at, in their order; the door always, so that there is something to start from. */
export function aspectsIn(plan: Plan): Aspect[] {
  const used = new Set<Aspect>(['door']);
  for (const rule of plan.rules) for (const condition of rule.conditions) used.add(aspectOf(condition));
  return ASPECTS.filter((aspect) => used.has(aspect));
}

/** A condition in few words, as a cell of the table shows it. */
export function shortly(plan: Plan, condition: Condition): string {
  return (isTurned(condition) ? 'not ' : '') + words(plan, asked(condition));
}

function words(plan: Plan, condition: Asked): string {
  switch (condition.kind) {
    case 'door':
      return either(condition.doors.map((door) => labelOf(plan, 'doors', door)));
    case 'language':
      return either(condition.languages);
    case 'page':
      return either(condition.patterns.map(withoutScheme));
    case 'answer':
      return `${question(plan, condition.question)} ${either(condition.answers)}`;
    case 'answer-contains':
      return `${question(plan, condition.question)} contains ${either(condition.words)}`;
    case 'answer-number':
      return `${question(plan, condition.question)} ${COMPARISONS[condition.comparison]} ${condition.value}`;
    case 'answered':
      return `${question(plan, condition.question)} answered`;
    case 'visitor':
      return either(condition.visitors.map((kind) => VISITORS[kind]));
    case 'fact':
      return `${condition.key} is ${either(condition.values)}`;
    case 'topic':
      return `about ${either(condition.topics)}`;
    case 'department-open':
      return `${either(condition.departments.map((id) => labelOf(plan, 'departments', id)))} open`;
    case 'arrives-within':
      return either(condition.windows.map(windowWords));
    case 'chats-wait':
      return `≥ ${condition.chats} in ${labelOf(plan, 'queues', condition.queue)}`;
    case 'longest-waits':
      return `≥ ${condition.seconds} s in ${labelOf(plan, 'queues', condition.queue)}`;
  }
}

/** The plan's only choice question needs no name beside its answers. */
function question(plan: Plan, id: string) {
  const ids = new Set(plan.rules.flatMap((rule) => rule.conditions).map(asked).flatMap((c) => ('question' in c ? [c.question] : [])));
  return ids.size <= 1 ? '' : `${id}:`;
}

export function windowWords(window: WeeklyWindow) {
  return `${window.day.charAt(0)}${window.day.slice(1, 3).toLowerCase()} ${window.from}–${window.to}`;
}

function withoutScheme(pattern: string) {
  return pattern.replace(/^https?:\/\//, '');
}

function either(values: string[]) {
  return values.join(' or ');
}

/** Every question of the plan's doors, each once. */
export function questionsOf(plan: Plan) {
  const languages = languagesOf(plan);
  const byId = new Map(plan.doors.flatMap((door) => door.questions).map((one) => [one.id, one]));
  return [...byId.values()].map((one) => ({ ...one, label: inFirstOf(one.text, languages) }));
}

/** A condition to start from; undefined if the plan has nothing it could ask for. */
export function newCondition(plan: Plan, kind: Asked['kind']): Asked | undefined {
  const questions = questionsOf(plan);
  const written = questions.find((one) => one.kind !== 'NUMBER');
  const queue = plan.queues[0]?.id ?? '';
  switch (kind) {
    case 'door':
      return plan.doors[0] && { kind, doors: [plan.doors[0].id] };
    case 'language':
      return { kind, languages: [plan.doors[0]?.languages[0] ?? 'en'] };
    case 'page':
      return { kind, patterns: ['https://no-page-yet/*'] };
    case 'answer':
      return written && { kind, question: written.id, answers: [written.choices[0]?.value ?? '…'] };
    case 'answer-contains':
      return written && { kind, question: written.id, words: ['…'] };
    case 'answer-number': {
      const number = questions.find((one) => one.kind === 'NUMBER');
      return number && { kind, question: number.id, comparison: 'AT_LEAST', value: 1 };
    }
    case 'answered':
      return questions[0] && { kind, question: questions[0].id };
    case 'visitor':
      return { kind, visitors: ['KNOWN'] };
    case 'fact':
      return { kind, key: plan.doors.flatMap((door) => door.facts)[0]?.key ?? 'customer', values: ['…'] };
    case 'topic':
      return { kind, topics: ['…'] };
    case 'department-open':
      return plan.departments[0] && { kind, departments: [plan.departments[0].id] };
    case 'arrives-within':
      return { kind, windows: [{ day: 'MONDAY', from: '09:00', to: '17:00' }] };
    case 'chats-wait':
      return { kind, queue, chats: 5 };
    case 'longest-waits':
      return { kind, queue, seconds: 120 };
  }
}

/** What else than door, page, language and answers some rule of the plan looks at, so that it is worth asking for. */
export function whatRulesLookAt(plan: Plan) {
  const all = plan.rules.flatMap((rule) => rule.conditions).map(asked);
  return {
    visitor: all.some(({ kind }) => kind === 'visitor'),
    topic: all.some(({ kind }) => kind === 'topic'),
    facts: [...new Set(all.flatMap((condition) => (condition.kind === 'fact' ? [condition.key] : [])))],
  };
}
