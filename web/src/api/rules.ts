import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { call } from './client';

/** What the draft's rules do with every chat there can be. */
export function useRulesAnalysis(plan: string) {
  return useQuery({
    queryKey: [plan, 'rules', 'analysis'],
    queryFn: () => call('GET', '/plans/{plan}/rules/analysis', { plan }),
    placeholderData: keepPreviousData,
  });
}

/** Which of the newest weeks' chats each rule of the draft takes, and which the live plan sends elsewhere. */
export function useRuleShares(plan: string) {
  return useQuery({
    queryKey: [plan, 'rules', 'shares'],
    queryFn: () => call('GET', '/plans/{plan}/rules/shares', { plan }),
    placeholderData: keepPreviousData,
  });
}
