import type { ElementKind, Finding, ListKind, Plan } from '../api/model';
import { operatorLabel } from '../plan/names';
import { limitWords } from '../settings/WaitingEditor';

/** Found rows of a group beyond this many are left out; more letters find fewer. */
const MOST_FOUND = 100;

/** One element in the list. */
export interface Row {
  kind: ElementKind;
  id: string;
  name: string;
  /** What it is, in short. */
  facts: string;
  /** How deep it stands: a queue under its department. */
  depth: number;
  /** The ids that it can be ordered among; none where its order means nothing. */
  among: string[];
}

export interface Group {
  kind: ListKind | 'settings';
  rows: Row[];
}

/** The plan as a list, group by group: departments with their queues, doors, hours, rules, skills. */
export function groupsOf(plan: Plan, members: (queue: string) => number): Group[] {
  const ids = (list: { id: string }[]) => list.map((element) => element.id);
  const departments = plan.departments.flatMap((department): Row[] => {
    const queues = plan.queues.filter((queue) => queue.department === department.id);
    const hours = plan.hours.find((set) => set.id === department.hours)?.name;
    return [
      {
        kind: 'departments',
        id: department.id,
        name: department.name,
        facts: join([hours, plural(queues.length, 'queue'), texts(department.texts), questions(department.questions)]),
        depth: 0,
        among: ids(plan.departments),
      },
      ...queues.map((queue): Row => ({
        kind: 'queues',
        id: queue.id,
        name: queue.name,
        facts: join([
          plural(members(queue.id), 'member'),
          queue.members.kind === 'skill' ? needs(plan, queue.needs) : 'by name',
          `weight ${queue.weight}`,
          `${Math.round(queue.target.share * 1000) / 10} % in ${queue.target.withinSeconds} s`,
          queue.priority > 0 ? `priority ${queue.priority}` : '',
          queue.waiting.limit ? `waiting ${limitWords(queue.waiting, plan)}` : '',
        ]),
        depth: 1,
        among: ids(plan.queues),
      })),
    ];
  });
  return [
    {
      kind: 'settings',
      rows: [
        {
          kind: 'settings',
          id: 'settings',
          name: plan.settings.name,
          facts: join([
            plan.settings.timeZone,
            plan.settings.seats == null ? '' : plural(plan.settings.seats, 'seat'),
            `catch-all queue ${plan.queues.find((queue) => queue.id === plan.rules.at(-1)?.queue)?.name ?? ''}`,
            texts(plan.settings.texts),
          ]),
          depth: 0,
          among: [],
        },
      ],
    },
    { kind: 'departments', rows: departments },
    {
      kind: 'doors',
      rows: plan.doors.map((door) => ({
        kind: 'doors',
        id: door.id,
        name: door.name,
        facts: join([
          plan.hours.find((set) => set.id === door.hours)?.name ?? 'hours of the department',
          door.languages.join(' '),
          questions(door.questions),
        ]),
        depth: 0,
        among: ids(plan.doors),
      })),
    },
    {
      kind: 'hours',
      rows: plan.hours.map((set) => ({
        kind: 'hours',
        id: set.id,
        name: set.name,
        facts: set.hours.roundTheClock ? 'round the clock' : `${plural(set.hours.weekly.length, 'window')} a week`,
        depth: 0,
        among: ids(plan.hours),
      })),
    },
    {
      kind: 'rules',
      rows: plan.rules.map((rule, i) => ({
        kind: 'rules',
        id: rule.id,
        name: `${i + 1}. ${rule.name}`,
        facts: join([
          rule.conditions.length === 0 ? 'takes the rest' : plural(rule.conditions.length, 'condition'),
          `leads to ${plan.queues.find((queue) => queue.id === rule.queue)?.name ?? rule.queue}`,
          rule.needs.length > 0 ? `wants ${needs(plan, rule.needs)}` : '',
        ]),
        depth: 0,
        // The last row takes everything else, so it stays where it is.
        among: i === plan.rules.length - 1 ? [] : ids(plan.rules),
      })),
    },
    {
      kind: 'skills',
      rows: plan.skills.map((skill) => ({
        kind: 'skills',
        id: skill.id,
        name: skill.name,
        facts: plural(
          plan.operators.filter((operator) => operator.skills.some((held) => held.skill === skill.id)).length,
          'holder',
        ),
        depth: 0,
        among: ids(plan.skills),
      })),
    },
    {
      kind: 'operators',
      rows: plan.operators.map((operator) => ({
        kind: 'operators',
        id: operator.id,
        name: operatorLabel(plan.operators, operator),
        facts: join([
          operator.languages.map((spoken) => spoken.language).join(' '),
          `capacity ${operator.capacity}`,
          plural(operator.skills.length, 'skill'),
        ]),
        depth: 0,
        among: [],
      })),
    },
  ];
}

/**
 * The groups with the rows whose name or facts hold what is searched for; a found queue keeps its department. People have
 * a view of their own, so they are here only when searched for.
 */
export function search(groups: Group[], typed: string): Group[] {
  const words = typed.trim().toLowerCase();
  if (words === '') return groups.filter((group) => group.kind !== 'operators');
  const holds = (row: Row) => `${row.name} ${row.facts}`.toLowerCase().includes(words);
  return groups
    .map(({ kind, rows }) => ({
      kind,
      rows: rows.filter((row, i) => {
        if (holds(row)) return true;
        const next = rows.slice(i + 1);
        const end = next.findIndex((other) => other.depth <= row.depth);
        return next.slice(0, end < 0 ? undefined : end).some(holds);
      }).slice(0, MOST_FOUND),
    }))
    .filter(({ rows }) => rows.length > 0);
}

/** The gravest finding about an element. */
export function gravest(findings: Finding[], row: Row): Finding | undefined {
  const order = ['BLOCKS', 'WARNS', 'NOTES'];
  return findings
    .filter((finding) => finding.kind === row.kind && finding.id === row.id)
    .sort((a, b) => order.indexOf(a.severity) - order.indexOf(b.severity))[0];
}

function needs(plan: Plan, wanted: { skill: string; leastLevel: number }[]) {
  return wanted.length === 0
    ? 'needs no skill'
    : wanted
        .map(({ skill, leastLevel }) => `${plan.skills.find((other) => other.id === skill)?.name ?? skill} ${leastLevel}+`)
        .join(', ');
}

function texts(own: Record<string, Record<string, string>>) {
  const count = Object.values(own).reduce((sum, byLanguage) => sum + Object.keys(byLanguage).length, 0);
  return count === 0 ? '' : plural(count, 'text');
}

function questions(asked: unknown[]) {
  return asked.length === 0 ? '' : plural(asked.length, 'question');
}

function plural(count: number, one: string) {
  return `${count} ${count === 1 ? one : `${one}s`}`;
}

function join(facts: (string | undefined)[]) {
  return facts.filter(Boolean).join(' · ');
}
