/** @jsxImportSource preact */
import type { ComponentChildren } from 'preact';
import { useState } from 'preact/hooks';
import { AskedOnTheWay, Composer, Conversation, Ways } from './conversation';
import type { DoorDocument, DoorState, TextKind, View, Way } from './document';
import { count, fill, waitWords } from './fill';
import { type Answers, Form, foreign, Words } from './form';
import { Transcript } from './transcript';
import { Rating } from './rating';

/** What a door tells whoever shows it. */
export interface Actions {
  onOpen: () => void;
  onClose: () => void;
  onStart: () => void;
  onDismiss: () => void;
  /** @param agreed ids of what was agreed to */
  onAnswers: (answers: Answers, agreed: string[]) => void;
  onMessage: (answers: Answers, agreed: string[]) => void;
  onFile: (file: File) => void;
  onLine: (text: string) => void;
  onTyping: (text: string) => void;
  onWay: (way: Way) => void;
  onEnd: () => void;
  onRate: (rating: number, comment: string) => void;
  onKeep: () => void;
  onPrint: () => void;
  onMail: (address: string) => void;
}

export interface Scene {
  door: DoorDocument;
  view: View;
  actions: Actions;
}

/** A door in a state. */
export function Door(scene: Scene) {
  return scene.view.state === 'before' ? <Threshold {...scene} /> : <Panel {...scene} />;
}

interface TextProps {
  scene: Scene;
  kind: TextKind;
  tag?: 'p' | 'span' | 'h2';
  lines?: number;
  look?: string;
}

/** A text of the door with everything that is known put in; nothing where nobody wrote it. */
export function Text({ scene: { door, view }, kind, tag: Tag = 'p', lines, look }: TextProps) {
  const said = door.texts[kind];
  if (!said) return null;
  return (
    <Tag data-place={kind} data-lines={lines} class={look} {...foreign(said, door)}>
      {fill(said.text, door, view.known)}
    </Tag>
  );
}

/** Before opening: the button on the edge of the page, and perhaps an invitation over it. */
function Threshold(scene: Scene) {
  const { door, view, actions } = scene;
  const invitation = view.invitation === null ? undefined : door.invitations[view.invitation];
  return (
    <div class="threshold">
      {invitation && (
        <aside class="invitation">
          {invitation.sender && (
            <p class="sender">
              <bdi>{invitation.sender}</bdi>
            </p>
          )}
          <p>
            <Words said={invitation.text} door={door} place="invitation" lines={4} />
          </p>
          <div class="row">
            <Press main words={door.words.start} onPress={actions.onOpen} />
            <Press words={door.words.dismiss} onPress={actions.onDismiss} />
          </div>
        </aside>
      )}
      <button type="button" class="knock" id="knock" onClick={actions.onOpen} aria-expanded="false">
        {door.picture && <Picture address={door.picture} size={24} />}
        {door.texts.LABEL ? <Text scene={scene} kind="LABEL" tag="span" /> : <span>{door.words.start}</span>}
      </button>
    </div>
  );
}

export function Press({ words, main = false, onPress }: { words: string | undefined; main?: boolean; onPress: () => void }) {
  return (
    <button type="button" class={main ? 'main' : undefined} onClick={onPress}>
      <span>{words}</span>
    </button>
  );
}

const BODIES: Record<Exclude<DoorState, 'before'>, (scene: Scene) => ComponentChildren> = {
  cards: (scene) => (
    <>
      <Greeting {...scene} />
      <ToRead {...scene} />
      <Press main words={scene.door.words.start} onPress={scene.actions.onStart} />
    </>
  ),
  questions: (scene) => (
    <>
      <Greeting {...scene} />
      <Form
        door={scene.door}
        questions={scene.door.questions}
        consents={scene.door.consents}
        submit={scene.door.words.start ?? ''}
        known={scene.view.answers}
        onSend={scene.actions.onAnswers}
      />
    </>
  ),
  waiting: (scene) => (
    <>
      <div role="status">
        <Text scene={scene} kind="WAITING" lines={5} />
        <WaitingFacts {...scene} />
      </div>
      <Conversation key="lines" {...scene} />
      <AskedOnTheWay {...scene} />
      <Ways {...scene} />
      <Composer key="composer" {...scene} />
    </>
  ),
  chat: (scene) => (
    <>
      <Conversation key="lines" {...scene} />
      <AskedOnTheWay {...scene} />
      <Ways {...scene} />
      <Composer key="composer" {...scene} />
    </>
  ),
  'no-reply': (scene) => (
    <>
      <Conversation key="lines" {...scene} />
      <div role="status">
        <Text scene={scene} kind="NO_REPLY" lines={4} look="aside" />
      </div>
      <Composer key="composer" {...scene} />
    </>
  ),
  busy: (scene) => (
    <>
      <Text scene={scene} kind="BUSY" lines={6} />
      <ToRead {...scene} />
    </>
  ),
  closed: (scene) => (
    <>
      <Text scene={scene} kind="CLOSED" lines={6} />
      {scene.door.whenClosed === 'MESSAGE_FORM' && (
        <Press main words={scene.door.words.leaveMessage} onPress={scene.actions.onStart} />
      )}
      <ToRead {...scene} />
    </>
  ),
  message: (scene) => (
    <>
      <Text scene={scene} kind="MESSAGE" lines={5} />
      <Form
        door={scene.door}
        questions={scene.door.message}
        consents={scene.view.agreed ? [] : scene.door.consents}
        submit={scene.door.words.sendMessage ?? ''}
        known={scene.view.answers}
        onSend={scene.actions.onMessage}
      >
        {scene.door.callBack && <CallBack door={scene.door} />}
      </Form>
    </>
  ),
  thanks: (scene) => (
    <div role="status">
      <Text scene={scene} kind="THANKS" lines={5} />
    </div>
  ),
  ended: (scene) => (
    <>
      {!scene.view.letter && (
        <div role="status">
          <Text scene={scene} kind="ENDED" lines={4} />
        </div>
      )}
      {scene.view.lines.length > 0 && scene.view.live && <Conversation key="lines" {...scene} />}
      {scene.door.ending.rating && !scene.view.letter && <Rating {...scene} />}
      {scene.door.ending.transcript && !scene.view.letter && <Transcript {...scene} />}
      {scene.view.canStart ? (
        <Press words={scene.view.letter ? scene.door.words.goOn : scene.door.words.again} onPress={scene.actions.onStart} />
      ) : (
        <Text scene={scene} kind="CLOSED" lines={4} />
      )}
    </>
  ),
};

/** States in which the same talk goes on: what is half typed stays, and so does the focus. */
const TALKING = new Set<DoorState>(['waiting', 'chat', 'no-reply']);

function Panel(scene: Scene) {
  const { view, actions } = scene;
  const state = view.state as Exclude<DoorState, 'before'>;
  return (
    <section
      class="panel"
      role="dialog"
      aria-labelledby="title"
      onKeyDown={(event) => {
        if (event.key === 'Escape') actions.onClose();
      }}
    >
      <Head {...scene} />
      <div class="body" key={TALKING.has(state) ? 'talk' : state}>
        {view.notice && (
          <p class="notice" role="status">
            {view.notice}
          </p>
        )}
        {BODIES[state](scene)}
      </div>
    </section>
  );
}

/** States in which nobody may be there. */
const SILENT = new Set<DoorState>(['closed', 'message', 'busy', 'thanks']);

/** Who one talks with: the door, and in a chat the operator. */
function Head(scene: Scene) {
  const { door, view, actions } = scene;
  const operator = view.state === 'chat' || view.state === 'no-reply' ? view.known.operator : undefined;
  const shown = operator ? operator.picture : (door.picture ?? undefined);
  const label = door.texts.LABEL;
  const silent = SILENT.has(view.state);
  return (
    <header>
      {shown && <Picture address={shown} size={40} />}
      <div class="names">
        {operator ? (
          <h2 id="title" data-place="operator">
            <bdi>{operator.name}</bdi>
          </h2>
        ) : (
          <h2 id="title" data-place="LABEL" {...(label && foreign(label, door))}>
            {label?.text ?? door.words.write}
          </h2>
        )}
        {!silent && !operator?.bot && <Text scene={scene} kind="OPEN" />}
      </div>
      <button type="button" class="close" aria-label={door.words.close} onClick={actions.onClose}>
        ✕
      </button>
    </header>
  );
}

function Greeting(scene: Scene) {
  const known = scene.view.returning && scene.door.texts.RETURNING;
  return <Text scene={scene} kind={known ? 'RETURNING' : 'GREETING'} lines={4} />;
}

/** What is answered without anybody. */
function ToRead(scene: Scene) {
  return (
    <>
      {scene.door.cards.length > 0 && <AnswerCards {...scene} />}
      {scene.door.help.length > 0 && <HelpPages {...scene} />}
    </>
  );
}

function AnswerCards({ door }: Scene) {
  return (
    <div class="cards">
      <h3>{door.words.cards}</h3>
      {door.cards.map((card) => (
        <details key={card.question.text}>
          <summary>
            <Words said={card.question} door={door} place={card.question.text} lines={2} />
          </summary>
          <p>
            <Words said={card.answer} door={door} />
          </p>
        </details>
      ))}
    </div>
  );
}

/** Pages to read before a chat, each beside the page that shows the door. */
function HelpPages({ door, view }: Scene) {
  const link = (page: string, words: string | undefined) => (
    <a href={view.live ? page : undefined} target="_blank" rel="noopener">
      {words}
    </a>
  );
  return (
    <nav class="cards" aria-label={door.words.helpPages}>
      <h3>{door.words.helpPages}</h3>
      <ul class="help">
        {door.help.map(({ page, title }) => (
          <li key={page}>{link(page, title)}</li>
        ))}
        <li>{link(door.help[0]?.page.replace(/\/[^/]*$/, '') ?? '', door.words.helpAll)}</li>
      </ul>
    </nav>
  );
}

/** What the waiting text leaves out of position and wait. */
function WaitingFacts({ door, view }: Scene) {
  const said = door.texts.WAITING?.text ?? '';
  const { position, waitSeconds } = view.known;
  const facts: [string | undefined, string][] = [];
  if (position !== undefined && !said.includes('{position}')) facts.push([door.words.before, count(position, door.locale)]);
  if (waitSeconds !== undefined && !said.includes('{wait}')) facts.push([door.words.wait, waitWords(waitSeconds, door.locale)]);
  if (facts.length === 0) return null;
  return (
    <dl>
      {facts.map(([name, value]) => (
        <>
          <dt>{name}</dt>
          <dd>{value}</dd>
        </>
      ))}
    </dl>
  );
}

function CallBack({ door }: { door: DoorDocument }) {
  const [wished, setWished] = useState(false);
  return (
    <div class="field">
      <label class="option">
        <input type="checkbox" checked={wished} onChange={(event) => setWished(event.currentTarget.checked)} />
        <span>{door.words.callBack}</span>
      </label>
      <label for="call-back">{door.words.callNumber}</label>
      <input type="tel" name="call-back" id="call-back" autocomplete="tel" disabled={!wished} required />
      <p class="wrong" role="alert" />
      <label for="call-back-time">
        {door.words.callTime} <small>({door.words.optional})</small>
      </label>
      <input name="call-back-time" id="call-back-time" autocomplete="off" maxLength={200} disabled={!wished} />
    </div>
  );
}

function Picture({ address, size }: { address: string; size: number }) {
  return <img src={address} alt="" width={size} height={size} />;
}
