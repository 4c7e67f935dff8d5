import type { FactSignature } from './document';
import type { LiveDoor } from './live';

/** What happened at a door, for the page's own statistics: nothing of what was said. */
export type Happening = 'shown' | 'invited' | 'opened' | 'started' | 'answered' | 'ended' | 'rated';

/** What a page says of its visitor, and its server's signature of that where the door asks for one. */
export interface Told {
  facts: Record<string, string>;
  signature: FactSignature | null;
}

/** What a page can do with a door of its own. */
export interface PageDoor {
  open: () => void;
  close: () => void;
  /**
   * What the page knows of its visitor by now. What was told before stays where it is not told anew, but for signed facts, which are
   * signed all together.
   */
  tell: (facts: Record<string, string>, signature?: FactSignature) => void;
  /** Goes on in another of the door's languages. */
  speak: (language: string) => void;
  /** The page is another now, though it was not loaded anew. */
  movedTo: (address: string) => void;
}

declare global {
  interface Window {
    kinetarch?: Record<string, PageDoor>;
  }
}

/** Gives the page a door by the name that its script has in `data-door`, and says so. */
export function handToPage(name: string, door: LiveDoor) {
  window.kinetarch = { ...window.kinetarch, [name]: door.forPage };
  tellPage(name, 'shown');
}

export function tellPage(door: string, what: Happening) {
  document.dispatchEvent(new CustomEvent('kinetarch', { detail: { door, what } }));
}
