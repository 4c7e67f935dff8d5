import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import type { Account, Draft, Plan, Week } from '../api/model';
import { WorkplaceContext } from '../plan/workplace';

/** Renders something as it stands inside the shell; answers are those given, by the end of the path asked for. */
export function renderInWorkplace(
  node: ReactNode,
  plan: Plan,
  answers: Record<string, unknown> = {},
  { address = '/', ...place }: { week?: Week; account?: Account; address?: string } = {},
) {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const sent: { method: string; path: string; body: unknown }[] = [];
  globalThis.fetch = ((input: RequestInfo | URL, init?: RequestInit) => {
    const path = String(input).replace('/api/v1', '');
    const method = init?.method ?? 'GET';
    sent.push({ method, path, body: typeof init?.body === 'string' ? JSON.parse(init.body) : undefined });
    const found = Object.entries(answers).find(([end]) => path.split('?')[0]?.endsWith(end));
    return Promise.resolve(
      new Response(JSON.stringify(found?.[1] ?? { change: 1, version: 2 }), { headers: { 'Content-Type': 'application/json' } }),
    );
  }) as typeof fetch;
  const workplace = {
    account: { displayName: 'P', permissions: ['DESIGN', 'EXPORT'] } as unknown as Account,
    draft: { id: 'p', plan, versions: {}, change: 0 } as unknown as Draft,
    week: { timeZone: 'Europe/Dublin', monday: '2026-11-30' } as unknown as Week,
    at: '2026-12-01T10:00:00Z',
    slot: 0,
    canEdit: true,
    canGoLive: true,
    ...place,
  };
  render(
    <QueryClientProvider client={client}>
      <MemoryRouter initialEntries={[address]}>
        <WorkplaceContext value={workplace}>{node}</WorkplaceContext>
      </MemoryRouter>
    </QueryClientProvider>,
  );
  return sent;
}
