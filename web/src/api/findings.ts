import { useMutation } from '@tanstack/react-query';
import { call, untilConnected } from './client';
import type { Edited, Finding } from './model';
import { useRefresh } from './plan';

/** What a finding is known by. */
export type FindingName = Pick<Finding, 'kind' | 'id' | 'code' | 'facts'>;

function useFindingChange<Wish>(plan: string, path: string) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: (wish: Wish) => call<Edited>('POST', `/plans/${plan}/draft/${path}`, wish),
    onSettled: refresh,
    ...untilConnected,
    mutationKey: [plan, 'change'],
  });
}

export const useMendFinding = (plan: string) => useFindingChange<FindingName>(plan, 'mends');

export const useAcceptFinding = (plan: string) => useFindingChange<{ finding: FindingName; reason: string }>(plan, 'acceptances');

export const useReopenFinding = (plan: string) => useFindingChange<FindingName>(plan, 'acceptances/reopened');
