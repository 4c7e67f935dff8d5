/** How chats end, in words. */
export const OUTCOMES: Record<string, string> = {
  'finished-by-bot': 'finished by bot',
  'ended-by-visitor': 'ended by visitor',
  'ended-by-operator': 'ended by operator',
  'closed-silent': 'closed after silence',
  'gave-up': 'gave up waiting',
  'left-message': 'left a message',
  'asked-call-back': 'asked for a call back',
  'turned-away': 'turned away',
  'ended-by-ladder': 'ended by its ladder',
  'ended-at-closing': 'ended at closing',
};

export const outcomeWords = (outcome: string) => OUTCOMES[outcome] ?? outcome.replaceAll('-', ' ');
