import { memo, useState } from 'react';
import { useEarlierChats } from '../api/desk';
import { outcomeWords } from '../ui/outcome';
import { formatInstant } from '../time/time';
import { ErrorNote } from '../ui/ErrorNote';

/** Chats that the visitor had before, folded away until somebody wants to know. */
export const EarlierChats = memo(function EarlierChats({ plan, chat }: { plan: string; chat: number }) {
  const [open, setOpen] = useState(false);
  const earlier = useEarlierChats(plan, chat, open);
  return (
    <details className="place-why" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="soft">Chats before</summary>
      <ErrorNote error={earlier.error} />
      {earlier.data?.length === 0 && (
        <p className="soft">None of somebody with the same mail address or customer number, as the page tells them.</p>
      )}
      {earlier.data?.map((one) => (
        <details key={one.chat} className="place-why">
          <summary>
            {formatInstant(one.arrivedAt)}
            {one.queue && `, ${one.queue}`}
            {one.operator && ` with ${one.operator}`}, {outcomeWords(one.outcome)}
          </summary>
          {one.lines.map((line) => (
            <p key={line.at + line.text} className={`said said-${line.from}`} dir="auto">
              {line.text}
            </p>
          ))}
        </details>
      ))}
    </details>
  );
});
