import { Button } from 'antd';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { inRecord } from '../api/margin';
import { useRunningChat } from '../api/now';
import { KeptMargin } from '../margin/KeptMargin';
import { formatInstant } from '../time/time';
import { ErrorNote } from '../ui/ErrorNote';
import { languageName } from '../ui/languages';

interface ReadingProps {
  plan: string;
  chat: string;
  onClose: () => void;
  actions: ReactNode;
  /** Names by which notes can be made for somebody. */
  people: string[];
}

/** A running chat as somebody reads along in it, with what was decided beside what was said. */
export function Reading({ plan, chat, onClose, actions, people }: ReadingProps) {
  const running = useRunningChat(plan, Number(chat));
  const data = running.data;
  return (
    <aside className="panel now-reading" aria-label="Read along">
      <div className="view-head">
        <h2>Reading along</h2>
        <span className="header-space" />
        <Button type="text" size="small" aria-label="Close" onClick={onClose}>
          ×
        </Button>
      </div>
      <ErrorNote error={running.error} />
      {data && (
        <>
          <p>
            {data.door}, {languageName(data.language)}
            {data.queue && `, ${data.queue}`}
            {data.operator && `, ${data.operator}`}; came {formatInstant(data.arrivedAt)}
          </p>
          <p>
            {data.over ? (
              <>
                It has ended. <Link to={`/records?chat=${data.chat}`}>Its record</Link> tells the rest.
              </>
            ) : (
              <>
                {actions} <span className="soft">Neither side sees you; that you read is kept.</span>
              </>
            )}
          </p>
          <details className="now-beside">
            <summary>Labels, notes, a ticket</summary>
            <KeptMargin place={inRecord(plan, data.chat)} people={people} />
          </details>
          <ol className="now-entries">
            {data.entries.map((entry) =>
              entry.text != null ? (
                <li key={entry.number} className={`said-${entry.author}`}>
                  <span className="soft">{entry.author === 'operator' ? entry.operator : entry.author}</span>
                  <span>{entry.text}</span>
                </li>
              ) : (
                entry.because !== '' && (
                  <li key={entry.number} className="now-step soft">
                    {entry.because}
                  </li>
                )
              ),
            )}
          </ol>
        </>
      )}
    </aside>
  );
}
