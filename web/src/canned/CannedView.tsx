import { useWorkplace } from '../plan/workplace';
import { CannedReplies } from './CannedReplies';

/** The replies kept ready of a plan's operators. */
export function CannedView() {
  const { draft } = useWorkplace();
  return (
    <div className="canned-view">
      <div className="view-head">
        <h1>Replies</h1>
        <span className="soft">kept ready for the desk</span>
      </div>
      <CannedReplies plan={draft.id} />
    </div>
  );
}
