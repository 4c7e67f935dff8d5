import { type Topic, type TriedUtterance, useFlips } from '../api/bot';
import { useWorkplace } from '../plan/workplace';
import { ErrorNote } from '../ui/ErrorNote';
import { useSettled } from '../ui/useSettled';

const PAUSE_MILLIS = 300;
const MOST_SHOWN = 6;

/** What an edit of topics that is not saved would do to the bot's test utterances. */
export function FlipNote({ topics }: { topics: Topic[] }) {
  const { draft } = useWorkplace();
  const settled = useSettled(topics, PAUSE_MILLIS);
  const bot = draft.plan.bots.find(({ topics: known }) => known.length === 0 || settled.some(({ id }) => known.includes(id)));
  const { data, error } = useFlips(draft.id, bot?.id ?? '', draft.change, bot ? settled : []);
  if (!bot || settled.length === 0) return null;
  if (error) return <ErrorNote error={error} />;
  if (!data) return <p className="soft">Trying the edit …</p>;
  if (data.tried === 0) return <p className="soft">Nothing is tried: no topic has test utterances yet.</p>;
  const better = data.flips.filter(({ before, after }) => worth(after) > worth(before)).length;
  const worse = data.flips.filter(({ before, after }) => worth(after) < worth(before)).length;
  return (
    <section className="flip-note" aria-label="What it would do">
      <p role="status">
        <strong>
          {data.flips.length === 0 ? 'None' : data.flips.length} of {data.tried}
        </strong>{' '}
        test utterances {data.flips.length === 1 ? 'flips' : 'flip'}
        {better > 0 && <span className="enough">, ▴ {better} to the better</span>}
        {worse > 0 && <span className="short">, ▾ {worse} to the worse</span>}
      </p>
      <ul>
        {data.flips.slice(0, MOST_SHOWN).map(({ before, after }) => (
          <li key={`${before.language} ${before.text}`}>
            <span className={worth(after) < worth(before) ? 'short' : 'enough'} aria-hidden="true">
              {worth(after) < worth(before) ? '▾' : '▴'}
            </span>{' '}
            “{before.text}” <span className="soft">{`${fate(before, draft.plan.topics)} → ${fate(after, draft.plan.topics)}`}</span>
          </li>
        ))}
      </ul>
      {data.flips.length > MOST_SHOWN && <p className="soft">and {data.flips.length - MOST_SHOWN} more</p>}
    </section>
  );
}

const WORTH = { ANSWERED: 2, PASSED_ON: 1, ANSWERED_WRONGLY: 0 } as const;
const worth = ({ fate: what, right }: TriedUtterance) => (right ? WORTH[what] : what === 'ANSWERED_WRONGLY' ? 0 : 2);

function fate({ fate: what, taken }: TriedUtterance, topics: Topic[]) {
  if (what === 'PASSED_ON') return 'passed on';
  const name = topics.find(({ id }) => id === taken)?.name ?? 'a courtesy';
  return what === 'ANSWERED' ? `right, ${name}` : `wrong, ${name}`;
}
