import { useMutation } from '@tanstack/react-query';
import { call, untilConnected } from './client';
import type { Edited } from './model';
import { useRefresh } from './plan';

/** A finding, by what it is about and what it says. */
export interface FindingName {
  id: string;
  words: string;
}

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

export const useAcceptFinding = (plan: string) => useFindingChange<FindingName & { reason: string }>(plan, 'acceptances');

export const useReopenFinding = (plan: string) => useFindingChange<FindingName>(plan, 'acceptances/reopened');
