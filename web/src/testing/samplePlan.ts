import type { FrontDoor, Operator, Plan } from '../api/model';

const COMMON_TIMEOUTS: Plan['settings']['timeouts'] = {
  accept: { seconds: 30, awayAfter: 3, pauseSeconds: 30 },
  reply: { seconds: 120, text: {}, then: 'ANOTHER_OPERATOR', offers: 'NOTHING' },
  silence: { reminderSeconds: 180, reminder: {}, closeSeconds: 300, close: {} },
  botMisses: 2,
  botCertainty: 0.5,
  lost: { operatorSeconds: 60, visitorSeconds: 120 },
  rungs: { afterChoice: 'GO_ON', afterMove: 'START_ANEW', afterReturn: 'GO_ON' },
};

/** A small plan that tests start from. */
export function samplePlan(): Plan {
  return {
    schemaVersion: 11,
    helpPages: [],
    checks: [],
    topics: [],
    bots: [],
    settings: { name: 'Sample', timeZone: 'Europe/Dublin', shrinkage: { parts: [{ name: 'Breaks', share: 0.3, byRoster: false }] }, botShares: [], whenAway: 'KEPT', nextChat: 'PRIORITY', texts: {}, accepted: [], receivers: [], timeouts: COMMON_TIMEOUTS },
    skills: [
      { id: 'fares', name: 'Fares' },
      { id: 'freight', name: 'Freight' },
    ],
    hours: [{ id: 'day', name: 'Daytime', hours: { timeZone: 'Europe/Dublin', roundTheClock: true, weekly: [], seasons: [], exceptions: [] }, closing: { waiting: 'SERVED_OUT', inHand: 'SERVED_OUT' } }],
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
        handover: { by: 'OFFER', wrapUpSeconds: 0 },
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
    opens: 'BY_HOURS',
    first: { open: 'PEOPLE', closed: 'PEOPLE' },
    handoff: null,
    questions: [],
    consents: [],
    goOnDays: 14,
    factsSigned: false,
    typingShown: true,
    whenClosed: 'TEXT',
    message: [],
    ending: { rating: false, comment: false, transcript: false },
    callBack: false,
    cards: [],
    help: false,
    invitations: [],
    look: { accent: '#1D5560', onAccent: '#FFFFFF', ground: '#FFFFFF', ink: '#1E2A32', corner: 'END', inset: 24, rise: 0 },
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
