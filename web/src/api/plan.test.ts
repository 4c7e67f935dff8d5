import { QueryClient, QueryClientProvider, QueryObserver } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import { createElement, type ReactNode } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Draft, DraftNews } from './model';
import { usePutElement, withNews } from './plan';

const draft = {
  id: 'p',
  change: 3,
  plan: {
    settings: { name: 'Before' },
    queues: [{ id: 'a', name: 'A' }, { id: 'b', name: 'B' }, { id: 'c', name: 'C' }],
    skills: [{ id: 's', name: 'S' }],
  },
  versions: { 'queues/a': 2 },
} as unknown as Draft;

const news = {
  change: 6,
  elements: [
    { kind: 'queues', id: 'b', version: 2, element: null },
    { kind: 'queues', id: 'd', version: 2, element: { id: 'd', name: 'D' } },
    { kind: 'queues', id: 'a', version: 3, element: { id: 'a', name: 'A again' } },
    { kind: 'settings', id: 'settings', version: 2, element: { name: 'After' } },
  ],
  order: { queues: ['c', 'a', 'd'], settings: ['settings'] },
  live: null,
  changedSinceLive: 0,
  undo: { change: 6, words: 'D: new queue' },
  redo: null,
} as unknown as DraftNews;

describe('a draft with its news', () => {
  it('has what was changed, added, moved and removed', () => {
    const after = withNews(draft, news);
    expect(after.plan.queues.map((queue) => queue.name)).toEqual(['C', 'A again', 'D']);
    expect(after.plan.settings.name).toBe('After');
    expect(after.versions).toMatchObject({ 'queues/a': 3, 'queues/d': 2, 'settings/settings': 2 });
    expect(after).toMatchObject({ change: 6, undo: { change: 6 } });
  });

  it('keeps what did not change as it was, so that nothing of it is drawn anew', () => {
    expect(withNews(draft, news).plan.skills).toBe(draft.plan.skills);
    expect(withNews(draft, news).plan.queues[0]).toBe(draft.plan.queues[2]);
  });

  it('stays as it is where it is newer than the news', () => {
    const newer = { ...draft, change: 7 };
    expect(withNews(newer, news)).toBe(newer);
  });
});

afterEach(() => vi.unstubAllGlobals());

const edits = (client: QueryClient, plan: string) =>
  renderHook(() => usePutElement(plan, 'skills', 's'), {
    wrapper: ({ children }: { children: ReactNode }) => createElement(QueryClientProvider, { client }, children),
  });

it('edits of one element go one after the other, each on the version the one before it made', async () => {
  const sent: number[] = [];
  vi.stubGlobal('fetch', async (_path: string, request: RequestInit) => {
    if (request.method !== 'PUT') return new Response(JSON.stringify(news), { status: 200 });
    const { version } = JSON.parse(String(request.body)) as { version: number };
    sent.push(version);
    return new Response(JSON.stringify({ change: version, version: version + 1 }), { status: 200 });
  });
  const { result } = edits(new QueryClient(), 'ordered');
  act(() => {
    for (const name of ['A', 'B', 'C']) result.current.mutate({ element: { id: 's', name }, version: 1 });
  });
  await waitFor(() => expect(sent).toEqual([1, 2, 3]));
});

it('what follows from edits is not waited for, and worked out anew once for all that came meanwhile', async () => {
  vi.stubGlobal('fetch', async (_path: string, request: RequestInit) =>
    new Response(JSON.stringify(request.method === 'PUT' ? { change: 4, version: 2 } : news), { status: 200 }),
  );
  const client = new QueryClient();
  const answers: (() => void)[] = [];
  const week = { queryKey: ['slow', 'week'], queryFn: () => new Promise<string>((resolve) => answers.push(() => resolve('a week'))) };
  const shown = client.fetchQuery(week);
  answers[0]?.();
  await shown;
  const observed = new QueryObserver(client, week).subscribe(() => undefined);
  const { result } = edits(client, 'slow');
  await act(() => Promise.all(['A', 'B', 'C'].map((name) => result.current.mutateAsync({ element: { id: 's', name }, version: 1 }))));
  await waitFor(() => expect(result.current.isPending).toBe(false));
  const first = answers.length;
  answers.at(-1)?.();
  await waitFor(() => expect(answers.length).toBe(first + 1));
  answers.at(-1)?.();
  await waitFor(() => expect(client.isFetching({ queryKey: ['slow', 'week'] })).toBe(0));
  expect(answers.length).toBe(first + 1);
  observed();
});
