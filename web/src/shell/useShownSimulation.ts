import { useLocation } from 'react-router';
import { useSimulated } from '../api/results';
import { useWorkplace } from '../plan/workplace';

export const CONSEQUENCES = '/consequences';

/** The simulated week that stands around every view; beside the view that looks closely, the very same figures. */
export function useShownSimulation() {
  const { draft, week } = useWorkplace();
  const closely = useLocation().pathname === CONSEQUENCES;
  return useSimulated(draft.id, week.monday, closely);
}
