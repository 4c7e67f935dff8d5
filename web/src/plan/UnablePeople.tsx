import type { Unable } from '../api/model';
import { useUnable } from '../api/people';
import { usePlace } from './place';
import { useWorkplace } from './workplace';

const WHY: Record<Unable['why'], string> = {
  NO_ACCOUNT: 'No account to sign in with',
  ACCOUNT_UNKNOWN: 'No account of the name given',
  ACCOUNT_DISABLED: 'Account disabled',
  MAY_NOT_ANSWER: 'Account whose role does not answer chats',
  INVITED: 'Invited, no password set yet',
  NO_QUEUE: 'Member of no queue',
};
const MOST_NAMED = 8;

/** Operators to whom no live chat can come, by what stands in the way; nothing where there are none. */
export function UnablePeople({ shut = false }: { shut?: boolean }) {
  const { draft } = useWorkplace();
  const { data } = useUnable(draft.id);
  if (!data || data.length === 0) return null;
  const all = draft.plan.operators.length;
  return (
    <details className="part" open={!shut}>
      <summary>
        <span className="part-title">Cannot answer live chats</span>{' '}
        <span className="warns">
          ◆ {data.length} of {all} {all === 1 ? 'operator' : 'operators'}
        </span>
      </summary>
      <dl className="part-body">
        {(Object.keys(WHY) as Unable['why'][]).map((why) => {
          const those = data.filter((unable) => unable.why === why);
          return those.length > 0 && <Reason key={why} why={why} those={those} />;
        })}
      </dl>
    </details>
  );
}

function Reason({ why, those }: { why: Unable['why']; those: Unable[] }) {
  const { draft } = useWorkplace();
  const { select } = usePlace();
  const name = (id: string) => draft.plan.operators.find((operator) => operator.id === id)?.name ?? id;
  return (
    <>
      <dt>
        {WHY[why]}: {those.length}
      </dt>
      <dd className="names">
        {those.slice(0, MOST_NAMED).map(({ operator }) => (
          <button key={operator} type="button" className="plain-link" onClick={() => select({ kind: 'operators', id: operator })}>
            {name(operator)}
          </button>
        ))}
        {those.length > MOST_NAMED && <span className="soft">and {those.length - MOST_NAMED} more</span>}
      </dd>
    </>
  );
}
