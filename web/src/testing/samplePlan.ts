import type { FrontDoor, Operator, Plan } from '../api/model';

const COMMON_TIMEOUTS: Plan['settings']['timeouts'] = {
  accept: { seconds: 30, awayAfter: 3 },
  reply: { seconds: 120, text: {}, then: 'ANOTHER_OPERATOR' },
  silence: { reminderSeconds: 180, reminder: {}, closeSeconds: 300, close: {} },
  botMisses: 2,
};

/** A small plan that tests start from. */
export function samplePlan(): Plan {
  return {
    schemaVersion: 4,
    settings: { name: 'Sample', timeZone: 'Europe/Dublin', shrinkage: { parts: [{ name: 'Breaks', share: 0.3, byRoster: false }] }, botShares: [], nextChat: 'PRIORITY', texts: {}, accepted: [], timeouts: COMMON_TIMEOUTS },
    skills: [
      { id: 'fares', name: 'Fares' },
      { id: 'freight', name: 'Freight' },
    ],
    hours: [{ id: 'day', name: 'Daytime', hours: { timeZone: 'Europe/Dublin', roundTheClock: true, weekly: [], seasons: [], exceptions: [] } }],
    departments: [{ id: 'sales', name: 'Sales', hours: 'day', texts: {}, questions: [] }],
    queues: [
      {
        id: 'booking',
        name: 'Fares & booking',
        department: 'sales',
        members: { kind: 'skill' },
        needs: [{ skill: 'fares', leastLevel: 2 }],
        leastLanguageLevel: 1,
        weight: 2,
        priority: 0,
        choice: { kind: 'longest-free' },
        waiting: { positionShown: true, waitShown: false },
        target: { share: 0.8, withinSeconds: 30 },
        workload: { handlingSeconds: 60, slowdown: [1] },
        transfers: [],
        ladder: [],
      },
    ],
    operators: [sampleOperator('zoe', 'Zoë Farrow', { fares: 5 }), sampleOperator('ben', 'Ben Oak', { freight: 2 })],
    doors: [sampleDoor('site', 'Site', ['en', 'de'])],
    rules: [{ id: 'rest', name: 'Everything else', conditions: [], queue: 'booking', needs: [], said: {} }],
  };
}

export function sampleDoor(id: string, name: string, languages: string[]): FrontDoor {
  return {
    id,
    name,
    languages,
    texts: {},
    questions: [],
    consent: false,
    whenClosed: 'TEXT',
    message: [],
    ending: { rating: false, comment: false, transcript: false },
    callBack: false,
    cards: [],
    invitations: [],
    look: { accent: '#1D5560', onAccent: '#FFFFFF', ground: '#FFFFFF', ink: '#1E2A32', corner: 'END' },
    pages: [],
    sites: [],
    facts: [],
  };
}

export function sampleOperator(id: string, name: string, levels: Record<string, number>): Operator {
  return {
    id,
    name,
    realNameShown: false,
    languages: [{ language: 'en', level: 5 }],
    skills: Object.entries(levels).map(([skill, level]) => ({ skill, level })),
    capacity: 6,
    departments: [],
    greeting: {},
    notifications: { newChat: true, waiting: false, transfer: true, sound: true },
    presence: [],
  };
}
