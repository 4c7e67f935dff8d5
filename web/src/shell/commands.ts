import { type ElementKind, type Plan, SETTINGS_ID } from '../api/model';
import { KIND_WORDS } from '../plan/kinds';
import { labelOf } from '../plan/names';

/** Something the palette offers. */
export interface Command {
  key: string;
  name: string;
  /** What kind of thing it is, shown beside the name. */
  what: string;
  run: () => void;
}

const LISTS = ['departments', 'queues', 'operators', 'skills', 'hours', 'doors', 'rules', 'checks', 'topics', 'bots', 'helpPages'] as const;

/** Every element of the plan, to be opened. */
export function elementCommands(plan: Plan, open: (kind: ElementKind, id: string) => void): Command[] {
  return LISTS.flatMap((kind) =>
    plan[kind].map((element) => ({
      key: `${kind}/${element.id}`,
      name: labelOf(plan, kind, element.id),
      what: KIND_WORDS[kind].one,
      run: () => open(kind, element.id),
    })),
  );
}

/** What can be set of an element, in the words of its panel. */
export const SETTINGS_OF: Partial<Record<ElementKind, string[]>> = {
  queues: ['Weight of a chat', 'Answer target', 'Priority', 'Least language', 'Next operator', 'Handing over', 'Waiting', 'Workload', 'May go on to'],
  operators: ['Capacity', 'Chats at most', 'Languages', 'Skills', 'Usually present', 'Answers for', 'Account'],
  departments: ['Opening hours', 'Texts'],
  hours: ['Public holidays', 'Exceptions'],
  settings: [
    'Time zone',
    'Holidays of',
    'Seats licensed',
    'Next chat from',
    'Who goes away',
    'Shrinkage',
    'Cost',
    'Left to the bot',
    'Who hears of chats',
    'Timeouts',
    'Texts',
  ],
};

/** The settings of every element and of the plan, each to be gone to. */
export function settingCommands(plan: Plan, open: (kind: ElementKind, id: string, field: string) => void): Command[] {
  const settings = (kind: ElementKind, id: string, name: string) =>
    (SETTINGS_OF[kind] ?? []).map((field) => ({
      key: `${kind}/${id} ${field}`,
      name: `${field}: ${name}`,
      what: 'setting',
      run: () => open(kind, id, field),
    }));
  return [
    ...settings('settings', SETTINGS_ID, 'the plan'),
    ...LISTS.flatMap((kind) => plan[kind].flatMap(({ id }) => settings(kind, id, labelOf(plan, kind, id)))),
  ];
}

/** The commands whose name or kind holds every word that was typed; names that begin with them first. */
export function matching(commands: Command[], typed: string, most: number): Command[] {
  const words = fold(typed).split(/\s+/).filter(Boolean);
  return commands
    .map((command) => ({ command, rank: rank(command, words) }))
    .filter(({ rank }) => rank >= 0)
    .sort((a, b) => a.rank - b.rank)
    .slice(0, most)
    .map(({ command }) => command);
}

function rank({ name, what }: Command, words: string[]) {
  const folded = fold(name);
  const all = `${folded} ${fold(what)}`;
  if (!words.every((word) => all.includes(word))) return -1;
  const [first = ''] = words;
  if (folded.startsWith(first)) return 0;
  return folded.split(/\s+/).some((part) => part.startsWith(first)) ? 1 : 2;
}

function fold(text: string) {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
}
