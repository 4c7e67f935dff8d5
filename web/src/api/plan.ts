import { hashKey, type QueryClient, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, untilConnected } from './client';
import {
  type Draft,
  type DraftNews,
  type Edited,
  type ElementKind,
  type ElementOf,
  type ListKind,
  type NewPlan,
  type Plan,
} from './model';

export function usePlans() {
  return useQuery({ queryKey: ['plans'], queryFn: () => call('GET', '/plans') });
}

export function useNewPlan() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (plan: NewPlan) => call('POST', '/plans', {}, plan),
    onSuccess: () => client.invalidateQueries({ queryKey: ['plans'] }),
  });
}

/** What would be lost with a plan. */
export function useGoesAlong(plan: string) {
  return useQuery({ queryKey: [plan, 'removal'], queryFn: () => call('GET', '/plans/{plan}/removal', { plan }) });
}

export function useRemovePlan() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, name }: { id: string; name: string }) => call('DELETE', '/plans/{plan}', { plan: id, name }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['plans'] }),
  });
}

const draftKey = (plan: string) => [plan, 'draft'];

export function useDraft(plan: string) {
  return useQuery({ queryKey: draftKey(plan), queryFn: () => call('GET', '/plans/{plan}/draft', { plan }) });
}

export function useFindings(plan: string) {
  return useQuery({ queryKey: [plan, 'findings'], queryFn: () => call('GET', '/plans/{plan}/findings', { plan }) });
}

export function useRevisions(plan: string) {
  return useQuery({
    queryKey: [plan, 'revisions'],
    queryFn: () => call('GET', '/plans/{plan}/revisions', { plan }),
  });
}

export function useChanges(plan: string, from: string, to: string, enabled = true) {
  return useQuery({
    queryKey: [plan, 'changes', from, to],
    queryFn: () => call('GET', '/plans/{plan}/changes', { plan, from, to }),
    enabled,
  });
}

export function useHistory(plan: string, before: number | null) {
  return useQuery({
    queryKey: [plan, 'history', before],
    queryFn: () => call('GET', '/plans/{plan}/history', { plan, before }),
  });
}

export function useUses(plan: string, kind: ListKind, id: string) {
  return useQuery({
    queryKey: [plan, 'uses', kind, id],
    queryFn: () => call('GET', '/plans/{plan}/draft/{kind}/{element}/uses', { plan, kind, element: id }),
  });
}

/** Everything derived from a plan is asked for anew after a change of it; whoever made the change waits for the draft alone. */
export function useRefresh(plan: string) {
  const client = useQueryClient();
  return () => bringUpToDate(client, plan);
}

/** Fetches what is new of the draft, and sees to it that all that follows from it is fetched then. */
async function bringUpToDate(client: QueryClient, plan: string) {
  const known = client.getQueryData<Draft>(draftKey(plan));
  try {
    if (known) await fetchNews(client, plan, known.change);
    void follow(client, plan, known !== undefined);
  } catch {
    // No connection, or a plan that is none any more: asking for all of it says so where the user looks.
    void follow(client, plan, false);
  }
}

/** What a round is to do once more: by plan, where one is under way. */
const rounds = new WeakMap<QueryClient, Map<string, { late: boolean; draftToo: boolean }>>();

/** Asks for what follows from a draft, one round at a time: of several changes that come meanwhile only the last is worked out. */
async function follow(client: QueryClient, plan: string, draftKnown: boolean) {
  const ofPlans = rounds.get(client) ?? new Map<string, { late: boolean; draftToo: boolean }>();
  rounds.set(client, ofPlans);
  const running = ofPlans.get(plan);
  if (running) {
    running.late = true;
    running.draftToo ||= !draftKnown;
    return;
  }
  const round = { late: true, draftToo: !draftKnown };
  ofPlans.set(plan, round);
  try {
    while (round.late) {
      const { draftToo } = round;
      round.late = false;
      round.draftToo = false;
      await askAnew(client, plan, (about) => draftToo || about !== 'draft');
    }
  } finally {
    ofPlans.delete(plan);
  }
}

async function askAnew(client: QueryClient, plan: string, which: (about: unknown) => boolean) {
  // An answer under way may tell of the state before the change, and the library would take a first answer for the new one.
  await client.cancelQueries({
    queryKey: [plan],
    predicate: (query) => query.state.data === undefined && which(query.queryKey[1]),
  });
  await client.invalidateQueries({ queryKey: [plan], predicate: (query) => which(query.queryKey[1]) });
}

/** A part of a plan that changes by itself, as the feed names it. */
export const PARTS = ['draft', 'live', 'volumes', 'adjustments', 'rosters', 'jobs'] as const;
export type Part = (typeof PARTS)[number];

/** What is asked anew once such a part has changed; all else stays as it is. */
const FOLLOWS_FROM = {
  volumes: allBut('draft', 'revisions', 'changes', 'history', 'uses', 'people', 'doors', 'door-preview'),
  adjustments: allBut('draft', 'revisions', 'changes', 'history', 'uses', 'people', 'doors', 'door-preview', 'volumes'),
  rosters: allBut('draft', 'revisions', 'changes', 'history', 'uses', 'door-preview', 'volumes', 'forecast', 'rules'),
};

function allBut(...subjects: string[]) {
  return (about: unknown) => !subjects.includes(String(about));
}

/**
 * Keeps the screen at least as new as what was told of a plan's parts, also where a change was told while an older draft was
 * still on its way here. Of a changed draft only what is new is fetched.
 */
export function keepUpToDate(client: QueryClient, plan: string) {
  let newest = 0;
  let fetching = false;
  const seen: Partial<Record<Part, number>> = {};
  const key = hashKey(draftKey(plan));
  async function look() {
    const known = client.getQueryData<Draft>(draftKey(plan));
    if (!known || known.change >= newest || fetching) return;
    fetching = true;
    await bringUpToDate(client, plan);
    fetching = false;
    if (client.getQueryData<Draft>(draftKey(plan))?.change !== known.change) void look();
  }
  const stop = client.getQueryCache().subscribe((event) => {
    if (event.query.queryHash === key && event.type === 'updated' && event.action.type === 'success') void look();
  });
  function told(part: Part, count: number) {
    const before = seen[part];
    seen[part] = count;
    if (part === 'draft') {
      newest = Math.max(newest, count);
      void look();
    } else if (before !== undefined && before < count) {
      if (part === 'jobs') void client.invalidateQueries({ queryKey: ['jobs', plan] });
      else if (part === 'live') void bringUpToDate(client, plan);
      else void askAnew(client, plan, FOLLOWS_FROM[part]);
    }
  }
  return { told, stop };
}

async function fetchNews(client: QueryClient, plan: string, since: number) {
  const news = await call('GET', '/plans/{plan}/draft/news', { plan, since });
  client.setQueryData<Draft>(draftKey(plan), (draft) => draft && withNews(draft, news));
}

/** The draft with what was changed since; one that is newer already stays. */
export function withNews(draft: Draft, news: DraftNews): Draft {
  if (draft.change > news.change) return draft;
  const plan: Plan = { ...draft.plan };
  const versions = { ...draft.versions };
  const changed = new Map<string, unknown>();
  for (const { kind, id, version, element } of news.elements) {
    versions[`${kind}/${id}`] = version;
    changed.set(`${kind}/${id}`, element);
  }
  for (const [kind, ids] of Object.entries(news.order)) {
    if (kind === 'settings') {
      plan.settings = changed.get('settings/settings') as Plan['settings'];
      continue;
    }
    const known = new Map((plan[kind as ListKind] as { id: string }[]).map((element) => [element.id, element]));
    Object.assign(plan, { [kind]: ids.map((id) => changed.get(`${kind}/${id}`) ?? known.get(id)) });
  }
  const { change, live, changedSinceLive, undo, redo } = news;
  return { ...draft, plan, versions, change, live, changedSinceLive, undo, redo };
}

/** The draft as it is on the screen, where an edit is prepared outside of rendering. */
export function currentDraft(client: QueryClient, plan: string) {
  const draft = client.getQueryData<Draft>(draftKey(plan));
  if (!draft) throw new Error('the draft is not loaded');
  return draft;
}

/** A change of the draft: tried again while the connection is lost, and everything refreshed after it. */
function useDraftChange<Wish, Answer>(plan: string, send: (wish: Wish) => Promise<Answer>) {
  const refresh = useRefresh(plan);
  return useMutation({ mutationFn: send, onSettled: refresh, ...untilConnected, mutationKey: [plan, 'change'] });
}

/** By element and version, the version that our own edit of it made. */
const ours = new Map<string, number>();

function newestOfOurs(path: string, version: number) {
  let newest = version;
  for (let next = ours.get(`${path}@${newest}`); next !== undefined; next = ours.get(`${path}@${newest}`)) newest = next;
  return newest;
}

export function usePutElement<K extends ElementKind>(plan: string, kind: K, id: string) {
  const client = useQueryClient();
  const refresh = useRefresh(plan);
  return useMutation({
    ...untilConnected,
    mutationKey: [plan, 'change'],
    // One after the other: an edit begun before the one before it was stored is made on the version that one makes.
    scope: { id: `${plan} ${kind} ${id}` },
    mutationFn: async ({ element, version }: { element: ElementOf<K>; version: number }) => {
      const path = `/plans/${plan}/draft/${kind}/${id}`;
      const base = newestOfOurs(path, version);
      const edited = await call('PUT', '/plans/{plan}/draft/{kind}/{element}', { plan, kind, element: id }, { version: base, element });
      if (edited.version > base) ours.set(`${path}@${base}`, edited.version);
      return edited;
    },
    // The screen shows the stored edit at once; what follows from it comes with the refresh.
    onSuccess: (edited, { element }) =>
      client.setQueryData<Draft>(
        draftKey(plan),
        (draft) => draft && withElements(draft, [{ kind, element: element as ElementOf<ElementKind> }], edited),
      ),
    onSettled: refresh,
  });
}

/** One element of an edit that touches several. */
export interface ElementEdit {
  kind: ElementKind;
  version: number;
  element: ElementOf<ElementKind>;
}

/** Sends edits of several elements, all stored or none. */
export const putElements = (plan: string, edits: ElementEdit[]) =>
  call('POST', '/plans/{plan}/draft/edits', { plan }, { edits });

/** Edits several elements at once, all or none. */
export function usePutElements(plan: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    ...untilConnected,
    mutationKey: [plan, 'change'],
    mutationFn: (edits: ElementEdit[]) => putElements(plan, edits),
    onSettled: refresh,
  });
}

/** The draft on the screen after edits that were stored; a version is known for sure only where one element changed. */
function withElements(draft: Draft, edits: { kind: ElementKind; element: ElementOf<ElementKind> }[], edited: Edited): Draft {
  const plan: Plan = { ...draft.plan };
  const versions = { ...draft.versions };
  for (const { kind, element } of edits) {
    if (kind === 'settings') {
      plan.settings = element as Plan['settings'];
      versions['settings/settings'] = edited.version;
      continue;
    }
    const { id } = element as { id: string };
    const list = plan[kind] as { id: string }[];
    if (!list.some((other) => other.id === id)) return draft; // a new one finds its place on the server
    Object.assign(plan, { [kind]: list.map((other) => (other.id === id ? element : other)) });
    versions[`${kind}/${id}`] = edited.version;
  }
  return { ...draft, plan, versions, change: edited.change };
}

export const useMove = (plan: string) =>
  useDraftChange(plan, (wish: { kind: ListKind; id: string; version: number; before: string | null }) =>
    call('POST', '/plans/{plan}/draft/{kind}/{element}/move', { plan, kind: wish.kind, element: wish.id }, {
      version: wish.version,
      before: wish.before,
    }),
  );

export const useRemove = (plan: string) =>
  useDraftChange(plan, (wish: { kind: ListKind; id: string; version: number; replacement: string | null }) => {
    const { kind, id, version, replacement } = wish;
    return call('DELETE', '/plans/{plan}/draft/{kind}/{element}', { plan, kind, element: id, version, replacement });
  });

export const useUndo = (plan: string) =>
  useDraftChange(plan, ({ which, change }: { which: 'undo' | 'redo'; change: number }) =>
    call('POST', `/plans/{plan}/draft/${which}`, { plan, change }),
  );

export const useGoLive = (plan: string) =>
  useDraftChange(plan, (wish: { change: number; note: string }) =>
    call('POST', '/plans/{plan}/revisions', { plan }, wish),
  );

export const useRestore = (plan: string) =>
  useDraftChange(plan, (wish: { revision: number; change: number }) =>
    call('POST', '/plans/{plan}/draft/restoration', { plan }, wish),
  );

export function usePreviewDocument(plan: string) {
  return useMutation({
    mutationFn: (file: Blob) =>
      call('POST', '/plans/{plan}/document/preview', { plan }, { file, type: 'application/json' }),
  });
}

export const useTakeDocument = (plan: string) =>
  useDraftChange(plan, ({ file, change }: { file: Blob; change: number }) =>
    call('PUT', '/plans/{plan}/document', { plan, change }, { file, type: 'application/json' }),
  );

/** Makes a plan of a document. */
export function useNewPlanFromDocument() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (file: Blob) => call('POST', '/plans/document', {}, { file, type: 'application/json' }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['plans'] }),
  });
}
