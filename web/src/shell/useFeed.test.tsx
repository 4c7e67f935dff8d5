import { QueryClient, QueryClientProvider, QueryObserver } from '@tanstack/react-query';
import { act, cleanup, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useFeed } from './useFeed';

class Source {
  static readonly CLOSED = 2;
  static newest: Source;
  readyState = 1;
  onopen: (() => void) | null = null;
  onerror: (() => void) | null = null;
  closed = false;
  private readonly listeners = new Map<string, (event: { data: string }) => void>();

  constructor(readonly url: string) {
    Source.newest = this;
  }

  addEventListener(name: string, listener: (event: { data: string }) => void) {
    this.listeners.set(name, listener);
  }

  close() {
    this.closed = true;
  }

  tell(part: string, data: string) {
    this.listeners.get(part)?.({ data });
  }
}

const DRAFT = { id: 'p', change: 7, plan: { queues: [] }, versions: {} };
const NEWS = { change: 8, elements: [], order: {}, live: { number: 2 }, changedSinceLive: 3, undo: null, redo: null };

describe('the feed', () => {
  let client: QueryClient;
  let fetched: string[];

  beforeEach(() => {
    vi.useFakeTimers();
    vi.stubGlobal('EventSource', Source);
    client = new QueryClient();
    client.setQueryData(['p', 'draft'], DRAFT);
    fetched = [];
    vi.stubGlobal('fetch', async (path: string) => {
      fetched.push(path);
      return new Response(JSON.stringify(NEWS), { status: 200 });
    });
  });
  afterEach(() => {
    cleanup();
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  const stale = () =>
    client
      .getQueryCache()
      .getAll()
      .filter((query) => query.state.isInvalidated)
      .map((query) => query.queryKey[1]);

  const follow = () =>
    renderHook(() => useFeed('p'), {
      wrapper: ({ children }: { children: ReactNode }) => (
        <QueryClientProvider client={client}>{children}</QueryClientProvider>
      ),
    });

  it('fetches of a draft only what is newer than the screen', async () => {
    follow();
    expect(Source.newest.url).toBe('/api/v1/plans/p/feed');
    Source.newest.tell('draft', '7');
    Source.newest.tell('draft', '6');
    await vi.advanceTimersByTimeAsync(0);
    expect(fetched).toEqual([]);
    Source.newest.tell('draft', '8');
    await vi.advanceTimersByTimeAsync(0);
    expect(fetched).toEqual(['/api/v1/plans/p/draft/news?since=7']);
    expect(client.getQueryData(['p', 'draft'])).toMatchObject({ change: 8, changedSinceLive: 3 });
  });

  it('fetches what is newer where a change is told while an older draft is on its way', async () => {
    client.removeQueries();
    let answer: (draft: object) => void = () => undefined;
    const draft = new QueryObserver(client, {
      queryKey: ['p', 'draft'],
      queryFn: () => new Promise<object>((resolve) => (answer = resolve)),
    });
    const leave = draft.subscribe(() => undefined);
    follow();
    Source.newest.tell('draft', '8');
    answer(DRAFT);
    await vi.advanceTimersByTimeAsync(0);
    expect(fetched).toEqual(['/api/v1/plans/p/draft/news?since=7']);
    expect(draft.getCurrentResult().data).toMatchObject({ change: 8 });
    leave();
  });

  it('takes no first answer that was on its way when the change came', async () => {
    const answers: ((findings: string) => void)[] = [];
    const findings = new QueryObserver(client, {
      queryKey: ['p', 'findings'],
      queryFn: () => new Promise<string>((resolve) => answers.push(resolve)),
    });
    const leave = findings.subscribe(() => undefined);
    follow();
    Source.newest.tell('draft', '8');
    await vi.advanceTimersByTimeAsync(0);
    answers[0]?.('of change 7');
    answers[1]?.('of change 8');
    await vi.advanceTimersByTimeAsync(0);
    expect(findings.getCurrentResult().data).toBe('of change 8');
    leave();
  });

  it('asks anew for what follows from rosters once they change, and for nothing else', async () => {
    for (const about of ['week', 'history', 'forecast']) client.setQueryData(['p', about], 'old');
    follow();
    Source.newest.tell('rosters', '4');
    await vi.advanceTimersByTimeAsync(0);
    expect(stale()).toEqual([]);
    Source.newest.tell('rosters', '5');
    await vi.advanceTimersByTimeAsync(0);
    expect(stale()).toEqual(['week']);
  });

  it('learns that the plan went live, though the draft is the same', async () => {
    follow();
    Source.newest.tell('live', '1');
    Source.newest.tell('live', '2');
    await vi.advanceTimersByTimeAsync(0);
    expect(fetched).toEqual(['/api/v1/plans/p/draft/news?since=7']);
    expect(client.getQueryData(['p', 'draft'])).toMatchObject({ live: { number: 2 } });
  });

  it('says that the connection is lost once the break is worth a word, and that it is back', () => {
    const { result } = follow();
    act(() => Source.newest.onerror?.());
    expect(result.current).toBe(false);
    act(() => vi.advanceTimersByTime(3000));
    expect(result.current).toBe(true);
    act(() => Source.newest.onopen?.());
    expect(result.current).toBe(false);
  });

  it('connects anew where the browser has given up', () => {
    follow();
    const first = Source.newest;
    first.readyState = Source.CLOSED;
    act(() => first.onerror?.());
    act(() => vi.advanceTimersByTime(3000));
    expect(Source.newest).not.toBe(first);
  });

  it('ends with the view', () => {
    const { unmount } = follow();
    unmount();
    expect(Source.newest.closed).toBe(true);
  });
});
