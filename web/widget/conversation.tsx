/** @jsxImportSource preact */
import { useLayoutEffect, useRef } from 'preact/hooks';
import type { Line } from './document';
import { endingsOf } from './files';
import { fill, speaker } from './fill';
import { Form } from './form';
import { stretches } from './links';
import type { Scene } from './states';

/** Pixels from its end within which a log is at its end. */
const NEARLY = 24;

/** What was said, the newest in sight. */
export function Conversation({ door, view, actions }: Scene) {
  const log = useRef<HTMLDivElement>(null);
  const newest = view.lines.at(-1)?.id;
  const seen = useRef(newest);
  // Whoever reads what was said before is left where they are until something is said.
  const atEnd = useRef(true);
  useLayoutEffect(() => {
    if (log.current && (atEnd.current || seen.current !== newest)) log.current.scrollTop = log.current.scrollHeight;
    seen.current = newest;
  });
  function scrolled({ currentTarget: { scrollHeight, scrollTop, clientHeight } }: { currentTarget: HTMLDivElement }) {
    atEnd.current = scrollHeight - scrollTop - clientHeight < NEARLY;
  }
  return (
    <div class="lines" role="log" tabIndex={0} aria-label={view.known.operator?.name} ref={log} onScroll={scrolled}>
      {view.lines.map((line, at) => (
        <p key={line.id ?? `at-${at}`} class={line.from}>
          <b>
            <bdi>{author(line, { door, view })}</bdi>
            {line.at && <time dateTime={line.at}>{timeOf(line.at, door.locale)}</time>}
          </b>
          {line.file ? <SentFile line={line} /> : <Said text={line.from === 'plan' ? fill(line.text, door, view.known) : line.text} />}
          {line.picture && <img class="said-picture" src={line.picture} alt="" />}
          {line.mark && <small class={`mark mark-${line.mark}`}>{door.words[line.mark] ?? line.mark}</small>}
        </p>
      ))}
      <Offers line={view.lines.at(-1)} actions={actions} />
      {view.typing && view.known.operator && <p class="typing">{door.words.typing?.replace('{operator}', view.known.operator.name)}</p>}
    </div>
  );
}

/** Words, their addresses to be followed. */
function Said({ text }: { text: string }) {
  return (
    <span dir="auto">
      {stretches(text).map(({ text: words, href }) =>
        href ? (
          <a href={href} target="_blank" rel="noopener noreferrer nofollow">
            {words}
          </a>
        ) : (
          words
        ),
      )}
    </span>
  );
}

/** A file, which is saved by a press, and its picture where it is one. */
function SentFile({ line: { text, file } }: { line: Line }) {
  return (
    <a class="file" href={file?.address} download={text} target="_blank" rel="noopener">
      {file?.preview && <img class="said-picture" src={file.preview} alt="" />}
      <bdi>{text}</bdi>
    </a>
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
  return line.from === 'operator' && !line.name ? view.known.operator?.name : speaker(line, door);
}

function timeOf(at: string, locale: string): string {
  return new Intl.DateTimeFormat(locale, { hour: '2-digit', minute: '2-digit' }).format(new Date(at));
}

/** Questions that came up on the way. */
export function AskedOnTheWay({ door, view, actions }: Scene) {
  if (view.asked.length === 0) return null;
  return <Form door={door} questions={view.asked} consents={[]} submit={door.words.send ?? ''} known={view.answers} onSend={actions.onAnswers} />;
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

export function Composer({ door, view, actions }: Scene) {
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
        {/* A bot can do nothing with a file. */}
        {door.files && !view.known.operator?.bot && <Attach door={door} onFile={actions.onFile} />}
        <button type="button" onClick={actions.onEnd}>
          <span>{door.words.end}</span>
        </button>
      </div>
    </div>
  );
}

function Attach({ door, onFile }: { door: Scene['door']; onFile: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" onClick={() => input.current?.click()}>
        <span>{door.words.attach}</span>
      </button>
      <input
        ref={input}
        type="file"
        hidden
        id="file"
        aria-label={door.words.attach}
        accept={door.files ? endingsOf(door.files.kinds).map((ending) => `.${ending}`).join(',') : undefined}
        onChange={(event) => {
          const file = event.currentTarget.files?.[0];
          if (file) onFile(file);
          event.currentTarget.value = '';
        }}
      />
    </>
  );
}
