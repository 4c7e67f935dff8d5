import { Button } from 'antd';
import { useState } from 'react';
import type { BotQuality, Confusion, Topic, TriedUtterance } from '../api/bot';
import { usePutElements } from '../api/plan';
import { usePlace } from '../plan/place';
import { useWorkplace } from '../plan/workplace';
import { FlipNote } from '../settings/FlipNote';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';

const MOST_SHOWN = 8;

/** Which topics are taken for others, the phrases to blame, and what moving one would do. */
export function Confusions({ topics, quality }: { topics: Topic[]; quality: BotQuality }) {
  const name = (id: string) => topics.find((topic) => topic.id === id)?.name ?? id;
  return (
    <section aria-label="Taken for another" className="bot-card">
      <h2>Taken for another</h2>
      {quality.confusions.length === 0 && <p className="enough">▴ No topic is taken for another.</p>}
      <ul className="confusions">
        {quality.confusions.slice(0, MOST_SHOWN).map((confusion) => (
          <ConfusionLine key={`${confusion.right} ${confusion.taken}`} confusion={confusion} topics={topics} name={name} />
        ))}
      </ul>
      {quality.strangersAnswered.length > 0 && (
        <>
          <h3>Of no topic, and answered all the same</h3>
          <ul className="confusions">
            {quality.strangersAnswered.slice(0, MOST_SHOWN).map((one) => (
              <li key={`${one.language} ${one.text}`}>
                “{one.text}” <span className="short">▾ {one.taken ? name(one.taken) : 'a courtesy'}</span>{' '}
                <span className="soft">{one.certainty.toFixed(2)}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function ConfusionLine({ confusion, topics, name }: { confusion: Confusion; topics: Topic[]; name: (id: string) => string }) {
  const [open, setOpen] = useState<TriedUtterance | null>(null);
  const { select } = usePlace();
  const [first] = confusion.utterances;
  return (
    <li>
      <p>
        <strong>{confusion.utterances.length}</strong> of{' '}
        <button type="button" className="plain-link" onClick={() => select({ kind: 'topics', id: confusion.right })}>
          {name(confusion.right)}
        </button>{' '}
        for <strong>{name(confusion.taken)}</strong>
      </p>
      {confusion.utterances.slice(0, 3).map((one) => (
        <p key={`${one.language} ${one.text}`} className="confusion-utterance">
          “{one.text}” <span className={one.fate === 'ANSWERED_WRONGLY' ? 'short' : 'soft'}>{one.certainty.toFixed(2)}</span>
          {one.nearest && (
            <Button size="small" type="link" onClick={() => setOpen(open === one ? null : one)}>
              near “{one.nearest}”
            </Button>
          )}
        </p>
      ))}
      {open?.nearest && first && (
        <MovePhrase phrase={open.nearest} language={open.language} from={confusion.taken} to={confusion.right} topics={topics} onDone={() => setOpen(null)} />
      )}
    </li>
  );
}

interface MovePhraseProps {
  phrase: string;
  language: string;
  from: string;
  to: string;
  topics: Topic[];
  onDone: () => void;
}

/** What moving a phrase from one topic to another would do, before it is done. */
function MovePhrase({ phrase, language, from, to, topics, onDone }: MovePhraseProps) {
  const { draft, canEdit } = useWorkplace();
  const put = usePutElements(draft.id);
  const [source, target] = [from, to].map((id) => topics.find((topic) => topic.id === id));
  if (!source || !target) return null;
  const edited = [
    { ...source, phrases: { ...source.phrases, [language]: (source.phrases[language] ?? []).filter((other) => other !== phrase) } },
    { ...target, phrases: { ...target.phrases, [language]: [...(target.phrases[language] ?? []), phrase] } },
  ];
  return (
    <div className="move-phrase">
      <p>
        Move “{phrase}” to <strong>{target.name}</strong>?
      </p>
      <FlipNote topics={edited} />
      {canEdit && (
        <BusyButton
          size="small"
          type="primary"
          busy={put.isPending}
          onClick={() =>
            put.mutate(
              edited.map((element) => ({ kind: 'topics', version: draft.versions[`topics/${element.id}`] ?? 1, element })),
              { onSuccess: onDone },
            )
          }
        >
          Move it
        </BusyButton>
      )}
      <Button size="small" onClick={onDone}>
        Leave it
      </Button>
      <ErrorNote error={put.error} />
    </div>
  );
}
