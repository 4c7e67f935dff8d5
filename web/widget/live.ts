import type { DoorDocument, DoorNow, DoorState, FactSignature, Line, Mark, SaidFile, View, VisitView, Way } from './document';
import { whyNot } from './files';
import { speaker } from './fill';
import type { Answers } from './form';
import { dueInvitation } from './invitations';
import { Kept } from './kept';
import { showDoor } from './mount';
import { type Happening, type PageDoor, tellPage } from './page';
import type { Actions } from './states';
import { stateOf } from './stage';
import { type Claim, type LetterLink, Refused, type Visit } from './visit';
import { Wire } from './wire';

/** How often an open page asks whether its door is still as it was; planned openings and closings need no asking. */
const ASK_AGAIN_MILLIS = 12_000;
const SPREAD_MILLIS = 2_000;
const WAITING_AGAIN_MILLIS = 5_000;
/** Where operators are not to see what is being typed, it never leaves the page; they see that somebody types. */
const TYPES = '…';
const TYPING_MILLIS = 1_000;
const TYPING_SHOWN_MILLIS = 4_000;
const MARK_MILLIS = 1_000;
const SEND_AGAIN_MILLIS = 2_000;
const INVITE_MILLIS = 1_000;

/** A message on its way. */
interface Sending {
  key: string;
  text: string;
  at: string;
  refused: boolean;
  /** To be sent under its name; none where words are. */
  file?: File;
}

/** A door of a live plan on a page: shows how it stands, and the chat that its visitor has through it. */
export class LiveDoor {
  private readonly kept: Kept;
  private returning = false;
  private panel = false;
  private chosen: DoorState = 'before';
  private claim: Claim | null = null;
  private wire: Wire | null = null;
  private view: VisitView | null = null;
  private last = 0;
  private readonly lines = new Map<number, Line & { key?: string | null }>();
  private sending: Sending[] = [];
  private sendingNow = false;
  private connected = true;
  private trouble: string | null = null;
  private rated = false;
  private mailedTo: string | null = null;
  /** Whether the visitor ended the chat before it had started. */
  private leaving = false;
  private letter: LetterLink | null = null;
  private earlier: Line[] = [];
  /** Whether whoever came by a letter has begun to go on. */
  private goesOn = false;
  private invitation: number | null = null;
  private readonly shownHere = new Set<string>();
  private pageSince = Date.now();
  private stageTold: string | null = null;
  private typingUntil = 0;
  private halfTyped = '';
  private typingTimer: ReturnType<typeof setTimeout> | null = null;
  private marked = { got: 0, read: 0 };
  private markTimer: ReturnType<typeof setTimeout> | null = null;
  private plannedTimer: ReturnType<typeof setTimeout> | null = null;
  private readonly actions: Actions;

  private constructor(
    private readonly host: HTMLElement,
    private readonly visit: Visit,
    private facts: Record<string, string>,
    private signature: FactSignature | null,
    private page: string | null,
    private door: DoorDocument,
    private now: DoorNow,
  ) {
    this.kept = new Kept(visit.plan, visit.door);
    this.actions = this.makeActions();
  }

  /**
   * Shows a door.
   *
   * @param page where it is shown; null for the plain link
   */
  static async start(
    host: HTMLElement,
    visit: Visit,
    language: string | undefined,
    facts: Record<string, string>,
    signature: FactSignature | null,
    page: string | null,
  ): Promise<LiveDoor> {
    const { document: door, now } = await visit.load(language);
    const live = new LiveDoor(host, visit, facts, signature, page, withBase(door, visit), now);
    live.begin(page === null);
    return live;
  }

  private begin(opened: boolean) {
    this.returning = this.kept.returning();
    this.kept.onOtherTab(() => this.resume());
    document.addEventListener('visibilitychange', () => {
      if (document.visibilityState === 'visible') {
        void this.ask();
        this.mark();
      }
    });
    this.planned();
    setInterval(() => void this.ask(), ASK_AGAIN_MILLIS + Math.random() * SPREAD_MILLIS);
    if (this.door.invitations.length > 0) setInterval(() => this.invite(), INVITE_MILLIS);
    setInterval(() => {
      if (this.view?.stage === 'waiting' && this.connected) void this.wire?.catchUp();
    }, WAITING_AGAIN_MILLIS);
    this.resume();
    if (opened) this.open();
    else this.show();
  }

  // What the page does

  /** What the page that shows the door may do with it. */
  readonly forPage: PageDoor = {
    open: () => {
      if (!this.panel) this.open();
    },
    close: () => {
      if (this.panel) this.actions.onClose();
    },
    tell: (facts, signature) => {
      this.facts = signature ? facts : { ...this.facts, ...facts };
      this.signature = signature ?? null;
      // A chat that runs hears of it too; one that starts takes it along.
      void this.doIn(async (claim) => {
        const { doubt } = await this.visit.tell(claim, this.facts, this.signature);
        if (doubt) this.report(doubt);
      });
      this.show();
    },
    speak: (language) => void this.speak(language),
    movedTo: (address) => {
      this.page = address;
      this.pageSince = Date.now();
      this.invitation = null;
      this.show();
    },
  };

  /** Opens the conversation that the link in a mail leads to. */
  async openLetter(link: LetterLink) {
    try {
      const { lines } = await this.visit.letter(link);
      this.earlier = lines.map((line, i) => ({
        id: `earlier-${i}`,
        from: line.from as Line['from'],
        text: line.text,
        name: line.name ?? undefined,
        at: line.at,
      }));
      this.letter = link;
      this.panel = true;
      this.show();
    } catch (failure) {
      this.fail(failure);
    }
  }

  private async speak(language: string) {
    try {
      const { document: door, now } = await this.visit.load(language);
      this.door = withBase(door, this.visit);
      this.now = now;
      this.show();
    } catch (failure) {
      this.report(failure instanceof Error ? failure.message : String(failure));
    }
  }

  private tell(what: Happening) {
    tellPage(`${this.visit.plan}/${this.visit.door}`, what);
  }

  // Invitations

  private invite() {
    if (!this.page || this.invitation !== null || this.panel || this.claim || !this.now.shown || document.visibilityState !== 'visible') return;
    const seconds = (Date.now() - this.pageSince) / 1000;
    const due = dueInvitation(this.door.invitations, this.page, seconds, this.now.open, (id) => this.shownHere.has(id) || this.kept.invited(id));
    const one = this.door.invitations[due];
    if (!one || this.shownHere.has(one.id)) return;
    this.invitation = due;
    this.shownHere.add(one.id);
    this.kept.noteInvited(one.id);
    this.visit.invited(one.id, 'shown');
    this.tell('invited');
    this.show();
  }

  /** The invitation that is shown goes, one way or the other. */
  private answered(fate: 'opened' | 'dismissed') {
    const one = this.invitation === null ? undefined : this.door.invitations[this.invitation];
    if (one) this.visit.invited(one.id, fate);
    this.invitation = null;
  }

  /** Goes on with the chat that a reload or another tab left. */
  private resume() {
    const claim = this.kept.claim();
    if (claim?.token === this.claim?.token) return;
    if (!claim) {
      // Ended in another tab: how it ended is shown here too.
      void this.wire?.catchUp();
      return;
    }
    this.forget();
    if (claim) {
      this.panel = true;
      this.listen(claim);
    }
    this.show();
  }

  private listen(claim: Claim) {
    this.claim = claim;
    this.wire = new Wire(this.visit, claim, () => this.last, {
      onView: (view) => this.hear(view),
      onTyping: () => this.typed(),
      onConnected: (connected) => {
        if (this.connected === connected) return;
        this.connected = connected;
        this.show();
        if (connected) void this.send();
      },
      onGone: () => {
        this.kept.keep(null);
        this.forget();
        this.chosen = 'before';
        this.show();
      },
    });
  }

  private forget() {
    this.wire?.close();
    this.wire = null;
    this.claim = null;
    this.view = null;
    this.last = 0;
    this.lines.clear();
    this.sending = [];
    this.rated = false;
    this.mailedTo = null;
    this.stageTold = null;
    this.connected = true;
    this.marked = { got: 0, read: 0 };
  }

  private hear(view: VisitView) {
    for (const line of view.lines) {
      if (line.from !== 'visitor') this.typingUntil = 0;
      this.lines.set(line.number, {
        // Once it has arrived it is the line that it was on its way: neither drawn nor read out anew.
        id: line.key ?? String(line.number),
        from: line.from as Line['from'],
        text: line.text,
        name: line.name ?? undefined,
        at: line.at,
        key: line.key ?? null,
        offers: line.offers,
        picture: line.picture ? `${this.visit.base}/${line.picture}` : undefined,
        file: line.file ? this.fileOf(line.file) : undefined,
      });
      this.sending = this.sending.filter(({ key }) => key !== line.key);
    }
    // What was asked for before something came may be answered after it, and knows less.
    const isOld = this.view !== null && view.number < this.last;
    this.last = Math.max(this.last, view.number);
    if (isOld) {
      this.show();
      return;
    }
    this.view = view;
    if (view.stage !== this.stageTold) {
      this.stageTold = view.stage;
      this.trouble = null; // it was about what is over
      if (view.stage === 'chat') this.tell('answered');
      if (view.stage === 'ended') this.tell('ended');
    }
    if (view.stage === 'ended') {
      this.kept.keep(null);
      this.wire?.close();
    }
    this.mark();
    this.show();
  }

  private fileOf({ address, preview }: SaidFile): Line['file'] {
    return { address: `${this.visit.base}/${address}`, preview: preview ? `${this.visit.base}/${preview}` : undefined };
  }

  private typed() {
    this.typingUntil = Date.now() + TYPING_SHOWN_MILLIS;
    this.show();
    setTimeout(() => this.show(), TYPING_SHOWN_MILLIS);
  }

  // How the door stands

  private async ask() {
    if (document.visibilityState !== 'visible' && !this.panel) return;
    try {
      this.now = await this.visit.now(this.door.language);
      this.planned();
      this.show();
    } catch (failure) {
      if (failure instanceof Refused) this.report(failure.message);
      // else the network is away: it is asked again
    }
  }

  /** Opens and closes by the hours, at the very second, by the server's clock. */
  private planned() {
    if (this.plannedTimer) clearTimeout(this.plannedTimer);
    const next = this.now.open ? this.now.closes : this.now.opens;
    if (!next) return;
    const millis = Date.parse(next) - Date.parse(this.now.at);
    if (millis > 24 * 3_600_000) return;
    this.plannedTimer = setTimeout(() => {
      const open = !this.now.open;
      this.now = { ...this.now, at: next, open, shown: open || this.door.whenClosed !== 'NOT_SHOWN', opens: null, closes: null };
      this.show();
      setTimeout(() => void this.ask(), Math.random() * SPREAD_MILLIS);
    }, Math.max(0, millis));
  }

  private report(why: string) {
    console.warn(`Kinetarch door “${this.visit.plan}/${this.visit.door}”: ${why}`);
  }

  // What the visitor does

  private makeActions(): Actions {
    return {
      onOpen: () => this.open(),
      onClose: () => {
        this.panel = false;
        if (this.view?.stage === 'ended') this.forget();
        this.show();
        this.host.shadowRoot?.getElementById('knock')?.focus();
      },
      onStart: () => {
        if (this.view?.stage === 'ended') this.forget();
        this.goesOn = true;
        this.chosen = !this.now.open ? 'message' : this.door.questions.length + this.door.consents.length > 0 ? 'questions' : 'waiting';
        if (this.chosen === 'waiting') void this.startChat({}, []);
        this.show();
      },
      onDismiss: () => {
        this.answered('dismissed');
        this.show();
      },
      onAnswers: (answers, agreed) =>
        void (this.claim ? this.doIn((claim) => this.visit.answer(claim, answers)) : this.startChat(answers, agreed)),
      onMessage: (answers, agreed) => void this.leaveMessage(answers, agreed),
      onFile: (file) => this.sendFile(file),
      onLine: (text) => {
        this.halfTyped = '';
        this.trouble = null;
        this.sending.push({ key: crypto.randomUUID(), text, at: new Date().toISOString(), refused: false });
        this.show();
        void this.send();
      },
      onTyping: (text) => {
        this.halfTyped = text;
        this.typingTimer ??= setTimeout(() => {
          this.typingTimer = null;
          // What is passed on is never sent again: the next tells it too.
          const told = this.door.typingShown || this.halfTyped.trim() === '' ? this.halfTyped : TYPES;
          if (this.claim && this.view?.stage === 'chat') this.visit.type(this.claim, told).catch(() => undefined);
        }, TYPING_MILLIS);
      },
      onWay: (way) => (way === 'message' ? this.toForm() : void this.choose(way, {})),
      onEnd: () => {
        // Whoever ends a chat that is being started means it all the same.
        if (this.claim) void this.doIn((claim) => this.visit.leave(claim));
        else this.leaving = true;
      },
      onRate: (mark, comment) => void this.rate(mark, comment),
      onKeep: () => this.keepTranscript(),
      onPrint: () => this.printTranscript(),
      onMail: (address) => void this.mailTranscript(address),
    };
  }

  private async rate(mark: number, comment: string) {
    if (!this.claim) return;
    try {
      await this.visit.rate(this.claim, mark, comment);
      this.rated = true;
      this.tell('rated');
      this.trouble = null;
      this.show();
    } catch (failure) {
      this.fail(failure);
    }
  }

  private open() {
    this.answered('opened');
    this.panel = true;
    this.tell('opened');
    if (!this.claim) this.chosen = this.now.open ? 'cards' : 'closed';
    if (this.chosen === 'cards' && this.door.cards.length + this.door.help.length === 0 && this.door.questions.length > 0) this.chosen = 'questions';
    this.mark();
    this.show();
    this.host.shadowRoot?.querySelector<HTMLElement>('.close')?.focus();
  }

  private toForm() {
    this.chosen = 'message';
    this.show();
  }

  private async startChat(answers: Answers, consents: string[]) {
    this.trouble = null;
    this.chosen = 'waiting';
    this.show();
    this.leaving = false;
    const key = crypto.randomUUID();
    const language = this.door.language;
    const { facts, signature, page, returning } = this;
    for (;;) {
      try {
        const claim = await this.visit.start({ key, language, page, referrer: document.referrer || null, returning, consents, answers, facts, signature });
        if (claim.doubt) this.report(claim.doubt);
        this.kept.keep(claim);
        this.listen(claim);
        this.tell('started');
        if (this.letter) await this.visit.goesOn(this.letter, claim);
        if (this.leaving) {
          this.leaving = false;
          void this.doIn((started) => this.visit.leave(started));
        }
        void this.send(); // what was written while it started
        return claim;
      } catch (failure) {
        if (failure instanceof Refused && failure.status !== 503) {
          this.fail(failure);
          this.chosen = this.now.open ? 'questions' : 'message';
          this.show();
          return null;
        }
        this.connected = false;
        this.show();
        await later(SEND_AGAIN_MILLIS);
        this.connected = true;
      }
    }
  }

  private async leaveMessage(answers: Answers, agreed: string[]) {
    const claim = this.claim ?? (await this.startChat({}, agreed));
    if (claim) await this.choose(answers['call-back'] ? 'call-back' : 'message', answers);
  }

  private async choose(way: Way, answers: Answers) {
    await this.doIn((claim) => this.visit.choose(claim, way, answers));
  }

  private async doIn(call: (claim: Claim) => Promise<unknown>) {
    if (!this.claim) return;
    this.trouble = null;
    try {
      await call(this.claim);
      await this.wire?.catchUp();
    } catch (failure) {
      this.fail(failure);
    }
  }

  private fail(failure: unknown) {
    this.report(failure instanceof Error ? failure.message : String(failure));
    this.trouble = this.door.words.failed ?? null;
    this.show();
  }

  /** Sends what is on its way, one after the other, again and again until it is there or refused. */
  private async send() {
    if (this.sendingNow) return;
    this.sendingNow = true;
    for (let next = this.next(); next && this.claim; next = this.next()) {
      try {
        if (next.file) await this.visit.send(this.claim, next.key, next.file);
        else await this.visit.say(this.claim, next.key, next.text);
        const sent = next.key;
        if (this.sending.some(({ key }) => key === sent)) {
          await this.wire?.catchUp();
          this.sending = this.sending.filter(({ key }) => key !== sent);
        }
      } catch (failure) {
        if (failure instanceof Refused && failure.status !== 503 && failure.status !== 429) {
          next.refused = true;
          this.report(failure.message);
          if (next.file) this.trouble = this.door.words.fileNotTaken ?? null;
        } else {
          if (!(failure instanceof Refused)) this.connected = false;
          this.show();
          await later(SEND_AGAIN_MILLIS);
        }
      }
      this.show();
    }
    this.sendingNow = false;
  }

  private sendFile(file: File) {
    this.trouble = whyNot(file, this.door);
    if (!this.trouble) this.sending.push({ key: crypto.randomUUID(), text: file.name, at: new Date().toISOString(), refused: false, file });
    this.show();
    void this.send();
  }

  private next(): Sending | undefined {
    return this.sending.find(({ refused }) => !refused);
  }

  /** Tells how far the visitor has got and read, once they have for a moment. */
  private mark() {
    if (this.markTimer || !this.claim || this.view?.stage !== 'chat') return;
    this.markTimer = setTimeout(() => {
      this.markTimer = null;
      const claim = this.claim;
      if (!claim) return;
      const read = this.panel && document.visibilityState === 'visible' ? this.last : this.marked.read;
      if (read === this.marked.read && this.last === this.marked.got) return;
      this.marked = { got: this.last, read };
      this.visit.mark(claim, this.last, read).catch(() => undefined); // the next one tells it too
    }, MARK_MILLIS);
  }

  /** Opens what was said as a page of its own, which prints well. */
  private printTranscript() {
    const { claim, visit, door } = this;
    if (claim) window.open(`${visit.base}/door/${visit.plan}/${visit.door}/${door.language}#transcript=${claim.chat}.${claim.token}`, '_blank', 'noopener');
  }

  private async mailTranscript(address: string) {
    if (!this.claim) return;
    try {
      await this.visit.mailTranscript(this.claim, address);
      this.mailedTo = address;
      this.trouble = null;
      this.show();
    } catch (failure) {
      this.fail(failure);
    }
  }

  private keepTranscript() {
    const text = [...this.lines.values()]
      .map((line) => `${line.at ?? ''} ${speaker(line, this.door)}: ${line.text}`)
      .join('\n');
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([text], { type: 'text/plain' }));
    link.download = 'chat.txt';
    link.click();
    URL.revokeObjectURL(link.href);
  }

  // What is shown

  private show() {
    if (!this.now.shown && !this.claim) {
      this.host.hidden = true;
      return;
    }
    this.host.hidden = false;
    showDoor(this.host, this.door, this.scene(), this.actions);
  }

  private scene(): View {
    const operator = this.view?.operator;
    return {
      state: this.state(),
      returning: this.returning,
      invitation: this.invitation,
      known: {
        visitor: this.fact('NAME'),
        email: this.fact('EMAIL'),
        operator: operator
          ? { name: operator.name, bot: operator.bot, picture: operator.picture ? `${this.visit.base}/${operator.picture}` : undefined }
          : undefined,
        position: this.view?.position ?? undefined,
        waitSeconds: this.view?.waitSeconds ?? undefined,
        opens: this.now.opens ?? undefined,
      },
      lines: this.allLines(),
      asked: this.view?.asked ?? [],
      ways: (this.view?.ways ?? []) as Way[],
      answers: this.knownAnswers(),
      typing: Date.now() < this.typingUntil,
      rated: this.rated,
      letter: this.letter !== null && !this.claim,
      agreed: this.claim !== null,
      canStart: this.now.open || this.door.whenClosed === 'MESSAGE_FORM',
      mailedTo: this.mailedTo,
      notice: this.connected ? this.trouble : (this.door.words.connecting ?? null),
      live: true,
    };
  }

  private fact(kind: DoorDocument['facts'][number]['kind']): string | undefined {
    return this.facts[this.door.facts.find((fact) => fact.kind === kind)?.key ?? ''];
  }

  /** What the page told that answers a question. */
  private knownAnswers(): Answers {
    const answers: Answers = {};
    for (const { key, fills } of this.door.facts) {
      const value = this.facts[key];
      if (fills && value) answers[fills] = value;
    }
    return answers;
  }

  private allLines(): Line[] {
    const said = [...this.lines.entries()]
      .sort(([one], [other]) => one - other)
      .map(([number, line]) => (line.from === 'visitor' ? { ...line, mark: this.markOf(number) } : line));
    const onTheWay = this.sending.map(
      ({ key, text, at, refused }): Line => ({ id: key, from: 'visitor', text, at, mark: refused ? 'notSent' : 'sending' }),
    );
    return [...this.earlier, ...said, ...onTheWay];
  }

  private markOf(number: number): Mark {
    if (!this.view) return 'sent';
    return number <= this.view.read ? 'read' : number <= this.view.got ? 'got' : 'sent';
  }

  private state(): DoorState {
    if (!this.panel) return 'before';
    if (this.letter && !this.claim && !this.goesOn) return 'ended';
    if (!this.claim) {
      if (!this.now.open && (this.chosen === 'cards' || this.chosen === 'questions')) return 'closed';
      return this.now.open && this.chosen === 'closed' ? 'cards' : this.chosen;
    }
    return stateOf(this.view, this.now.open, this.chosen === 'message');
  }
}

function withBase(door: DoorDocument, { base, plan }: Visit): DoorDocument {
  const help = `${base}/door/${plan}/${door.door}/${door.language}/help`;
  return {
    ...door,
    picture: door.picture ? `${base}/${door.picture}` : null,
    help: door.help.map((page) => ({ ...page, page: `${help}/${page.page}` })),
  };
}

const later = (millis: number) => new Promise((resolve) => setTimeout(resolve, millis));
