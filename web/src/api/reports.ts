import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, fromAddress } from './client';
import type { ReportWay } from './model';

const path = (plan: string) => `/plans/${plan}/reports`;

/** What became of the chats of some days; `asked` as parameters of the address. */
export function useReport(plan: string, asked: string) {
  return useQuery({
    queryKey: [plan, 'reports', asked],
    queryFn: ({ signal }) => call('GET', '/plans/{plan}/reports', { plan, ...fromAddress(asked) }, undefined, signal),
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
}

/** Where a report can be had as a table. */
export const reportFile = (plan: string, asked: string, kind: 'csv' | 'xlsx') => `/api/v1${path(plan)}/report.${kind}?${asked}`;

/** Chooses how chats are counted. */
export function useChooseWay(plan: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (way: ReportWay) => call('PUT', '/plans/{plan}/reports/way', { plan }, way),
    onSuccess: () => client.invalidateQueries({ queryKey: [plan, 'reports'] }),
  });
}
