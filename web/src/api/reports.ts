import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from './client';
import type { Report, ReportWay } from './model';

const path = (plan: string) => `/plans/${plan}/reports`;

/** What became of the chats of some days; `asked` as parameters of the address. */
export function useReport(plan: string, asked: string) {
  return useQuery({
    queryKey: [plan, 'reports', asked],
    queryFn: ({ signal }) => call<Report>('GET', `${path(plan)}?${asked}`, undefined, signal),
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
    mutationFn: (way: ReportWay) => call<ReportWay>('PUT', `${path(plan)}/way`, way),
    onSuccess: () => client.invalidateQueries({ queryKey: [plan, 'reports'] }),
  });
}
