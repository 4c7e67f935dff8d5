import type { ElementKind } from '../api/model';

/** What the kinds of elements are called. */
export const KIND_WORDS: Record<ElementKind, { one: string; many: string }> = {
  settings: { one: 'the plan', many: 'The plan' },
  departments: { one: 'department', many: 'Departments and queues' },
  queues: { one: 'queue', many: 'Queues' },
  operators: { one: 'operator', many: 'Operators' },
  skills: { one: 'skill', many: 'Skills' },
  hours: { one: 'opening hours', many: 'Opening hours' },
  doors: { one: 'front door', many: 'Front doors' },
  rules: { one: 'rule', many: 'Rules' },
  checks: { one: 'check', many: 'Checks' },
  topics: { one: 'topic', many: 'Topics' },
  bots: { one: 'bot', many: 'Bots' },
  helpPages: { one: 'help page', many: 'Help pages' },
};
