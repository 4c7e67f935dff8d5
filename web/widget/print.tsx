/** @jsxImportSource preact */
import { render } from 'preact';
import type { DoorDocument, VisitView } from './document';
import { fill, speaker } from './fill';
import css from './print.css?inline';

/** Shows what was said in a chat as a page of its own, to be printed. */
export function showTranscript(door: DoorDocument, { lines }: VisitView) {
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(css);
  document.adoptedStyleSheets = [sheet];
  document.documentElement.dir = door.direction;
  const at = new Intl.DateTimeFormat(door.locale, { dateStyle: 'long', timeStyle: 'short' });
  render(
    <main>
      <h1>{door.texts.LABEL?.text ?? door.name}</h1>
      <article>
        {lines.map((line) => (
          <p key={line.number}>
            <b>
              <bdi>{speaker(line, door)}</bdi> <time dateTime={line.at}>{at.format(new Date(line.at))}</time>
            </b>
            <span dir="auto">{line.from === 'plan' ? fill(line.text, door, {}) : line.text}</span>
          </p>
        ))}
      </article>
      <button type="button" onClick={() => window.print()}>
        {door.words.print}
      </button>
    </main>,
    document.body,
  );
}
