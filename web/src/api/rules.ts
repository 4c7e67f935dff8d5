import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { call } from './client';
import type { RuleShares, RulesAnalysis } from './model';

/** What the draft's rules do with every chat there can be. */
export function useRulesAnalysis(plan: string) {
  return useQuery({
    queryKey: [plan, 'rules', 'analysis'],
    queryFn: () => call<RulesAnalysis>('GET', `/plans/${plan}/rules/analysis`),
    placeholderData: keepPreviousData,
  });
}

/** Which of the newest weeks' chats each rule of the draft takes, and which the live plan sends elsewhere. */
export function useRuleShares(plan: string) {
  return useQuery({
    queryKey: [plan, 'rules', 'shares'],
    queryFn: () => call<RuleShares>('GET', `/plans/${plan}/rules/shares`),
    placeholderData: keepPreviousData,
  });
}
