import { createContext, useContext } from 'react';
import type { Account, Draft, Week } from '../api/model';

/** What every view works on: the draft, the week around the moment, and the moment itself. */
export interface Workplace {
  account: Account;
  draft: Draft;
  week: Week;
  at: string;
  /** Index of the moment's half-hour in the week; −1 if it lies outside. */
  slot: number;
  canEdit: boolean;
  canGoLive: boolean;
}

export const WorkplaceContext = createContext<Workplace | null>(null);

export function useWorkplace() {
  const workplace = useContext(WorkplaceContext);
  if (!workplace) throw new Error('a view is shown outside the workplace');
  return workplace;
}
