import type { DoorDocument, DoorNow, FactSignature, VisitView, Way } from './document';
import type { components } from '../src/api/schema';
import type { Answers } from './form';

/** What opens a chat. */
export interface Claim {
  chat: number;
  token: string;
}

/** What the link in a mail says. */
export interface LetterLink {
  letter: string;
  token: string;
}

/** An answer of the server that refuses something, with its reason. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

/** The calls of a visitor. They fail with {@link Refused} where the server says no, else with what the network says. */
export class Visit {
  constructor(
    /** Where the application is, without a slash at its end. */
    readonly base: string,
    readonly plan: string,
    readonly door: string,
  ) {}

  async load(language: string | undefined): Promise<{ document: DoorDocument; now: DoorNow }> {
    return this.call('GET', `/doors/${this.door}${language ? `?language=${encodeURIComponent(language)}` : ''}`);
  }

  async now(language: string): Promise<DoorNow> {
    return this.call('GET', `/doors/${this.door}/now?language=${encodeURIComponent(language)}`);
  }

  async start(wish: {
    key: string;
    language: string;
    page: string | null;
    /** The page that led there. */
    referrer: string | null;
    returning: boolean;
    /** Ids of what was agreed to. */
    consents: string[];
    answers: Answers;
    facts: Record<string, string>;
    signature: FactSignature | null;
  }): Promise<Claim & { doubt?: string | null }> {
    return this.call('POST', `/doors/${this.door}/chats`, wish);
  }

  /** The conversation that the link in a mail opens. */
  async letter({ letter, token }: LetterLink): Promise<components['schemas']['Conversation']> {
    return this.call('GET', `/letters/${letter}`, undefined, { token });
  }

  /** The chat goes on with it. */
  async goesOn({ letter, token }: LetterLink, claim: Claim) {
    return this.call('POST', `/letters/${letter}/chats/${claim.chat}`, { token: claim.token }, { token });
  }

  /** What became of an invitation: counted, and no matter if it is not. */
  invited(invitation: string, fate: 'shown' | 'opened' | 'dismissed') {
    this.call('POST', `/doors/${this.door}/invitations/${invitation}/${fate}`).catch(() => undefined);
  }

  async view(claim: Claim, after: number, waitSeconds = 0): Promise<VisitView> {
    return this.call('GET', `/chats/${claim.chat}?after=${after}&waitSeconds=${waitSeconds}`, undefined, claim);
  }

  async say(claim: Claim, key: string, text: string) {
    return this.call('POST', `/chats/${claim.chat}/messages`, { key, text }, claim);
  }

  /** What the page knows of its visitor by now; answered with why it is not believed, where it is not. */
  async tell(claim: Claim, facts: Record<string, string>, signature: FactSignature | null): Promise<{ doubt?: string | null }> {
    return this.call('POST', `/chats/${claim.chat}/facts`, { facts, signature }, claim);
  }

  async send(claim: Claim, key: string, file: File) {
    return this.call('POST', `/chats/${claim.chat}/files?key=${key}&name=${encodeURIComponent(file.name)}`, file, claim);
  }

  async mailTranscript(claim: Claim, email: string) {
    return this.call('POST', `/chats/${claim.chat}/transcript`, { email }, claim);
  }

  async answer(claim: Claim, answers: Answers) {
    return this.call('POST', `/chats/${claim.chat}/answers`, { answers }, claim);
  }

  async choose(claim: Claim, way: Way, answers: Answers) {
    return this.call('POST', `/chats/${claim.chat}/choose`, { way, answers }, claim);
  }

  async type(claim: Claim, text: string) {
    return this.call('POST', `/chats/${claim.chat}/typing`, { text }, claim);
  }

  async mark(claim: Claim, got: number, read: number) {
    return this.call('POST', `/chats/${claim.chat}/marks`, { got, read }, claim);
  }

  async rate(claim: Claim, mark: number, comment: string) {
    return this.call('POST', `/chats/${claim.chat}/rating`, { mark, comment: comment || null }, claim);
  }

  async leave(claim: Claim) {
    return this.call('POST', `/chats/${claim.chat}/leave`, {}, claim);
  }

  private async call<T>(method: string, path: string, body?: unknown, claim?: { token: string }): Promise<T> {
    const headers: Record<string, string> = {};
    const file = body instanceof Blob;
    if (body !== undefined) headers['Content-Type'] = file ? 'application/octet-stream' : 'application/json';
    if (claim) headers['X-Chat-Token'] = claim.token;
    const response = await fetch(`${this.base}/visit/${this.plan}${path}`, {
      method,
      headers,
      credentials: 'omit',
      ...(body !== undefined && { body: file ? body : JSON.stringify(body) }),
    });
    const text = await response.text();
    if (!response.ok) throw new Refused(response.status, detailOf(text) ?? response.statusText);
    return (text ? JSON.parse(text) : undefined) as T;
  }
}

function detailOf(text: string): string | undefined {
  try {
    return (JSON.parse(text) as { detail?: string }).detail;
  } catch {
    return undefined;
  }
}
