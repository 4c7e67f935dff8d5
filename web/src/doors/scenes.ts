import { type DoorState, type Known, NOT_LIVE, type View } from '../../widget/document';
import { fill } from '../../widget/fill';
import type { Misfit } from '../../widget/fit';
import type { DoorPreview } from '../api/model';
import { TEXT_KINDS, type TextKind } from '../settings/TextsEditor';

export const STATE_NAMES: Record<DoorState, string> = {
  before: 'Before opening',
  cards: 'Opened',
  questions: 'Questions',
  waiting: 'Waiting',
  chat: 'In a chat',
  'no-reply': 'No reply yet',
  busy: 'Busy',
  closed: 'Closed',
  message: 'Leave a message',
  thanks: 'Message sent',
  ended: 'Ended',
};

/** What a door is shown with in a state: people, times and lines that are made up where nobody is there yet. */
export function sceneOf(state: DoorState, preview: DoorPreview, returning: boolean): View {
  const { document, sample } = preview;
  const met = state !== 'before' && state !== 'cards' && state !== 'questions';
  const greeting = sample.operatorGreeting ?? document.texts.GREETING?.text;
  const topic = document.questions.find((question) => question.choices.length > 0)?.choices[0]?.label.text;
  const known: Known = {
    visitor: returning || met ? sample.visitor : undefined,
    operator: {
      name: sample.operator,
      picture: sample.operatorPicture ? `/visit/pictures/${sample.operatorPicture}` : undefined,
    },
    position: sample.position,
    waitSeconds: sample.waitSeconds,
    opens: sample.opens ?? undefined,
  };
  return {
    ...NOT_LIVE,
    state,
    returning,
    invitation: document.invitations.length > 0 ? 0 : null,
    known,
    lines: [
      { from: 'visitor', text: topic ?? document.cards[0]?.question.text ?? '…' },
      ...(state === 'chat' && greeting
        ? [{ from: 'operator' as const, text: fill(greeting, document, known) }]
        : []),
    ],
  };
}

/** Why a state is never met at a door as it is set up; null where it can be. */
export function neverMet(state: DoorState, { document }: DoorPreview): string | null {
  if (state === 'closed' && document.whenClosed === 'NOT_SHOWN') return 'Never met: closed, this door shows nothing.';
  if ((state === 'message' || state === 'thanks') && document.message.length === 0) {
    return 'Its form to leave a message asks nothing.';
  }
  return null;
}

/** What does not fit, in words: how much, and roughly how many letters. */
export function misfitWords({ over, unit, characters }: Misfit): string {
  const much = unit === 'px' ? `${Math.ceil(over)} pixels too wide` : `${over} ${over === 1 ? 'line' : 'lines'} too long`;
  return `${much}, about ${characters} ${characters === 1 ? 'letter' : 'letters'}`;
}

/** The place of a misfit as its settings call it. */
export function placeName(place: string): string {
  return TEXT_KINDS.find(({ kind }) => kind === place)?.name ?? `“${place}”`;
}

/** For each text what does not fit, so that it can be said where the text is written. */
export function flagsOf(misfits: Partial<Record<DoorState, Misfit[]>>): Partial<Record<TextKind, string>> {
  const flags: Partial<Record<TextKind, string>> = {};
  for (const found of Object.values(misfits)) {
    for (const misfit of found) {
      const text = TEXT_KINDS.find(({ kind }) => kind === misfit.place);
      if (text) flags[text.kind] = `Does not fit its place: ${misfitWords(misfit)}.`;
    }
  }
  return flags;
}
