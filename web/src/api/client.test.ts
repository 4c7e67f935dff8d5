import { afterEach, describe, expect, it, vi } from 'vitest';
import { call, fromAddress, ProblemError, untilConnected } from './client';

afterEach(() => vi.unstubAllGlobals());

describe('call', () => {
  it('sends the CSRF token of its cookie with every change', async () => {
    document.cookie = 'XSRF-TOKEN=a%2Fb';
    const fetched = vi.fn(async () => new Response('{}', { status: 200 }));
    vi.stubGlobal('fetch', fetched);

    await call('PUT', '/plans/{plan}/draft/{kind}/{element}', { plan: 'p', kind: 'queues', element: 'q' }, { version: 1, element: {} });

    const [path, request] = fetched.mock.calls[0] as unknown as [string, RequestInit];
    expect(path).toBe('/api/v1/plans/p/draft/queues/q');
    expect(request.headers).toMatchObject({ 'X-XSRF-TOKEN': 'a/b', 'Content-Type': 'application/json' });
  });

  it('fills in its path, and has the other parameters behind it but for those that say nothing', async () => {
    const fetched = vi.fn(async () => new Response('{}', { status: 200 }));
    vi.stubGlobal('fetch', fetched);

    await call('GET', '/plans/{plan}/records', { plan: 'a/b', words: 'two & three', hour: 0, door: null, topic: undefined });
    await call('GET', '/plans/{plan}/records', { plan: 'p', ...fromAddress('outcome=GAVE_UP&words=Fähre&outcome=REFUSED&topic=') });
    await call('POST', '/plans/{plan}/volumes/imports', { plan: 'p', column: ['time:0', 'door:1'] }, { file: new Blob([]), type: 'text/csv' });

    expect(fetched.mock.calls.map(([path]: unknown[]) => path)).toEqual([
      '/api/v1/plans/a%2Fb/records?words=two+%26+three&hour=0',
      '/api/v1/plans/p/records?outcome=GAVE_UP&outcome=REFUSED&words=F%C3%A4hre&topic=',
      '/api/v1/plans/p/volumes/imports?column=time%3A0&column=door%3A1',
    ]);
  });

  it('turns problem details into an error that tells its kind', async () => {
    const problem = { type: 'tag:kinetarch,2026:problem/stale-edit', title: 'Stale', detail: 'Version 2 is there.' };
    vi.stubGlobal('fetch', async () =>
      new Response(JSON.stringify(problem), { status: 409, headers: { 'Content-Type': 'application/problem+json' } }),
    );

    const error = await call('PUT', '/plans/{plan}/reports/way', { plan: 'p' }, { within: 20 } as never).catch((e: unknown) => e as ProblemError);

    expect(error).toBeInstanceOf(ProblemError);
    expect((error as ProblemError).is('stale-edit')).toBe(true);
    expect((error as ProblemError).problem.detail).toBe('Version 2 is there.');
  });

  it('shows what it has where the server says that it is the newest', async () => {
    const sent: Record<string, string>[] = [];
    vi.stubGlobal('fetch', async (_path: string, { headers }: { headers: Record<string, string> }) => {
      sent.push(headers);
      return headers['If-None-Match'] === 'W/"7"'
        ? new Response(null, { status: 304 })
        : new Response('{"change":7}', { status: 200, headers: { ETag: 'W/"7"' } });
    });

    const first = await call('GET', '/plans/{plan}/draft', { plan: 'p' });
    expect(await call('GET', '/plans/{plan}/draft', { plan: 'p' })).toBe(first);
    expect(sent.map((headers) => headers['If-None-Match'])).toEqual([undefined, 'W/"7"']);
  });

  it('says so when nobody answers', async () => {
    vi.stubGlobal('fetch', async () => {
      throw new TypeError('Failed to fetch');
    });

    await expect(call('GET', '/about')).rejects.toThrow('does not answer');
  });
});

describe('a lost connection', () => {
  const lost = new ProblemError({ title: 'No connection', detail: '', status: 0 });
  const refused = new ProblemError({ title: 'Refused', detail: '', status: 409 });

  it('is tried again without end, ever slower up to a bound', () => {
    expect(untilConnected.retry(1000, lost)).toBe(true);
    expect(untilConnected.retryDelay(0)).toBe(500);
    expect(untilConnected.retryDelay(1)).toBe(1000);
    expect(untilConnected.retryDelay(20)).toBe(8000);
  });

  it('is told from a refusal, which will not change by asking again', () => {
    expect(untilConnected.retry(0, refused)).toBe(false);
  });
});

it('sends a file as it is, under its own type', async () => {
  const fetched = vi.fn(async () => new Response('{}', { status: 200 }));
  vi.stubGlobal('fetch', fetched);
  const file = new Blob(['a,b']);

  await call('POST', '/plans/{plan}/people.csv/preview', { plan: 'p' }, { file, type: 'text/csv' });

  const [, request] = fetched.mock.calls[0] as unknown as [string, RequestInit];
  expect(request.body).toBe(file);
  expect(request.headers).toMatchObject({ 'Content-Type': 'text/csv' });
});
