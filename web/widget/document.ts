import type { components } from '../src/api/schema';

type Schemas = components['schemas'];

/** A door in one language, as it is published. */
export type DoorDocument = Schemas['DoorDocument'];
export type AskedQuestion = Schemas['AskedQuestion'];
export type AskedConsent = Schemas['AskedConsent'];
export type SaidFile = Schemas['SaidFile'];
export type Said = Schemas['Said'];
export type DoorNow = Schemas['DoorNow'];
export type FactSignature = Schemas['FactSignature'];
export type VisitView = Schemas['VisitView'];
export type VisitLine = Schemas['VisitLine'];
export type TextKind =
  | 'LABEL'
  | 'OPEN'
  | 'GREETING'
  | 'RETURNING'
  | 'CONSENT'
  | 'WAITING'
  | 'BUSY'
  | 'CLOSED'
  | 'NO_REPLY'
  | 'MESSAGE'
  | 'THANKS'
  | 'ENDED'
  | 'RATING';

/** What a visitor can meet at a door, in the order in which they may meet it. */
export const STATES = [
  'before',
  'cards',
  'questions',
  'waiting',
  'chat',
  'no-reply',
  'busy',
  'closed',
  'message',
  'thanks',
  'ended',
] as const;
export type DoorState = (typeof STATES)[number];

/** What is known while a door is shown; what is not known is left out of the texts. */
export interface Known {
  visitor?: string | undefined;
  email?: string | undefined;
  operator?: { name: string; picture?: string | undefined; bot?: boolean } | undefined;
  /** How many wait before the visitor. */
  position?: number | undefined;
  waitSeconds?: number | undefined;
  /** The instant at which the door opens next. */
  opens?: string | undefined;
}

/** How far a line of the visitor's own has come. */
export type Mark = 'sending' | 'notSent' | 'sent' | 'got' | 'read';

/** One line of a conversation. */
export interface Line {
  from: 'visitor' | 'operator' | 'bot' | 'plan';
  text: string;
  /** Stays the same from rendering to rendering. */
  id?: string;
  name?: string | undefined;
  at?: string;
  mark?: Mark | undefined;
  /** What may be said next by a press of a button. */
  offers?: string[];
  picture?: string | undefined;
  /** A file that was sent; the text is its name. */
  file?: { address: string; preview?: string | undefined } | undefined;
}

/** A way out of waiting. */
export type Way = 'message' | 'call-back' | 'bot';

/** What a door shows. */
export interface View {
  state: DoorState;
  /** Whether the visitor has been here before. */
  returning: boolean;
  /** Index of the invitation that stands over the button; none if null. */
  invitation: number | null;
  known: Known;
  lines: Line[];
  /** Questions that came up on the way. */
  asked: AskedQuestion[];
  ways: Way[];
  /** Answers that are known before they are asked for. */
  answers: Record<string, string>;
  typing: boolean;
  /** Whether the visitor has said how the chat was. */
  rated: boolean;
  /** Whether it is a conversation that the link in a mail opened, and may be gone on with. */
  letter: boolean;
  /** Whether what the door asks to agree to was asked already. */
  agreed: boolean;
  /** Whether another chat can be started, or a message left. */
  canStart: boolean;
  /** Where the transcript was sent to; null if nowhere. */
  mailedTo: string | null;
  /** What is to be said besides, such as that the connection is being made again. */
  notice: string | null;
  /** Whether visitors meet it, rather than somebody who looks at it in a preview. */
  live: boolean;
}

/** What a preview need not know. */
export const NOT_LIVE = { asked: [], ways: [], answers: {}, typing: false, rated: false, letter: false, agreed: false, canStart: true, mailedTo: null, notice: null, live: false } satisfies Partial<View>;
