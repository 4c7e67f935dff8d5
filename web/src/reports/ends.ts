import type { ChatFigures } from '../api/model';
import { tokens } from '../theme/tokens';

/** How chats end, in the order in which it is drawn, in table and chart alike. */
export const ENDS: { name: string; of: (figures: ChatFigures) => number; look: string; color: string }[] = [
  { name: 'ended by operator', of: ({ endedByOperator }) => endedByOperator, look: 'end-operator', color: tokens.petrol },
  { name: 'ended by visitor', of: ({ endedByVisitor }) => endedByVisitor, look: 'end-visitor', color: tokens.band },
  { name: 'finished by bot', of: ({ finishedByBot }) => finishedByBot, look: 'end-bot', color: tokens['petrol-soft'] },
  { name: 'closed after silence', of: ({ closedSilent }) => closedSilent, look: 'end-silent', color: tokens.line },
  { name: 'left a message', of: ({ leftMessage }) => leftMessage, look: 'end-message', color: tokens.ochre },
  { name: 'gave up waiting', of: ({ gaveUp }) => gaveUp, look: 'end-gave-up', color: tokens.rust },
];
