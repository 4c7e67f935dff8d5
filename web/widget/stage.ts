import type { DoorState, VisitView } from './document';

/** What a visitor meets in their chat; null while it is being started. */
export function stateOf(view: VisitView | null, open: boolean, toForm: boolean): DoorState {
  switch (view?.stage) {
    case 'asking':
    case 'bot':
    case 'chat':
      return toForm ? 'message' : 'chat';
    case 'form':
      return 'message';
    case 'ended':
      return endOf(view.outcome ?? '', open);
    default:
      return toForm ? 'message' : 'waiting';
  }
}

function endOf(outcome: string, open: boolean): DoorState {
  switch (outcome) {
    case 'left-message':
    case 'asked-call-back':
      return 'thanks';
    case 'turned-away':
      return open ? 'busy' : 'closed';
    default:
      return 'ended';
  }
}
