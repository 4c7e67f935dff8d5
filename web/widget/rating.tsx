/** @jsxImportSource preact */
import { count } from './fill';
import { type Scene, Text } from './states';

const BEST_MARK = 5;

/** How the chat was, with a few words. */
export function Rating({ door, view, actions }: Scene) {
  if (view.rated) return <p role="status">{door.words.rated}</p>;
  function send(event: Event) {
    event.preventDefault();
    const form = event.currentTarget as HTMLFormElement;
    const chosen = form.querySelector<HTMLInputElement>('input:checked');
    const comment = form.querySelector<HTMLTextAreaElement>('textarea');
    if (chosen) actions.onRate(Number(chosen.value), comment?.value.trim() ?? '');
  }
  return (
    <form class="rating" onSubmit={send}>
      <fieldset>
        <legend>
          {door.texts.RATING ? <Text scene={{ door, view, actions }} kind="RATING" tag="span" lines={2} /> : door.words.rate}
        </legend>
        <div class="marks">
          {Array.from({ length: BEST_MARK }, (_, i) => i + 1).map((mark) => (
            <label key={mark}>
              <input type="radio" name="rating" value={mark} aria-label={markName(mark, door.words)} />
              <span aria-hidden="true">{count(mark, door.locale)}</span>
            </label>
          ))}
        </div>
        <div class="ends" aria-hidden="true">
          <span>{door.words.worst}</span>
          <span>{door.words.best}</span>
        </div>
      </fieldset>
      {door.ending.comment && (
        <>
          <label for="comment">{door.words.comment}</label>
          <textarea rows={2} id="comment" />
        </>
      )}
      <button type="submit" class="main">
        <span>{door.words.sendRating}</span>
      </button>
    </form>
  );
}

function markName(mark: number, words: Record<string, string>): string {
  if (mark === 1) return `1, ${words.worst}`;
  return mark === BEST_MARK ? `${mark}, ${words.best}` : String(mark);
}
