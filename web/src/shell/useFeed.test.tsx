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
  private readonly listeners: ((event: { data: string }) => void)[] = [];

  constructor(readonly url: string) {
    Source.newest = this;
  }

  addEventListener(_name: string, listener: (event: { data: string }) => void) {
    this.listeners.push(listener);
  }

  close() {
    this.closed = true;
  }

  tell(data: string) {
    for (const listener of this.listeners) listener({ data });
  }
}

describe('the feed', () => {
  let client: QueryClient;
  let asked: ReturnType<typeof vi.spyOn>;

  beforeEach(() => {
    vi.useFakeTimers();
    vi.stubGlobal('EventSource', Source);
    client = new QueryClient();
    client.setQueryData(['p', 'draft'], { change: 7 });
    asked = vi.spyOn(client, 'invalidateQueries');
  });
  afterEach(() => {
    cleanup();
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  const follow = () =>
    renderHook(() => useFeed('p'), {
      wrapper: ({ children }: { children: ReactNode }) => (
        <QueryClientProvider client={client}>{children}</QueryClientProvider>
      ),
    });

  it('asks anew only for what is newer than the screen', async () => {
    follow();
    expect(Source.newest.url).toBe('/api/v1/plans/p/feed');
    Source.newest.tell('7');
    Source.newest.tell('6');
    await vi.advanceTimersByTimeAsync(0);
    expect(asked).not.toHaveBeenCalled();
    Source.newest.tell('8');
    await vi.advanceTimersByTimeAsync(0);
    expect(asked).toHaveBeenCalledWith({ queryKey: ['p'] });
  });

  it('asks anew where a change is told while an older draft is on its way', async () => {
    client.removeQueries();
    const answers: ((draft: { change: number }) => void)[] = [];
    const draft = new QueryObserver(client, {
      queryKey: ['p', 'draft'],
      queryFn: () => new Promise<{ change: number }>((resolve) => answers.push(resolve)),
    });
    const leave = draft.subscribe(() => undefined);
    follow();
    Source.newest.tell('8');
    answers[0]?.({ change: 7 });
    await vi.advanceTimersByTimeAsync(0);
    expect(answers).toHaveLength(2);
    answers[1]?.({ change: 8 });
    await vi.advanceTimersByTimeAsync(0);
    expect(draft.getCurrentResult().data).toEqual({ change: 8 });
    expect(answers).toHaveLength(2);
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
    Source.newest.tell('8');
    await vi.advanceTimersByTimeAsync(0);
    answers[0]?.('of change 7');
    answers[1]?.('of change 8');
    await vi.advanceTimersByTimeAsync(0);
    expect(findings.getCurrentResult().data).toBe('of change 8');
    leave();
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
