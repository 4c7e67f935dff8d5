/** @jsxImportSource preact */
import { useLayoutEffect, useRef } from 'preact/hooks';
import type { Line } from './document';
import { fill } from './fill';
import { Form } from './form';
import type { Scene } from './states';

/** What was said, the newest in sight. */
export function Conversation({ door, view, actions }: Scene) {
  const log = useRef<HTMLDivElement>(null);
  const newest = view.lines.at(-1)?.id;
  useLayoutEffect(() => {
    if (log.current) log.current.scrollTop = log.current.scrollHeight;
  }, [newest]);
  return (
    <div class="lines" role="log" tabIndex={0} aria-label={view.known.operator?.name} ref={log}>
      {view.lines.map((line, at) => (
        <p key={line.id ?? `at-${at}`} class={line.from}>
          <b>
            <bdi>{author(line, { door, view })}</bdi>
            {line.at && <time dateTime={line.at}>{timeOf(line.at, door.locale)}</time>}
          </b>
          <span dir="auto">{line.from === 'plan' ? fill(line.text, door, view.known) : line.text}</span>
          {line.picture && <img class="said-picture" src={line.picture} alt="" />}
          {line.mark && <small class={`mark mark-${line.mark}`}>{door.words[line.mark] ?? line.mark}</small>}
        </p>
      ))}
      <Offers line={view.lines.at(-1)} actions={actions} />
      {view.typing && view.known.operator && <p class="typing">{door.words.typing?.replace('{operator}', view.known.operator.name)}</p>}
    </div>
  );
}

/** What may be said next by a press of a button, until something else is said. */
function Offers({ line, actions }: { line: Line | undefined; actions: Scene['actions'] }) {
  if (!line?.offers || line.offers.length === 0) return null;
  return (
    <div class="row">
      {line.offers.map((offer) => (
        <button key={offer} type="button" onClick={() => actions.onLine(offer)}>
          <span dir="auto">{offer}</span>
        </button>
      ))}
    </div>
  );
}

function author(line: Line, { door, view }: Pick<Scene, 'door' | 'view'>): string | undefined {
  if (line.from === 'visitor') return door.words.you;
  if (line.from === 'operator') return line.name ?? view.known.operator?.name;
  if (line.from === 'bot' && line.name) return line.name;
  return door.texts.LABEL?.text ?? door.name;
}

function timeOf(at: string, locale: string): string {
  return new Intl.DateTimeFormat(locale, { hour: '2-digit', minute: '2-digit' }).format(new Date(at));
}

/** Questions that came up on the way. */
export function AskedOnTheWay({ door, view, actions }: Scene) {
  if (view.asked.length === 0) return null;
  return <Form door={door} questions={view.asked} consent={null} submit={door.words.send ?? ''} known={view.answers} onSend={actions.onAnswers} />;
}

const WAY_WORDS = { message: 'leaveMessage', 'call-back': 'callBack', bot: 'goOnWithBot' } as const;

/** Ways out of waiting that were offered. */
export function Ways({ door, view, actions }: Scene) {
  if (view.ways.length === 0) return null;
  return (
    <div class="row">
      {view.ways.map((way) => (
        <button key={way} type="button" onClick={() => actions.onWay(way)}>
          <span>{door.words[WAY_WORDS[way]]}</span>
        </button>
      ))}
    </div>
  );
}

export function Composer({ door, actions }: Scene) {
  const input = useRef<HTMLTextAreaElement>(null);
  function send() {
    const field = input.current;
    const line = field?.value.trim();
    if (!field || !line) return;
    field.value = '';
    actions.onLine(line);
  }
  return (
    <div class="composer">
      <textarea
        ref={input}
        rows={2}
        id="line"
        aria-label={door.words.write}
        placeholder={door.words.write}
        dir="auto"
        maxLength={4000}
        onInput={(event) => actions.onTyping(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' || event.shiftKey || event.isComposing) return;
          event.preventDefault();
          send();
        }}
      />
      <div class="row">
        <button type="button" class="main" onClick={send}>
          <span>{door.words.send}</span>
        </button>
        <button type="button" onClick={actions.onEnd}>
          <span>{door.words.end}</span>
        </button>
      </div>
    </div>
  );
}
