import type { DoorDocument, DoorState, TextKind, View } from './document';
import { h } from './elements';
import { count, fill, waitWords } from './fill';
import { type Answers, foreign, formOf, words } from './form';

/** What a door tells whoever shows it. */
export interface Actions {
  onOpen: () => void;
  onClose: () => void;
  onStart: () => void;
  onDismiss: () => void;
  onAnswers: (answers: Answers) => void;
  onMessage: (answers: Answers) => void;
  onLine: (text: string) => void;
  onEnd: () => void;
  onRate: (rating: number, comment: string) => void;
  onKeep: () => void;
}

interface Scene {
  door: DoorDocument;
  view: View;
  actions: Actions;
}

const BEST_MARK = 5;

/** The elements that show a state. */
export function render(door: DoorDocument, view: View, actions: Actions): HTMLElement {
  const scene = { door, view, actions };
  return view.state === 'before' ? threshold(scene) : panel(scene);
}

/** A text of the door with everything that is known put in; nothing where nobody wrote it. */
function text(
  { door, view }: Scene,
  kind: TextKind,
  tag: 'p' | 'span' | 'h2' = 'p',
  attributes: Record<string, string> = {},
): HTMLElement | null {
  const said = door.texts[kind];
  if (!said) return null;
  return h(tag, { 'data-place': kind, ...attributes, ...foreign(said, door) }, fill(said.text, door, view.known));
}

/** Before opening: the button on the edge of the page, and perhaps an invitation over it. */
function threshold(scene: Scene): HTMLElement {
  const { door, view, actions } = scene;
  const invitation = view.invitation === null ? undefined : door.invitations[view.invitation];
  return h(
    'div',
    { class: 'threshold' },
    invitation &&
      h(
        'aside',
        { class: 'invitation' },
        words(invitation.text, door, 'p', { 'data-place': 'invitation', 'data-lines': '4' }),
        h(
          'div',
          { class: 'row' },
          h('button', { type: 'button', class: 'main', click: actions.onOpen }, h('span', {}, door.words.start)),
          h('button', { type: 'button', click: actions.onDismiss }, h('span', {}, door.words.dismiss)),
        ),
      ),
    h(
      'button',
      { type: 'button', class: 'knock', click: actions.onOpen, 'aria-expanded': 'false' },
      door.picture && picture(door.picture, 24),
      text(scene, 'LABEL', 'span') ?? h('span', {}, door.words.start),
    ),
  );
}

const BODIES: Record<Exclude<DoorState, 'before'>, (scene: Scene) => (HTMLElement | null)[]> = {
  cards: (scene) => [
    greeting(scene),
    scene.door.cards.length > 0 ? answerCards(scene) : null,
    h('button', { type: 'button', class: 'main', click: scene.actions.onStart }, h('span', {}, scene.door.words.start)),
  ],
  questions: (scene) => [
    greeting(scene),
    formOf({
      door: scene.door,
      questions: scene.door.questions,
      consent: scene.door.consent ? (scene.door.texts.CONSENT ?? null) : null,
      submit: scene.door.words.start ?? '',
      onSend: scene.actions.onAnswers,
    }),
  ],
  waiting: (scene) => [h('div', { role: 'status' }, text(scene, 'WAITING', 'p', { 'data-lines': '5' }), waitingFacts(scene))],
  chat: (scene) => [conversation(scene), composer(scene)],
  'no-reply': (scene) => [
    conversation(scene),
    h('div', { role: 'status' }, text(scene, 'NO_REPLY', 'p', { 'data-lines': '4', class: 'aside' })),
    composer(scene),
  ],
  busy: (scene) => [text(scene, 'BUSY', 'p', { 'data-lines': '6' })],
  closed: (scene) => [
    text(scene, 'CLOSED', 'p', { 'data-lines': '6' }),
    scene.door.whenClosed === 'MESSAGE_FORM'
      ? h('button', { type: 'button', class: 'main', click: scene.actions.onStart }, h('span', {}, scene.door.words.leaveMessage))
      : null,
  ],
  message: (scene) => [
    text(scene, 'MESSAGE', 'p', { 'data-lines': '5' }),
    formOf({
      door: scene.door,
      questions: scene.door.message,
      consent: scene.door.consent ? (scene.door.texts.CONSENT ?? null) : null,
      submit: scene.door.words.sendMessage ?? '',
      extra: scene.door.callBack ? callBack(scene.door) : null,
      onSend: scene.actions.onMessage,
    }),
  ],
  thanks: (scene) => [h('div', { role: 'status' }, text(scene, 'THANKS', 'p', { 'data-lines': '5' }))],
  ended: (scene) => [
    h('div', { role: 'status' }, text(scene, 'ENDED', 'p', { 'data-lines': '4' })),
    scene.door.ending.rating ? rating(scene) : null,
    scene.door.ending.transcript
      ? h('button', { type: 'button', click: scene.actions.onKeep }, h('span', {}, scene.door.words.keep))
      : null,
    h('button', { type: 'button', click: scene.actions.onStart }, h('span', {}, scene.door.words.again)),
  ],
};

function panel(scene: Scene): HTMLElement {
  const { view, actions } = scene;
  const body = BODIES[view.state as Exclude<DoorState, 'before'>](scene);
  return h(
    'section',
    {
      class: 'panel',
      role: 'dialog',
      'aria-labelledby': 'title',
      keydown: (event) => {
        if ((event as KeyboardEvent).key === 'Escape') actions.onClose();
      },
    },
    head(scene),
    h('div', { class: 'body' }, ...body),
  );
}

/** Who one talks with: the door, and in a chat the operator. */
function head(scene: Scene): HTMLElement {
  const { door, view, actions } = scene;
  const operator = view.state === 'chat' || view.state === 'no-reply' ? view.known.operator : undefined;
  const shown = operator ? operator.picture : (door.picture ?? undefined);
  const label = door.texts.LABEL;
  return h(
    'header',
    {},
    shown && picture(shown, 40),
    h(
      'div',
      { class: 'names' },
      operator
        ? h('h2', { id: 'title', 'data-place': 'operator' }, h('bdi', {}, operator.name))
        : h('h2', { id: 'title', 'data-place': 'LABEL', ...(label && foreign(label, door)) }, label?.text ?? door.words.write),
      view.state === 'closed' || view.state === 'message' || view.state === 'busy' ? null : text(scene, 'OPEN'),
    ),
    h('button', { type: 'button', class: 'close', 'aria-label': door.words.close, click: actions.onClose }, '✕'),
  );
}

function greeting(scene: Scene): HTMLElement | null {
  const known = scene.view.returning && scene.door.texts.RETURNING;
  return text(scene, known ? 'RETURNING' : 'GREETING', 'p', { 'data-lines': '4' });
}

function answerCards({ door }: Scene): HTMLElement {
  return h(
    'div',
    { class: 'cards' },
    h('h3', {}, door.words.cards),
    ...door.cards.map((card) =>
      h(
        'details',
        {},
        h('summary', {}, words(card.question, door, 'span', { 'data-place': card.question.text, 'data-lines': '2' })),
        words(card.answer, door, 'p'),
      ),
    ),
  );
}

/** What the waiting text leaves out of position and wait. */
function waitingFacts({ door, view }: Scene): HTMLElement | null {
  const said = door.texts.WAITING?.text ?? '';
  const { position, waitSeconds } = view.known;
  const facts = [
    position !== undefined && !said.includes('{position}') && [door.words.before, count(position, door.locale)],
    waitSeconds !== undefined && !said.includes('{wait}') && [door.words.wait, waitWords(waitSeconds, door.locale)],
  ].filter((fact) => fact !== false);
  if (facts.length === 0) return null;
  return h('dl', {}, ...facts.flatMap(([name, value]) => [h('dt', {}, name), h('dd', {}, value)]));
}

function conversation({ door, view }: Scene): HTMLElement {
  return h(
    'div',
    { class: 'lines', role: 'log', tabindex: 0, 'aria-label': view.known.operator?.name },
    ...view.lines.map((line) =>
      h(
        'p',
        { class: line.from },
        h('b', {}, h('bdi', {}, line.from === 'visitor' ? door.words.you : view.known.operator?.name)),
        h('span', { dir: 'auto' }, line.text),
      ),
    ),
  );
}

function composer({ door, actions }: Scene): HTMLElement {
  const input = h('textarea', { rows: 2, id: 'line', 'aria-label': door.words.write, placeholder: door.words.write, dir: 'auto' });
  function send() {
    const line = input.value.trim();
    input.value = '';
    if (line) actions.onLine(line);
  }
  input.addEventListener('keydown', (event) => {
    if (event.key !== 'Enter' || event.shiftKey || event.isComposing) return;
    event.preventDefault();
    send();
  });
  return h(
    'div',
    { class: 'composer' },
    input,
    h(
      'div',
      { class: 'row' },
      h('button', { type: 'button', class: 'main', click: send }, h('span', {}, door.words.send)),
      h('button', { type: 'button', click: actions.onEnd }, h('span', {}, door.words.end)),
    ),
  );
}

function callBack(door: DoorDocument): HTMLElement {
  const number = h('input', { type: 'tel', name: 'call-back', id: 'call-back', autocomplete: 'tel', disabled: true, required: true });
  const wish = h('input', {
    type: 'checkbox',
    change: () => {
      number.disabled = !wish.checked;
    },
  });
  return h(
    'div',
    { class: 'field' },
    h('label', { class: 'option' }, wish, h('span', {}, door.words.callBack)),
    h('label', { for: 'call-back' }, door.words.callNumber),
    number,
    h('p', { class: 'wrong', role: 'alert' }),
  );
}

function rating(scene: Scene): HTMLElement {
  const { door, actions } = scene;
  const marks = Array.from({ length: BEST_MARK }, (_, i) => i + 1);
  const comment = h('textarea', { rows: 2, id: 'comment' });
  const form = h(
    'form',
    {
      class: 'rating',
      submit: (event) => {
        event.preventDefault();
        const chosen = form.querySelector<HTMLInputElement>('input:checked');
        if (chosen) actions.onRate(Number(chosen.value), comment.value.trim());
      },
    },
    h(
      'fieldset',
      {},
      h('legend', {}, text(scene, 'RATING', 'span', { 'data-lines': '2' }) ?? door.words.rate),
      h(
        'div',
        { class: 'marks' },
        ...marks.map((mark) =>
          h(
            'label',
            {},
            h('input', {
              type: 'radio',
              name: 'rating',
              value: mark,
              'aria-label':
                mark === 1 ? `1, ${door.words.worst}` : mark === BEST_MARK ? `${mark}, ${door.words.best}` : String(mark),
            }),
            h('span', { 'aria-hidden': 'true' }, count(mark, door.locale)),
          ),
        ),
      ),
      h(
        'div',
        { class: 'ends', 'aria-hidden': 'true' },
        h('span', {}, door.words.worst),
        h('span', {}, door.words.best),
      ),
    ),
    door.ending.comment && h('label', { for: 'comment' }, door.words.comment),
    door.ending.comment && comment,
    h('button', { type: 'submit', class: 'main' }, h('span', {}, door.words.sendRating)),
  );
  return form;
}

function picture(address: string, size: number): HTMLElement {
  return h('img', { src: address, alt: '', width: size, height: size });
}
