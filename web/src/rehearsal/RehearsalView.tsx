import { useRehearsal } from '../api/rehearsals';
import { useAddress } from '../plan/useAddress';
import { useWorkplace } from '../plan/workplace';
import { ErrorNote } from '../ui/ErrorNote';
import { Rehearsal } from './Rehearsal';
import { RehearsalList } from './RehearsalList';
import './rehearsal.css';

const WHICH = 'r';

/** Rehearsals of the plan, or the one that is open. */
export function RehearsalView() {
  const [params, change] = useAddress();
  const id = params.get(WHICH);
  const open = (which: string | null) => change({ t: null, [WHICH]: which });
  return id ? <Opened key={id} id={id} onClose={() => open(null)} /> : <RehearsalList onOpen={open} />;
}

function Opened({ id, onClose }: { id: string; onClose: () => void }) {
  const { draft } = useWorkplace();
  const { data, error } = useRehearsal(draft.id, id);
  if (!data) return error ? <ErrorNote error={error} /> : <p className="view-loading soft">Loading the rehearsal …</p>;
  return <Rehearsal rehearsal={data} onClose={onClose} />;
}
