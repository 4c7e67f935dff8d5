import { useMutation } from '@tanstack/react-query';
import { call, untilConnected } from './client';
import type { Edited, Finding } from './model';
import { useRefresh } from './plan';

/** What a finding is known by. */
export type FindingName = Pick<Finding, 'kind' | 'id' | 'code' | 'facts'>;

function useFindingChange<Wish>(plan: string, send: (wish: Wish) => Promise<Edited>) {
  const refresh = useRefresh(plan);
  return useMutation({
    mutationFn: send,
    onSettled: refresh,
    ...untilConnected,
    mutationKey: [plan, 'change'],
  });
}

export const useMendFinding = (plan: string) =>
  useFindingChange(plan, (wish: FindingName) => call('POST', '/plans/{plan}/draft/mends', { plan }, wish));

export const useAcceptFinding = (plan: string) =>
  useFindingChange(plan, (wish: { finding: FindingName; reason: string }) => call('POST', '/plans/{plan}/draft/acceptances', { plan }, wish));

export const useReopenFinding = (plan: string) =>
  useFindingChange(plan, (wish: FindingName) => call('POST', '/plans/{plan}/draft/acceptances/reopened', { plan }, wish));
