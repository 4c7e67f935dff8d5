/** @jsxImportSource preact */
import { render } from 'preact';
import type { DoorDocument, View } from './document';
import css from './door.css?inline';
import { type Actions, Door } from './states';

let sheet: CSSStyleSheet | undefined;

/** A constructed sheet: it is shared by every door of a page, and no content security policy keeps it out. */
function styles(): CSSStyleSheet {
  if (!sheet) {
    sheet = new CSSStyleSheet();
    sheet.replaceSync(css);
  }
  return sheet;
}

/**
 * Shows a door inside an element, sealed against the page around it. Showing again changes only what differs, so that the focus
 * and what is half typed stay.
 */
export function showDoor(host: HTMLElement, door: DoorDocument, view: View, actions: Actions): ShadowRoot {
  const root = host.shadowRoot ?? host.attachShadow({ mode: 'open' });
  root.adoptedStyleSheets = [styles()];
  host.lang = door.language;
  host.dir = door.direction;
  host.dataset.corner = door.look.corner.toLowerCase();
  host.style.setProperty('--accent', door.look.accent);
  host.style.setProperty('--on-accent', door.look.onAccent);
  host.style.setProperty('--ground', door.look.ground);
  host.style.setProperty('--ink', door.look.ink);
  host.style.setProperty('--inset', `${door.look.inset}px`);
  host.style.setProperty('--rise', `${door.look.rise}px`);
  render(<Door door={door} view={view} actions={actions} />, root);
  return root;
}
