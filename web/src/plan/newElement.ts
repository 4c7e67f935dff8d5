import type { ElementOf, ListKind, Plan } from '../api/model';
import { minutesOf, timeOf } from '../time/timeOfDay';

const LONGEST_STEM = 50;

/** An id made of a name that no element of the kind has yet: "Ana Müller" becomes ana-muller, or ana-muller-2. */
export function freeId(plan: Plan, kind: ListKind, name: string): string {
  const taken = new Set((plan[kind] as { id: string }[]).map((element) => element.id));
  const stem =
    name
      .normalize('NFD')
      .replace(/\p{M}/gu, '')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .slice(0, LONGEST_STEM)
      .replace(/^-+|-+$/g, '') || 'new';
  let id = stem;
  for (let number = 2; taken.has(id); number++) id = `${stem}-${number}`;
  return id;
}

/** A new element with what is usual, to be changed in its panel; undefined if the plan lacks what it has to refer to. */
export function newElement<K extends ListKind>(plan: Plan, kind: K, name: string, department?: string) {
  const id = freeId(plan, kind, name);
  return make[kind](plan, id, name, department) as ElementOf<K> | undefined;
}

/** New elements of several names, none with the id of another; those that can be made. */
export function newElements<K extends ListKind>(plan: Plan, kind: K, names: string[], department?: string): ElementOf<K>[] {
  const made: ElementOf<K>[] = [];
  for (const name of names) {
    const so = { ...plan, [kind]: [...plan[kind], ...made] } as Plan;
    const element = newElement(so, kind, name, department);
    if (element) made.push(element);
  }
  return made;
}

const A_DAY = 24 * 60;
const LONGEST_SHIFT_MINUTES = 8 * 60;

/** Working days of a person of whom nothing is known yet: from when the plan's first hours open, for eight hours at most. */
function usualHours(plan: Plan): ElementOf<'operators'>['presence'] {
  const open = plan.hours[0]?.hours.weekly ?? [];
  return (['MONDAY', 'TUESDAY', 'WEDNESDAY', 'THURSDAY', 'FRIDAY'] as const).map((day) => {
    const window = open.find((one) => one.day === day) ?? { from: '09:00', to: '17:00' };
    const from = minutesOf(window.from);
    const long = (minutesOf(window.to) - from + A_DAY) % A_DAY || A_DAY;
    return { day, from: window.from, to: timeOf(from + Math.min(long, LONGEST_SHIFT_MINUTES)) };
  });
}

type Maker = (plan: Plan, id: string, name: string, department?: string) => object | undefined;

const make: Record<ListKind, Maker> = {
  skills: (_plan, id, name) => ({ id, name }) satisfies ElementOf<'skills'>,
  hours: (plan, id, name) =>
    ({
      id,
      name,
      hours: {
        timeZone: plan.settings.timeZone,
        roundTheClock: false,
        weekly: (['MONDAY', 'TUESDAY', 'WEDNESDAY', 'THURSDAY', 'FRIDAY'] as const).map((day) => ({
          day,
          from: '09:00',
          to: '17:00',
        })),
        seasons: [],
        exceptions: [],
        holidays: null,
      },
      closing: { waiting: 'SERVED_OUT', inHand: 'SERVED_OUT' },
    }) satisfies ElementOf<'hours'>,
  departments: (plan, id, name) => {
    const hours = plan.hours[0]?.id;
    return hours ? ({ id, name, hours, texts: {}, questions: [] } satisfies ElementOf<'departments'>) : undefined;
  },
  queues: (plan, id, name, department = plan.departments[0]?.id) =>
    department
      ? ({
          id,
          name,
          department,
          members: { kind: 'skill' },
          needs: [],
          leastLanguageLevel: 1,
          weight: 1,
          priority: 0,
          choice: { kind: 'longest-free' },
          handover: { by: 'OFFER', wrapUpSeconds: 0 },
          waiting: { limit: null, positionShown: true, waitShown: false },
          target: { share: 0.8, withinSeconds: 30 },
          workload: { handlingSeconds: 420, patienceSeconds: 180, slowdown: [1, 1.12, 1.3] },
          transfers: [],
          ladder: [],
        } satisfies ElementOf<'queues'>)
      : undefined,
  operators: (plan, id, name) =>
    ({
      id,
      name,
      realName: null,
      realNameShown: false,
      account: null,
      picture: null,
      languages: [{ language: plan.doors[0]?.languages[0] ?? 'en', level: 5 }],
      skills: [],
      capacity: 6,
      mostChats: null,
      departments: [],
      greeting: {},
      notifications: { newChat: true, waiting: false, transfer: true, sound: true },
      presence: usualHours(plan),
    }) satisfies ElementOf<'operators'>,
  doors: (_plan, id, name) =>
    ({
      id,
      name,
      hours: null,
      department: null,
      languages: ['en'],
      texts: {},
      opens: 'BY_HOURS',
      first: { open: 'PEOPLE', closed: 'PEOPLE' },
      questions: [],
      consents: [],
      whenClosed: 'TEXT',
      replyHours: null,
      goOnDays: 14,
      factsSigned: false,
      typingShown: true,
      message: [],
      ending: { rating: false, comment: false, transcript: false },
      callBack: false,
      cards: [],
      help: false,
      invitations: [],
      look: { accent: '#1D5560', onAccent: '#FFFFFF', ground: '#FFFFFF', ink: '#1E2A32', corner: 'END', inset: 24, rise: 0, picture: null },
      pages: [],
      sites: [],
      facts: [],
    }) satisfies ElementOf<'doors'>,
  rules: (plan, id, name) => {
    const queue = plan.queues[0]?.id;
    return queue
      ? ({
          id,
          name,
          conditions: [{ kind: 'page', patterns: ['https://no-page-yet/*'] }],
          queue,
          needs: [],
          priority: null,
          said: {},
        } satisfies ElementOf<'rules'>)
      : undefined;
  },
  // A check is made of a rehearsal.
  checks: () => undefined,
  topics: (_plan, id, name) =>
    ({
      id,
      name,
      label: {},
      skill: null,
      phrases: {},
      trials: {},
      collects: [],
      answers: [],
      service: null,
      link: null,
      picture: null,
      offers: [],
      after: 'NOTHING',
    }) satisfies ElementOf<'topics'>,
  bots: (plan, id, name) =>
    ({
      id,
      name,
      picture: null,
      languages: plan.doors[0]?.languages ?? ['en'],
      doors: [],
      topics: [],
      courtesies: {},
      notUnderstood: {},
      notUnderstoodAgain: {},
      strangers: {},
      handoff: { misses: null, turns: null, seconds: null, straight: [], signs: {}, backAfterSeconds: null },
      outside: null,
    }) satisfies ElementOf<'bots'>,
  helpPages: (plan, id, name) =>
    ({
      id,
      name,
      language: plan.bots[0]?.languages[0] ?? plan.doors[0]?.languages[0] ?? 'en',
      category: '',
      text: '…',
      source: null,
      use: 'DRAFT',
    }) satisfies ElementOf<'helpPages'>,
};
