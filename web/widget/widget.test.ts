import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { h, render } from 'preact';
import { type DoorDocument, NOT_LIVE, STATES, type View } from './document';
import { fill } from './fill';
import { sampleDoor } from './sampleDoor';
import { type Actions, Door } from './states';

const noActions = (): Actions => ({
  onOpen: vi.fn(),
  onClose: vi.fn(),
  onStart: vi.fn(),
  onDismiss: vi.fn(),
  onAnswers: vi.fn(),
  onMessage: vi.fn(),
  onLine: vi.fn(),
  onTyping: vi.fn(),
  onWay: vi.fn(),
  onEnd: vi.fn(),
  onRate: vi.fn(),
  onKeep: vi.fn(),
  onPrint: vi.fn(),
  onMail: vi.fn(),
  onFile: vi.fn(),
});

function view(state: View['state'], part: Partial<View> = {}): View {
  return { ...NOT_LIVE, state, returning: false, invitation: null, known: {}, lines: [], ...part };
}

function show(door: DoorDocument, shown: View, actions = noActions()) {
  render(h(Door, { door, view: shown, actions }), document.body);
  return document.body.firstElementChild as HTMLElement;
}

afterEach(() => render(null, document.body));

describe('placeholders', () => {
  const door = sampleDoor();

  it('are filled by the customs of the locale', () => {
    expect(fill('Before you: {position}.', door, { position: 1234 })).toBe('Before you: 1,234.');
    expect(fill('About {wait}.', door, { waitSeconds: 200 })).toBe('About 3 minutes.');
    expect(fill('{wait}', door, { waitSeconds: 5 })).toBe('1 minute');
    expect(fill('in {reply}', { ...door, replyHours: 4 }, {})).toBe('in 4 hours');
    expect(fill('in {reply}', { ...door, replyHours: 48 }, {})).toBe('in 2 days');
    expect(fill('{wait}', { ...door, locale: 'de-IE' }, { waitSeconds: 240 })).toBe('4 Minuten');
  });

  it('tell an opening in the zone of the door, and name the zone where the visitor has another', () => {
    const words = fill('Back {opens}', { ...door, timeZone: 'Asia/Tokyo', locale: 'en-GB' }, { opens: '2026-12-01T22:00:00Z' });
    expect(words).toMatch(/^Back Wednesday.? (at )?07:00 (GMT\+9|JST)$/);
  });

  it('go with the blank or comma before them where nothing is known', () => {
    expect(fill('Welcome back, {visitor}. How can we help?', door, {})).toBe('Welcome back. How can we help?');
    expect(fill('Hello {visitor}!', door, {})).toBe('Hello!');
    expect(fill('This is {operator}. Hello.', door, { operator: { name: 'Ana R.' } })).toBe('This is Ana R. Hello.');
  });

  it('take names as they are, dollars and braces too', () => {
    expect(fill('Hi {visitor}', door, { visitor: '$& {operator}' })).toBe('Hi $& {operator}');
  });
});

describe('every state', () => {
  it.each(STATES)('%s shows mark-up in texts and answers as words', (state) => {
    const nasty = '<img src=x onerror=alert(1)><b>';
    const said = { text: nasty, language: 'en' };
    const sample = sampleDoor();
    const element = show(
      {
        ...sample,
        texts: Object.fromEntries(Object.keys(sample.texts).map((kind) => [kind, said])),
        questions: sample.questions.map((question) => ({ ...question, text: said, help: said })),
        cards: [{ question: said, answer: said }],
        invitations: [{ id: 'help', text: said, pages: [], afterSeconds: 0, onlyWhileOpen: true, oncePerVisitor: true }],
      },
      view(state, {
        invitation: 0,
        known: { operator: { name: nasty }, visitor: nasty },
        lines: [{ from: 'visitor', text: nasty }],
      }),
    );
    expect(element.querySelector('img, b b')).toBeNull();
    expect(element.textContent).toContain(nasty);
  });

  it.each(STATES)('%s sets nothing as an inline style', (state) => {
    const element = show(sampleDoor(), view(state, { known: { operator: { name: 'Ana' } } }));
    expect(element.outerHTML).not.toContain('style=');
  });

  it('says where its words are in another language', () => {
    const door = sampleDoor();
    const element = show({ ...door, language: 'de', texts: { ...door.texts, BUSY: { text: 'All busy.', language: 'en' } } }, view('busy'));
    expect(element.querySelector('[data-place=BUSY]')?.getAttribute('lang')).toBe('en');
  });

  it('is left with Escape', () => {
    const actions = noActions();
    const element = show(sampleDoor(), view('busy'), actions);
    element.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
    expect(actions.onClose).toHaveBeenCalledOnce();
  });
});

describe('the questions', () => {
  let actions: Actions;
  let form: HTMLFormElement;
  const control = (name: string) => form.querySelector<HTMLInputElement>(`[name="${name}"]`) as HTMLInputElement;
  const send = () => form.dispatchEvent(new SubmitEvent('submit', { cancelable: true }));
  const complaints = () => [...form.querySelectorAll('.wrong')].map((place) => place.textContent).filter(Boolean);

  beforeEach(() => {
    actions = noActions();
    form = show(sampleDoor(), view('questions'), actions).querySelector('form') as HTMLFormElement;
  });

  it('are complained about beside their fields, and the first faulty one gets the focus', () => {
    control('mail').value = 'nobody';
    send();
    expect(complaints()).toEqual(['Please answer this.', 'This is no e-mail address.', 'Please agree to go on.']);
    expect(document.activeElement).toBe(control('topic'));
    expect(control('mail').getAttribute('aria-invalid')).toBe('true');
    expect(actions.onAnswers).not.toHaveBeenCalled();
  });

  it('are sent by what rules call the choices, without what was left empty', () => {
    form.querySelectorAll<HTMLInputElement>('[name=topic]')[1]?.click();
    form.querySelector<HTMLInputElement>('[type=checkbox]')?.click();
    send();
    expect(complaints()).toEqual([]);
    expect(actions.onAnswers).toHaveBeenCalledWith({ topic: 'lost' }, ['consent']);
  });
});

it('a wait says what its text leaves out', () => {
  const known = { position: 3, waitSeconds: 240 };
  const said = show(sampleDoor(), view('waiting', { known }));
  expect(said.querySelector('dl')?.textContent).toBe('Expected wait4 minutes');
});

it('what a bot offers is said by a press, and its picture stands below its words', () => {
  const actions = noActions();
  const lines: View['lines'] = [
    { from: 'bot', name: 'Tern', text: 'Dogs travel free.', id: '1', offers: ['When to check in'], picture: 'http://host/visit/pictures/dog' },
  ];
  const door = sampleDoor();
  const shown = show(door, view('chat', { lines }), actions);

  expect(shown.querySelector('.lines b')?.textContent).toContain('Tern');
  expect(shown.querySelector<HTMLImageElement>('.said-picture')?.src).toBe('http://host/visit/pictures/dog');
  const button = [...shown.querySelectorAll('button')].find(({ textContent }) => textContent === 'When to check in');
  button?.click();
  expect(actions.onLine).toHaveBeenCalledWith('When to check in');

  const later = show(door, view('chat', { lines: [...lines, { from: 'visitor', text: 'And cats?', id: '2' }] }), actions);
  expect(later.textContent).not.toContain('When to check in');
});

it('being called back asks for a number only once it is wished', async () => {
  const actions = noActions();
  const form = show(sampleDoor(), view('message'), actions).querySelector('form') as HTMLFormElement;
  const number = form.querySelector<HTMLInputElement>('[name=call-back]') as HTMLInputElement;
  expect(number.disabled).toBe(true);
  form.querySelectorAll<HTMLInputElement>('[type=checkbox]')[1]?.click();
  await vi.waitFor(() => expect(number.disabled).toBe(false));
});

it('a rating is sent with its comment', () => {
  const actions = noActions();
  const element = show(sampleDoor(), view('ended'), actions);
  const form = element.querySelector('form') as HTMLFormElement;
  form.dispatchEvent(new SubmitEvent('submit', { cancelable: true }));
  expect(actions.onRate).not.toHaveBeenCalled();
  form.querySelectorAll<HTMLInputElement>('[type=radio]')[3]?.click();
  (form.querySelector('textarea') as HTMLTextAreaElement).value = ' Quick. ';
  form.dispatchEvent(new SubmitEvent('submit', { cancelable: true }));
  expect(actions.onRate).toHaveBeenCalledWith(4, 'Quick.');
});

it('thanks for a rating instead of asking again', () => {
  const element = show(sampleDoor(), view('ended', { rated: true }));
  expect(element.querySelector('form.rating')).toBeNull();
  expect(element.querySelector('[role=status]')?.textContent).toBeTruthy();
});

it('opens a conversation by its link without asking how it was, and goes on with it', () => {
  const actions = noActions();
  const door = { ...sampleDoor(), words: { ...sampleDoor().words, goOn: 'Write again' } };
  const lines = [{ from: 'operator' as const, name: 'Ana R.', text: 'Yes, on a lead.' }];
  const element = show(door, view('ended', { letter: true, live: true, lines }), actions);
  expect(element.textContent).toContain('Yes, on a lead.');
  expect(element.querySelector('form.rating')).toBeNull();
  [...element.querySelectorAll('button')].find(({ textContent }) => textContent === 'Write again')?.click();
  expect(actions.onStart).toHaveBeenCalled();
});

describe('what is to be agreed to', () => {
  const news = { id: 'news', text: { text: 'Send me news.', language: 'en' }, required: false };
  const door = { ...sampleDoor(), questions: [], consents: [...sampleDoor().consents, news] };
  const boxes = (panel: HTMLElement) => [...panel.querySelectorAll<HTMLInputElement>('[data-consent]')];
  const send = (panel: HTMLElement) => panel.querySelector('form')?.dispatchEvent(new Event('submit', { bubbles: true, cancelable: true }));

  it('is asked one by one, and only what is required keeps anybody', () => {
    const actions = noActions();
    const panel = show(door, view('questions'), actions);
    send(panel);
    expect(actions.onAnswers).not.toHaveBeenCalled();
    expect(panel.querySelector('#consent-consent-wrong')?.textContent).toBe(door.words.mustAgree);
    boxes(panel)[0]?.click();
    send(panel);
    expect(actions.onAnswers).toHaveBeenLastCalledWith({}, ['consent']);
    boxes(panel)[1]?.click();
    send(panel);
    expect(actions.onAnswers).toHaveBeenLastCalledWith({}, ['consent', 'news']);
  });

  it('is not asked again in the chat', () => {
    expect(boxes(show(door, view('message', { agreed: true })))).toHaveLength(0);
  });
});

describe('files', () => {
  it('are sent to people, and only where the door takes them', () => {
    const attach = (panel: HTMLElement) => panel.querySelector('#file');
    expect(attach(show(sampleDoor(), view('chat', { known: { operator: { name: 'Ana R.' } } })))).not.toBeNull();
    expect(attach(show(sampleDoor(), view('chat', { known: { operator: { name: 'Tern', bot: true } } })))).toBeNull();
    expect(attach(show({ ...sampleDoor(), files: null }, view('chat')))).toBeNull();
  });
});

describe('what is half typed', () => {
  it('stays, with the focus, when somebody takes the chat', () => {
    const door = sampleDoor();
    const field = show(door, view('waiting')).querySelector<HTMLTextAreaElement>('#line');
    field?.focus();
    if (field) field.value = 'And for the b';
    for (const state of ['chat', 'no-reply', 'chat'] as const) {
      const after = show(door, view(state, { lines: [{ id: '1', from: 'operator', text: 'Hello' }] })).querySelector('#line');
      expect(after).toBe(field);
      expect(document.activeElement).toBe(field);
    }
  });
});

describe('the end', () => {
  it('offers nothing that leads nowhere', () => {
    const closed = show(sampleDoor(), view('ended', { canStart: false, known: { opens: '2026-12-03T09:00:00Z' } }));
    expect(closed.textContent).not.toContain('Start another chat');
    expect(closed.textContent).toContain('Back Thursday');
  });
});

describe('what was said', () => {
  it('keeps its end in sight while something grows below, but leaves whoever reads what was said before', () => {
    const door = sampleDoor();
    const said = (part: Partial<View>) => view('chat', { known: { operator: { name: 'Ana R.', bot: false, picture: undefined } }, lines: [{ id: '1', from: 'operator', text: 'Hello' }], ...part });
    const log = () => document.querySelector('.lines') as HTMLElement;
    show(door, said({}));
    Object.defineProperties(log(), { scrollHeight: { value: 500, configurable: true }, clientHeight: { value: 200 } });
    show(door, said({ typing: true }));
    expect(log().scrollTop).toBe(500);

    log().scrollTop = 40;
    log().dispatchEvent(new Event('scroll'));
    show(door, said({ typing: false }));
    expect(log().scrollTop).toBe(40);
    show(door, said({ lines: [{ id: '1', from: 'operator', text: 'Hello' }, { id: '2', from: 'operator', text: 'Are you there?' }] }));
    expect(log().scrollTop).toBe(500);
  });

  it('shows files by their names, and pictures small', () => {
    const file = { address: '/visit/files/1/ticket.png', preview: '/visit/files/1/preview' };
    const panel = show(sampleDoor(), view('chat', { lines: [{ from: 'operator', text: 'ticket.png', file }] }));
    const link = panel.querySelector<HTMLAnchorElement>('.file');
    expect(link?.getAttribute('href')).toBe(file.address);
    expect(link?.getAttribute('download')).toBe('ticket.png');
    expect(link?.querySelector('img')?.getAttribute('src')).toBe(file.preview);
  });

  it('has addresses that can be followed, and mark-up that is only words', () => {
    const panel = show(sampleDoor(), view('chat', { lines: [{ from: 'visitor', text: '<img src=x> https://a.example/' }] }));
    expect(panel.querySelector('.lines img')).toBeNull();
    expect(panel.querySelector<HTMLAnchorElement>('.lines a')?.rel).toBe('noopener noreferrer nofollow');
  });

  it('is kept, printed or sent to an address of theirs', () => {
    const actions = noActions();
    const panel = show(sampleDoor(), view('ended', { known: { email: 'robin@ferry.example' } }), actions);
    const address = panel.querySelector<HTMLInputElement>('#mail-to');
    expect(address?.value).toBe('robin@ferry.example');
    address?.form?.dispatchEvent(new Event('submit', { bubbles: true, cancelable: true }));
    expect(actions.onMail).toHaveBeenCalledWith('robin@ferry.example');
    const sent = show(sampleDoor(), view('ended', { mailedTo: 'robin@ferry.example' }));
    expect(sent.querySelector('.transcript [role=status]')?.textContent).toBe('On its way to robin@ferry.example.');
  });
});
