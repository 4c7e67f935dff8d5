import { Button, Input } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { type Bot, type Replied, useTalk } from '../api/bot';
import { useWorkplace } from '../plan/workplace';
import { BusyButton } from '../ui/BusyButton';
import { ErrorNote } from '../ui/ErrorNote';

interface Turn {
  text: string;
  reply: Replied;
}

const AFTER = { NOTHING: null, HAND_OVER: 'A person takes over.', MESSAGE_FORM: 'The form to leave a message follows.' } as const;

/** A talk with the bot of the draft; each answer with what else it might have been. */
export function Talk({ bot }: { bot: Bot }) {
  const { draft } = useWorkplace();
  const [turns, setTurns] = useState<Turn[]>([]);
  const [text, setText] = useState('');
  const talk = useTalk(draft.id, bot.id);
  const log = useRef<HTMLOListElement>(null);
  // What was said last is in sight.
  useEffect(() => {
    if (log.current) log.current.scrollTop = log.current.scrollHeight;
  }, [turns]);
  const limit = draft.plan.settings.timeouts.botCertainty;
  const misses = bot.handoff.misses ?? draft.plan.settings.timeouts.botMisses;
  function say(words: string) {
    if (words.trim() === '' || talk.isPending) return;
    const stands = turns.at(-1)?.reply.stands ?? null;
    talk.mutate(
      { stands, text: words },
      {
        onSuccess: (reply) => {
          setTurns((before) => [...before, { text: words, reply }]);
          setText('');
        },
      },
    );
  }
  return (
    <>
      <h2>Talk to the draft</h2>
      <p className="soft">
        {bot.name} answers by itself from a certainty of {limit}, and gives up after {misses} misses in a row.
      </p>
      <ol className="talk-turns" role="log" aria-label="Talk" ref={log}>
        {turns.map(({ text: said, reply }, i) => (
          <li key={i}>
            <p className="talk-visitor">{said}</p>
            <p className="talk-certainty soft">
              {reply.candidates.slice(0, 3).map(({ name, certainty }, k) => (
                <span key={name} className={k === 0 && certainty >= limit ? 'enough' : ''}>
                  {k > 0 && ' · '}
                  {k === 0 ? <strong>{nameOf(name)}</strong> : nameOf(name)} {certainty.toFixed(2)}
                </span>
              ))}
              {reply.none !== null && reply.none !== undefined && ` · none of these ${reply.none.toFixed(2)}`}
            </p>
            {reply.says.map((line, k) => (
              <p key={k} className={reply.kind === 'NOT_UNDERSTOOD' ? 'talk-bot talk-missed' : 'talk-bot'}>
                {line}
              </p>
            ))}
            {reply.kind === 'ANSWER' && reply.says.length === 0 && <p className="warns">◆ Nothing is said: the topic has no answer.</p>}
            {reply.quoted && (
              <p className="soft">
                ❝ from “{reply.quoted.heading}”, {reply.quoted.title}
              </p>
            )}
            {reply.lookup && (
              <p className={reply.lookup.answered ? 'soft' : 'warns'}>
                {reply.lookup.answered ? `The service ${reply.lookup.service} was asked.` : `◆ The service ${reply.lookup.service} did not answer in time.`}
              </p>
            )}
            {reply.picture && <img className="talk-picture" src={`/${reply.picture}`} alt="" />}
            {reply.link && <p className="soft">{reply.link}</p>}
            {reply.offers.length > 0 && (
              <p className="talk-offers">
                {reply.offers.map(({ topic, label }) => (
                  <Button key={topic} size="small" onClick={() => say(label)}>
                    {label}
                  </Button>
                ))}
              </p>
            )}
            {reply.kind === 'SIGN' && <p className="soft">→ Writes a sign of anger or danger, and gets a person.</p>}
            {reply.kind === 'PERSON' && <p className="soft">→ Asks for a person, and gets one.</p>}
            {reply.after && AFTER[reply.after] && <p className="soft">→ {AFTER[reply.after]}</p>}
            {reply.stands.misses >= misses && <p className="short">▾ Given up after {reply.stands.misses} misses: a person takes over.</p>}
          </li>
        ))}
      </ol>
      <form
        className="talk-form"
        onSubmit={(event) => {
          event.preventDefault();
          say(text);
        }}
      >
        <Input aria-label="Say something to the bot" placeholder="Write as a visitor would" maxLength={5000} value={text} onChange={(event) => setText(event.target.value)} />
        <BusyButton htmlType="submit" type="primary" busy={talk.isPending}>
          Say
        </BusyButton>
      </form>
      {turns.length > 0 && (
        <Button type="link" onClick={() => setTurns([])}>
          Begin anew
        </Button>
      )}
      <ErrorNote error={talk.error} />
    </>
  );
}

const COURTESIES: Record<string, string> = {
  '~greeting': 'a greeting',
  '~thanks': 'thanks',
  '~who-are-you': 'who are you?',
  '~goodbye': 'a goodbye',
  '~person': 'asks for a person',
};

const nameOf = (name: string) => COURTESIES[name] ?? name;
