/** @jsxImportSource preact */
import { Press, type Scene } from './states';

/** What was said, to be kept, printed or sent by mail. */
export function Transcript({ door, view, actions }: Scene) {
  function mail(event: Event) {
    event.preventDefault();
    const field = (event.currentTarget as HTMLFormElement).querySelector<HTMLInputElement>('input');
    if (field?.reportValidity()) actions.onMail(field.value.trim());
  }
  return (
    <div class="transcript">
      <div class="row">
        <Press words={door.words.keep} onPress={actions.onKeep} />
        <Press words={door.words.print} onPress={actions.onPrint} />
      </div>
      {view.mailedTo ? (
        <p role="status">{door.words.mailedIt?.replace('{address}', view.mailedTo)}</p>
      ) : (
        <form onSubmit={mail}>
          <label for="mail-to">{door.words.mailIt}</label>
          <div class="beside">
            <input type="email" id="mail-to" autocomplete="email" required defaultValue={view.known.email} />
            <button type="submit">
              <span>{door.words.send}</span>
            </button>
          </div>
        </form>
      )}
    </div>
  );
}
