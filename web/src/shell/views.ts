import { type ComponentType, lazy } from 'react';
import type { ElementKind, Permission } from '../api/model';

/** The order of work, in four parts. */
export const GROUPS = ['Design', 'Try', 'Staff', 'Run'] as const;

export interface View {
  path: string;
  name: string;
  group: (typeof GROUPS)[number] | null;
  component: ComponentType;
  /** Fetches the view's code, before it is needed if called early. */
  load: () => Promise<unknown>;
  /** The kinds of elements whose findings are counted beside its name. */
  findings: ElementKind[];
  /** Who may not do this does not see the view. */
  permission?: Permission;
}

function inTime(load: () => Promise<{ default: ComponentType }>) {
  return { load, component: lazy(load) };
}

/** The views, in the order of work. Each is loaded when it is first opened. */
export const views: View[] = [
  {
    path: '/passage',
    name: 'Passage',
    group: 'Design',
    ...inTime(() => import('../passage/PassageView').then((m) => ({ default: m.PassageView }))),
    findings: [],
  },
  {
    path: '/people',
    name: 'People',
    group: 'Design',
    ...inTime(() => import('../people/PeopleView').then((m) => ({ default: m.PeopleView }))),
    findings: ['operators', 'skills', 'settings'],
  },
  {
    path: '/structure',
    name: 'Structure',
    group: 'Design',
    ...inTime(() => import('../structure/StructureView').then((m) => ({ default: m.StructureView }))),
    findings: ['departments', 'queues'],
  },
  {
    path: '/doors',
    name: 'Doors',
    group: 'Design',
    ...inTime(() => import('../doors/DoorsView').then((m) => ({ default: m.DoorsView }))),
    findings: ['doors'],
  },
  {
    path: '/hours',
    name: 'Hours',
    group: 'Design',
    ...inTime(() => import('../hours/HoursView').then((m) => ({ default: m.HoursView }))),
    findings: ['hours'],
  },
  {
    path: '/rules',
    name: 'Rules',
    group: 'Design',
    ...inTime(() => import('../rules/RulesView').then((m) => ({ default: m.RulesView }))),
    findings: ['rules'],
  },
  {
    path: '/ladders',
    name: 'Ladders',
    group: 'Design',
    ...inTime(() => import('../ladders/LaddersView').then((m) => ({ default: m.LaddersView }))),
    findings: [],
  },
  {
    path: '/bot',
    name: 'Bot',
    group: 'Design',
    ...inTime(() => import('../bot/BotView').then((m) => ({ default: m.BotView }))),
    findings: ['bots', 'topics', 'helpPages'],
  },
  {
    path: '/rehearsal',
    name: 'Rehearsal',
    group: 'Try',
    ...inTime(() => import('../rehearsal/RehearsalView').then((m) => ({ default: m.RehearsalView }))),
    findings: [],
  },
  {
    path: '/checks',
    name: 'Checks',
    group: 'Try',
    ...inTime(() => import('../checks/ChecksView').then((m) => ({ default: m.ChecksView }))),
    findings: ['checks'],
  },
  {
    path: '/consequences',
    name: 'Consequences',
    group: 'Try',
    ...inTime(() => import('../consequences/ConsequencesView').then((m) => ({ default: m.ConsequencesView }))),
    findings: [],
  },
  {
    path: '/scenarios',
    name: 'Scenarios',
    group: 'Try',
    ...inTime(() => import('../scenarios/ScenariosView').then((m) => ({ default: m.ScenariosView }))),
    findings: [],
  },
  {
    path: '/findings',
    name: 'Findings',
    group: 'Try',
    ...inTime(() => import('../findings/FindingsView').then((m) => ({ default: m.FindingsView }))),
    findings: ['settings', 'skills', 'hours', 'departments', 'queues', 'operators', 'doors', 'rules', 'checks', 'topics', 'bots', 'helpPages'],
  },
  {
    path: '/volumes',
    name: 'Volumes',
    group: 'Staff',
    ...inTime(() => import('../volumes/VolumesView').then((m) => ({ default: m.VolumesView }))),
    findings: [],
  },
  {
    path: '/forecast',
    name: 'Forecast',
    group: 'Staff',
    ...inTime(() => import('../forecast/ForecastView').then((m) => ({ default: m.ForecastView }))),
    findings: [],
  },
  {
    path: '/staffing',
    name: 'Staffing',
    group: 'Staff',
    ...inTime(() => import('../staffing/StaffingView').then((m) => ({ default: m.StaffingView }))),
    findings: [],
  },
  {
    path: '/roster',
    name: 'Roster',
    group: 'Staff',
    ...inTime(() => import('../roster/RosterView').then((m) => ({ default: m.RosterView }))),
    findings: [],
  },
  {
    path: '/now',
    name: 'Now',
    group: 'Run',
    ...inTime(() => import('../now/NowView').then((m) => ({ default: m.NowView }))),
    findings: [],
    permission: 'WATCH',
  },
  {
    path: '/records',
    name: 'Records',
    group: 'Run',
    ...inTime(() => import('../records/RecordsView').then((m) => ({ default: m.RecordsView }))),
    findings: [],
    permission: 'RECORDS',
  },
  {
    path: '/reports',
    name: 'Reports',
    group: 'Run',
    ...inTime(() => import('../reports/ReportsView').then((m) => ({ default: m.ReportsView }))),
    findings: [],
    permission: 'RECORDS',
  },
  {
    path: '/replies',
    name: 'Replies',
    group: 'Run',
    ...inTime(() => import('../canned/CannedView').then((m) => ({ default: m.CannedView }))),
    findings: [],
    permission: 'ANSWER',
  },
  {
    path: '/outbox',
    name: 'Outbox',
    group: 'Run',
    ...inTime(() => import('../outbox/OutboxView').then((m) => ({ default: m.OutboxView }))),
    findings: [],
    permission: 'RECORDS',
  },
  {
    path: '/security',
    name: 'Security log',
    group: 'Run',
    ...inTime(() => import('../security/SecurityView').then((m) => ({ default: m.SecurityView }))),
    findings: [],
    permission: 'ACCOUNTS',
  },
  {
    path: '/revisions',
    name: 'Revisions',
    group: 'Run',
    ...inTime(() => import('../revisions/RevisionsView').then((m) => ({ default: m.RevisionsView }))),
    findings: [],
  },
];

/** Whether a view is for somebody with these permissions. */
export function mayOpen(view: View, permissions: Permission[]) {
  return !view.permission || permissions.includes(view.permission);
}

/** Reached by the user's name, not by the order of work. */
export const accountView: View = {
  path: '/account',
  name: 'Account',
  group: null,
  ...inTime(() => import('../account/AccountView').then((m) => ({ default: m.AccountView }))),
  findings: [],
};

/** Reached from the account, and by the palette. */
const aboutView: View = {
  path: '/about',
  name: 'About',
  group: null,
  ...inTime(() => import('../about/AboutView').then((m) => ({ default: m.AboutView }))),
  findings: [],
};

/** Views that are no part of the work itself. */
export const asides = [accountView, aboutView];

/** Where operators work, in a frame of its own. */
export const DESK = '/desk';
export const DeskView = lazy(() => import('../desk/DeskView').then((m) => ({ default: m.DeskView })));

/** Starts to fetch the code of the view at an address while its data is still on the way. */
export function loadEarly(path: string) {
  void [...views, ...asides].find((view) => path.startsWith(view.path))?.load();
}
