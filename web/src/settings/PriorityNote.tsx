import { useWorkplace } from '../plan/workplace';

/** What a priority does, which depends on how the plan has operators take their next chat. */
export function PriorityNote({ of }: { of: 'queue' | 'rule' | 'rung' }) {
  const { draft } = useWorkplace();
  return (
    <p className="soft priority-note">
      {draft.plan.settings.nextChat === 'TARGET'
        ? 'Changes nothing as the plan stands: operators take the chat nearest to missing its answer target.'
        : WORDS[of]}
    </p>
  );
}

const WORDS = {
  queue: 'Its chats are taken before those of any queue with a lower one, however long those have waited.',
  rule: 'For the chats of this rule, in place of the priority of the queue they wait in.',
  rung: 'The chat goes before those of a lower priority in every queue its operators serve, up to 9.',
};
