import { type ElementKind, findElement, type Operator, type Plan } from '../api/model';

/** The name of an element as people read it; operators of one name are shown apart by their ids. */
export function labelOf(plan: Plan, kind: ElementKind, id: string): string {
  const element = findElement(plan, kind, id);
  if (!element) return id;
  return kind === 'operators' ? operatorLabel(plan.operators, element as Operator) : element.name;
}

export function operatorLabel(operators: Operator[], operator: Operator): string {
  const namesakes = operators.filter((other) => other.name === operator.name);
  return namesakes.length > 1 ? `${operator.name} (${operator.id})` : operator.name;
}

/** The languages that the plan's doors and people know, each once. */
export function languagesOf(plan: Plan): string[] {
  const tags = [
    ...plan.doors.flatMap((door) => door.languages),
    ...plan.operators.flatMap((operator) => operator.languages.map((spoken) => spoken.language)),
  ];
  return [...new Set(tags)];
}

/** What chats can be about, as far as doors and topics name it. */
export const knownTopics = (plan: Plan) => [
  ...new Set([
    ...plan.topics.map(({ name }) => name),
    ...plan.doors.flatMap(({ questions }) => questions.flatMap(({ choices }) => choices.map(({ value }) => value))),
  ]),
];
