import { memo } from 'react';
import { Button, Popover } from 'antd';
import { type Desk, useSeen } from '../api/desk';
import { formatInstant } from '../time/time';
import { ErrorNote } from '../ui/ErrorNote';

/** Notes in which colleagues named the operator, until they have seen them. */
export const MentionedIn = memo(function MentionedIn({ plan, mentions }: { plan: string; mentions: Desk['mentions'] }) {
  const seen = useSeen(plan);
  if (mentions.length === 0) return null;
  return (
    <Popover
      trigger="click"
      placement="bottomRight"
      content={
        <ul className="mentions">
          {mentions.map(({ note, chat, by, at, words }) => (
            <li key={note}>
              <span className="soft">
                <strong>{by}</strong> beside chat {chat}, {formatInstant(at)}
              </span>
              <span dir="auto">{words}</span>
              <Button size="small" disabled={seen.isPending} onClick={() => seen.mutate(note)}>
                Seen
              </Button>
            </li>
          ))}
          <ErrorNote error={seen.error} />
        </ul>
      }
    >
      <Button type="text" className="warns">
        ◆ {mentions.length === 1 ? 'a note for you' : `${mentions.length} notes for you`}
      </Button>
    </Popover>
  );
});
