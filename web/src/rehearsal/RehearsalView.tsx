import { useSearchParams } from 'react-router';
import { useRehearsal } from '../api/rehearsals';
import { useWorkplace } from '../plan/workplace';
import { ErrorNote } from '../ui/ErrorNote';
import { Rehearsal } from './Rehearsal';
import { RehearsalList } from './RehearsalList';
import './rehearsal.css';

const WHICH = 'r';

/** Rehearsals of the plan, or the one that is open. */
export function RehearsalView() {
  const [params, setParams] = useSearchParams();
  const id = params.get(WHICH);
  function open(which: string | null) {
    setParams((before) => {
      const after = new URLSearchParams(before);
      after.delete('t');
      if (which === null) after.delete(WHICH);
      else after.set(WHICH, which);
      return after;
    });
  }
  return id ? <Opened key={id} id={id} onClose={() => open(null)} /> : <RehearsalList onOpen={open} />;
}

function Opened({ id, onClose }: { id: string; onClose: () => void }) {
  const { draft } = useWorkplace();
  const { data, error } = useRehearsal(draft.id, id);
  if (!data) return error ? <ErrorNote error={error} /> : <p className="view-loading soft">Loading the rehearsal …</p>;
  return <Rehearsal rehearsal={data} onClose={onClose} />;
}
