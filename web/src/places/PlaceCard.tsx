import { Button, Dropdown } from 'antd';
import { memo, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { CannedAtHand } from '../api/canned';
import type { Colleague, Desk, DeskLine, Place } from '../api/desk';
import { Margin, marginWords } from '../margin/Margin';
import { formatInstant } from '../time/time';
import { clockWords, secondsSince, timeOfDay } from './clock';
import { SaidWords } from './SaidWords';
import { filledIn, type OfferedReply, offeredReplies, unfilled, wantedIn } from './canned';
import type { DeskActions } from './DeskTable';
import { useDrafts } from './drafts';
import { markOf, type ReadMark, speaker, waitsSince } from './place';
import { PRIORITIES } from './priorities';
import { languageName } from '../ui/languages';

interface Sending {
  key: string;
  text: string;
}

/** What of a desk does not change with every word that is said, so that places stay as they are while others are spoken to. */
export type Around = Pick<Desk, 'self' | 'colleagues' | 'queues' | 'skills' | 'acceptSeconds' | 'replySeconds'>;

interface PlaceProps {
  desk: Around;
  place: Place;
  at: number;
  typing: string | undefined;
  /** Replies that are on their way. */
  sending: Sending[];
  number: number;
  actions: DeskActions;
  /** Replies that are kept ready; none where there are no such. */
  canned?: CannedAtHand | undefined;
}

/** A chat in its place: whole, with its visitor's clock on the upper edge. */
export function PlaceCard(props: PlaceProps) {
  switch (props.place.stage) {
    case 'offered':
      return <Offered {...props} />;
    case 'wrap-up':
      return <WrapUp {...props} />;
    default:
      return <Held {...props} />;
  }
}

function Edge({ share, late, kind }: { share: number; late: boolean; kind: string }) {
  const width = `${100 * Math.min(1, Math.max(0, share))}%`;
  return (
    <div className="place-edge">
      <div className={late ? 'late' : kind} style={{ width }} />
    </div>
  );
}

function Offered({ desk, place, at, number, actions }: PlaceProps) {
  const left = place.offerUntil ? -secondsSince(place.offerUntil, at) : 0;
  const reason = place.steps.findLast(({ event }) => event === 'offered')?.because;
  return (
    <section className="place place-offered" data-chat={place.chat} aria-label={`Place ${number}: offered`}>
      <Edge share={left / desk.acceptSeconds} late={false} kind="offer" />
      <header>
        <h2>Offered to you</h2>
        <span className="warns">{clockWords(left)} left</span>
      </header>
      <p>
        <strong>{place.queueName}</strong>, {languageName(place.language)}, waits {clockWords(secondsSince(place.arrivedAt, at))}
      </p>
      {place.lines.slice(-3).map((line) => (
        <blockquote key={line.number} dir="auto">
          {line.text}
        </blockquote>
      ))}
      {reason && <p className="soft">Why you: {reason}.</p>}
      <Facts place={place} />
      <BotSays place={place} />
      <div className="place-row">
        <Button type="primary" onClick={() => actions.act(place.chat, 'accept')}>
          Take it
        </Button>
        <Button onClick={() => actions.act(place.chat, 'decline')}>Leave it to others</Button>
      </div>
    </section>
  );
}

function WrapUp({ desk, place, number, actions }: PlaceProps) {
  return (
    <section className="place" data-chat={place.chat} aria-label={`Place ${number}: to be written up`}>
      <Edge share={0} late={false} kind="calm" />
      <header>
        <h2>{place.visitor ?? 'Visitor'}</h2>
        <span className="soft">{place.outcome?.toLowerCase().replaceAll('_', ' ')}</span>
      </header>
      <Lines place={place} sending={[]} typing={undefined} actions={actions} />
      <Beside desk={desk} place={place} actions={actions} open />
      <div className="place-row">
        <Button type="primary" onClick={() => actions.act(place.chat, 'wrap-up')}>
          Done, free the place
        </Button>
      </div>
    </section>
  );
}

function Held({ desk, place, at, typing, sending, number, actions, canned }: PlaceProps) {
  const since = waitsSince(place);
  const seconds = since && sending.length === 0 ? secondsSince(since, at) : null;
  const late = seconds !== null && seconds > desk.replySeconds / 2;
  return (
    <section className="place" data-chat={place.chat} aria-label={`Place ${number}: ${place.visitor ?? 'Visitor'}`}>
      <Edge share={seconds === null ? 0 : seconds / desk.replySeconds} late={late} kind="calm" />
      <header>
        <h2>{place.visitor ?? 'Visitor'}</h2>
        {seconds === null ? (
          <span className="soft">answered</span>
        ) : (
          <span className={late ? 'rust' : 'soft'}>
            {late && '▴ '}waits {clockWords(seconds)} of {clockWords(desk.replySeconds)}
          </span>
        )}
      </header>
      <p className="soft place-line">
        {place.queueName} · {languageName(place.language)} · waited {clockWords(place.waitedMillis / 1000)} · {place.door}
        {place.colleagues.length > 0 && ` · with ${names(place.colleagues, desk)}`}
      </p>
      <Why place={place} />
      <Facts place={place} />
      {actions.before?.(place)}
      <BotSays place={place} />
      <Lines place={place} sending={sending} typing={typing} actions={actions} />
      <Beside desk={desk} place={place} actions={actions} />
      <Reply desk={desk} place={place} number={number} actions={actions} canned={canned} />
      <div className="place-row">
        <SendOn desk={desk} place={place} actions={actions} />
        {actions.sendFile && place.takesFiles && <SendFile place={place} send={actions.sendFile} />}
        {place.colleagues.length === 0 && <SetAside place={place} setAside={actions.setAside} />}
        {place.colleagues.length > 0 && <Button onClick={() => actions.act(place.chat, 'step-out')}>Step out</Button>}
        <Button onClick={() => actions.act(place.chat, 'end')}>End the chat</Button>
      </div>
    </section>
  );
}

/** Why the chat is here: the rule in a line, and behind it all that was done with it. */
const Why = memo(function Why({ place }: { place: Place }) {
  const rule = place.steps.findLast(({ event }) => event === 'queued' || event === 'moved') ?? place.steps.at(-1);
  if (!rule) return null;
  return (
    <details className="place-why">
      <summary className="soft">{rule.because || rule.event}</summary>
      <ol>
        {place.steps.map((step) => (
          <li key={step.number}>
            {timeOfDay(step.at)} <strong>{step.event.replaceAll('-', ' ')}</strong> <span className="soft">{step.because}</span>
          </li>
        ))}
      </ol>
    </details>
  );
});

/** What colleagues put beside the chat, folded away until it is wanted. */
const Beside = memo(function Beside({ desk, place, actions, open }: Pick<PlaceProps, 'desk' | 'place' | 'actions'> & { open?: boolean }) {
  const { margin, tickets } = place;
  if (!actions.margin || !margin || !tickets) return null;
  const words = marginWords(margin, tickets);
  return (
    <details className="place-beside" open={open}>
      <summary className={words ? undefined : 'soft'}>{words ?? 'Labels, notes, a ticket'}</summary>
      <Margin
        place={actions.margin(place.chat)}
        margin={margin}
        tickets={tickets}
        people={[desk.self.name, ...desk.colleagues.map(({ name }) => name)]}
      />
    </details>
  );
});

const ASIDE_MINUTES = [5, 15, 30, 60, 240];

const SetAside = memo(function SetAside({ place, setAside }: { place: Place; setAside: DeskActions['setAside'] }) {
  return (
    <Dropdown
      trigger={['click']}
      menu={{
        items: [
          {
            key: 'until',
            type: 'group',
            label: 'Back then, or once they write',
            children: ASIDE_MINUTES.map((minutes) => ({ key: String(minutes), label: minutes < 60 ? `in ${minutes} minutes` : `in ${minutes / 60} h` })),
          },
        ],
        onClick: ({ key }) => setAside(place.chat, Number(key)),
      }}
    >
      <Button>Set aside …</Button>
    </Dropdown>
  );
});

function names(ids: string[], desk: Around): string {
  return ids.map((id) => (id === desk.self.id ? 'you' : (desk.colleagues.find((one) => one.id === id)?.name ?? id))).join(', ');
}

const Facts = memo(function Facts({ place }: { place: Place }) {
  if (place.facts.length === 0 && !place.page && !place.referrer) return null;
  return (
    <p className="place-facts">
      {place.facts.map(({ name, value }) => (
        <span key={name}>
          {name} <strong>{value}</strong>
        </span>
      ))}
      {place.page && <span className="soft">from {new URL(place.page).pathname}</span>}
      {place.referrer && (
        <span className="soft" title={place.referrer}>
          led there by {new URL(place.referrer).host}
        </span>
      )}
    </p>
  );
});

/** What the bot found out before it gave the chat up. */
const BotSays = memo(function BotSays({ place: { bot } }: { place: Place }) {
  if (!bot || (!bot.topic && bot.collected.length === 0)) return null;
  return (
    <p className="place-bot" aria-label={`What ${bot.bot} found out`}>
      <span className="soft">{bot.bot}:</span>{' '}
      {bot.topic && (
        <span>
          about <strong>{bot.topic}</strong>
          {typeof bot.certainty === 'number' && <span className="soft"> {bot.certainty.toFixed(2)}</span>}
        </span>
      )}
      {bot.collected.map(({ key, value }) => (
        <span key={key}>
          {' '}
          · {key} <strong>{value}</strong>
        </span>
      ))}
      {bot.language && <span className="soft"> · writes {languageName(bot.language)}</span>}
    </p>
  );
});

/** Pixels from the end of a conversation within which its reader follows it. */
const NEAR_THE_END = 8;

const Lines = memo(function Lines({ place, sending, typing, actions }: Pick<PlaceProps, 'place' | 'sending' | 'typing' | 'actions'>) {
  const log = useRef<HTMLDivElement>(null);
  const atEnd = useRef(true);
  const newest = place.lines.at(-1)?.number;
  useLayoutEffect(() => {
    if (log.current) log.current.scrollTop = log.current.scrollHeight;
  }, [newest, sending.length, typing]);
  // What opens below takes its room from here; whoever reads the newest goes on seeing it.
  useEffect(() => {
    const lines = log.current;
    if (!lines) return;
    const observer = new ResizeObserver(() => {
      if (atEnd.current) lines.scrollTop = lines.scrollHeight;
    });
    observer.observe(lines);
    return () => observer.disconnect();
  }, []);
  return (
    <div
      className="place-lines"
      role="log"
      aria-label="Conversation"
      tabIndex={0}
      ref={log}
      onScroll={({ currentTarget: { scrollHeight, scrollTop, clientHeight } }) => {
        atEnd.current = scrollHeight - scrollTop - clientHeight < NEAR_THE_END;
      }}
    >
      {place.earlier.length > 0 && (
        <details className="place-earlier">
          <summary>Goes on with {place.earlier.length === 1 ? 'a message' : `${place.earlier.length} messages`} of before</summary>
          {place.earlier.map((line) => (
            <div key={line.at + line.text} className={`said said-${line.from}`}>
              <span className="said-who">
                <strong>{line.name ?? line.from}</strong> {formatInstant(line.at)}
              </span>
              <span dir="auto">{line.text}</span>
            </div>
          ))}
        </details>
      )}
      {place.lines.map((line) => (
        <SaidLine
          key={line.number}
          line={line}
          who={speaker(line, place)}
          mark={line.from === 'operator' ? markOf(line, place) : null}
          chat={place.chat}
          wrong={line.from === 'bot' && place.bot ? place.bot.wrong.includes(line.number) : null}
          markWrong={actions.markWrong}
        />
      ))}
      {sending.map(({ key, text }) => (
        <div key={key} className="said said-operator">
          <span dir="auto">{text}</span>
          <small className="soft">sending …</small>
        </div>
      ))}
      {typing && (
        <div className="said said-visitor said-typing">
          <span dir="auto">{typing}</span> <small className="soft">typing</small>
        </div>
      )}
    </div>
  );
});

interface SaidLineProps {
  line: DeskLine;
  who: string;
  /** How far a reply has come; null for what others said. */
  mark: ReadMark | null;
  chat: number;
  /** Whether an answer of the bot's is marked as wrong; null where none was given. */
  wrong: boolean | null;
  markWrong: DeskActions['markWrong'];
}

const SaidLine = memo(function SaidLine({ line, who, mark, chat, wrong, markWrong }: SaidLineProps) {
  return (
    <div className={`said said-${line.from}`}>
      <span className="said-who">
        <strong>{who}</strong> {timeOfDay(line.at)}
      </span>
      <SaidWords text={line.text} file={line.file} />
      {wrong !== null && markWrong && <WrongMark wrong={wrong} onMark={(now) => markWrong(chat, line.number, now)} />}
      {mark && <small className="soft">{mark}</small>}
    </div>
  );
});

/** Whoever reads what a bot said can tell it that it was wrong; its report counts that. */
function WrongMark({ wrong, onMark }: { wrong: boolean; onMark: (wrong: boolean) => void }) {
  return (
    <button type="button" className={wrong ? 'mark-wrong marked' : 'mark-wrong'} aria-pressed={wrong} onClick={() => onMark(!wrong)}>
      {wrong ? '✕ wrong' : 'Wrong?'}
    </button>
  );
}

const Reply = memo(function Reply({ desk, place, number, actions, canned }: Pick<PlaceProps, 'desk' | 'place' | 'number' | 'actions' | 'canned'>) {
  const text = useDrafts(({ drafts }) => drafts[place.chat] ?? '');
  const write = useDrafts(({ write: writeDraft }) => writeDraft);
  const field = useRef<HTMLTextAreaElement>(null);
  useEffect(() => {
    function onKey(event: KeyboardEvent) {
      if (event.altKey && event.code === `Digit${number}`) {
        event.preventDefault();
        field.current?.focus();
      }
    }
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [number]);
  const draft = text === '' ? (place.bot?.draft ?? null) : null;
  const [wanted, setWanted] = useState<string | null>(null);
  const [chosen, setChosen] = useState(0);
  const [used, setUsed] = useState<number | null>(null);
  const offered = canned && wanted !== null ? offeredReplies(canned.replies, wanted, place.language) : [];
  const open = canned && used !== null ? unfilled(text, canned.placeholders) : [];
  function look(field: HTMLTextAreaElement) {
    setWanted(canned ? wantedIn(field.value.slice(0, field.selectionStart)) : null);
    setChosen(0);
  }
  function pick(reply: OfferedReply | undefined) {
    if (!reply || wanted === null || !field.current) return;
    const caret = field.current.selectionStart;
    const before = text.slice(0, caret - wanted.length - 1);
    const words = filledIn(reply.text, { ...place.fills, operator: desk.self.name });
    write(place.chat, before + words + text.slice(caret));
    setUsed(reply.id);
    setWanted(null);
    const gap = /\{[^{}\s]+\}/.exec(words);
    const from = before.length + (gap?.index ?? words.length);
    const until = from + (gap?.[0].length ?? 0);
    // Once the words are in the field, what is not known is ready to be written over.
    requestAnimationFrame(() => {
      field.current?.focus();
      field.current?.setSelectionRange(from, until);
    });
  }
  /** Whether a key was for the list of replies. */
  function pressed(key: string): boolean {
    if (wanted === null) return false;
    if (key === 'Escape') setWanted(null);
    else if (offered.length === 0) return false;
    else if (key === 'ArrowDown') setChosen((chosen + 1) % offered.length);
    else if (key === 'ArrowUp') setChosen((chosen + offered.length - 1) % offered.length);
    else if (key === 'Enter' || key === 'Tab') pick(offered[chosen]);
    else return false;
    return true;
  }
  function take() {
    if (!draft) return;
    write(place.chat, draft);
    field.current?.focus();
  }
  function send() {
    if (!text.trim() || open.length > 0) return;
    actions.reply(place.chat, text.trim(), used);
    setUsed(null);
    write(place.chat, '');
  }
  return (
    <div className="place-reply">
      {draft && (
        <div className="place-draft">
          <p dir="auto">
            <span className="soft">{place.bot?.bot} would say:</span> {draft}
          </p>
          <Button size="small" onClick={take}>
            Take it <kbd>Alt ↑</kbd>
          </Button>
        </div>
      )}
      {wanted !== null && (
        <OfferedReplies id={`canned-${place.chat}`} offered={offered} chosen={chosen} language={place.language} onPick={pick} />
      )}
      <textarea
        ref={field}
        rows={3}
        aria-label={`Reply to ${place.visitor ?? 'the visitor'}`}
        aria-controls={wanted !== null ? `canned-${place.chat}` : undefined}
        aria-activedescendant={wanted !== null && offered[chosen] ? `canned-${place.chat}-${offered[chosen].id}` : undefined}
        value={text}
        maxLength={4000}
        dir="auto"
        onChange={(event) => {
          write(place.chat, event.target.value);
          look(event.target);
          actions.type(place.chat);
        }}
        onBlur={() => setWanted(null)}
        onKeyDown={(event) => {
          if (!event.nativeEvent.isComposing && pressed(event.key)) {
            event.preventDefault();
            return;
          }
          if (draft && event.altKey && event.key === 'ArrowUp') {
            event.preventDefault();
            take();
          }
          if (event.key !== 'Enter' || event.shiftKey || event.nativeEvent.isComposing) return;
          event.preventDefault();
          send();
        }}
      />
      {open.length > 0 && (
        <span className="rust" role="status">
          ▴ {open.join(', ')} is not known here: write it, or take it out.
        </span>
      )}
      <span className="soft">
        Enter sends · Shift Enter a new line · Alt {number} this place{canned && ' · / a reply kept ready'}
      </span>
    </div>
  );
});

interface OfferedRepliesProps {
  id: string;
  offered: OfferedReply[];
  chosen: number;
  /** The visitor's. */
  language: string;
  onPick: (reply: OfferedReply) => void;
}

/** Replies for the letters after a slash; the keys stay in the field. */
function OfferedReplies({ id, offered, chosen, language, onPick }: OfferedRepliesProps) {
  return (
    <div className="canned-offered" role="listbox" id={id} aria-label="Replies kept ready">
      {offered.length === 0 && <span className="soft">No reply is called or says so.</span>}
      {offered.map((reply, i) => (
        <div
          key={reply.id}
          id={`${id}-${reply.id}`}
          role="option"
          aria-selected={i === chosen}
          tabIndex={-1}
          // before the field loses the focus
          onMouseDown={(event) => {
            event.preventDefault();
            onPick(reply);
          }}
        >
          <strong>/{reply.shortcut}</strong> {!language.startsWith(reply.language) && <span className="warns">{languageName(reply.language)}</span>}{' '}
          <span dir="auto">{reply.text}</span>
        </div>
      ))}
    </div>
  );
}

const SendFile = memo(function SendFile({ place, send }: { place: Place; send: NonNullable<DeskActions['sendFile']> }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button onClick={() => input.current?.click()}>File …</Button>
      <input
        ref={input}
        type="file"
        className="visually-hidden"
        tabIndex={-1}
        aria-label={`File for ${place.visitor ?? 'the visitor'}`}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) send(place.chat, file);
        }}
      />
    </>
  );
});

const SendOn = memo(function SendOn({ desk, place, actions }: Pick<PlaceProps, 'desk' | 'place' | 'actions'>) {
  const queues = desk.queues.filter(({ id }) => place.transfers.includes(id));
  const there = desk.colleagues.filter(({ state }) => state === 'present');
  const items = [
    {
      key: 'queues',
      type: 'group' as const,
      label: queues.length > 0 ? 'To a queue' : 'This queue sends chats to no other',
      children: queues.map(({ id, name }) => ({ key: `queue ${id}`, label: name })),
    },
    {
      key: 'people',
      type: 'group' as const,
      label: there.length > 0 ? 'To a colleague' : 'No colleague is present',
      children: there.map((one) => ({ key: `operator ${one.id}`, label: withRoom(one) })),
    },
    {
      key: 'skills',
      type: 'group' as const,
      label: 'To whoever has a skill',
      children: desk.skills.map(({ id, name }) => ({ key: `skill ${id}`, label: name })),
    },
    {
      key: 'bot',
      type: 'group' as const,
      label: 'Back to the bot',
      children: place.toBot ? [{ key: 'bot', label: place.toBot }] : [],
    },
    {
      key: 'in',
      type: 'group' as const,
      label: 'Call in',
      children: there.map((one) => ({ key: `in ${one.id}`, label: withRoom(one) })),
    },
    {
      key: 'priority',
      type: 'group' as const,
      label: 'Wherever it waits next',
      children: [{ key: 'priority', label: 'Priority', children: PRIORITIES.map(({ key, label }) => ({ key: `priority ${key}`, label })) }],
    },
  ].filter(({ key, children }) => children.length > 0 || key === 'queues' || key === 'people');
  return (
    <Dropdown
      trigger={['click']}
      menu={{
        items,
        onClick: ({ key }) => {
          const [kind, id = ''] = key.split(' ');
          if (kind === 'priority') actions.prioritize(place.chat, Number(id));
          else if (kind === 'bot') actions.act(place.chat, 'to-bot');
          else if (kind === 'in') actions.callIn(place.chat, id);
          else if (kind === 'queue') actions.transfer(place.chat, { queue: id });
          else actions.transfer(place.chat, kind === 'skill' ? { skill: id } : { operator: id });
        },
      }}
    >
      <Button>Send on …</Button>
    </Dropdown>
  );
});

function withRoom(colleague: Colleague): string {
  return `${colleague.name}, ${Math.max(0, colleague.capacity - colleague.inUse)} of ${colleague.capacity} free`;
}
