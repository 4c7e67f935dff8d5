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

/** What the page says of its visitor in its block of facts; null where it has none, or none yet. */
export function toldBy(name: string): Told | null {
  const block = document.querySelector<HTMLScriptElement>('script[type="application/json"][data-door-facts]');
  if (!block) return null;
  const { signedAt, signature } = block.dataset;
  try {
    const told = JSON.parse(block.textContent ?? '') as Record<string, unknown>;
    return {
      facts: Object.fromEntries(Object.entries(told).filter((fact): fact is [string, string] => typeof fact[1] === 'string' && fact[1] !== '')),
      signature: signedAt && signature ? { instant: Number(signedAt), signature } : null,
    };
  } catch {
    // half of it may have come only
    if (document.readyState === 'loading') return null;
    console.warn(`${name}: the block of facts is no JSON; it is left out.`);
    return { facts: {}, signature: null };
  }
}

/** A script that the browser had at hand runs before the rest of the page is read, where the block may stand. */
export function whenTold(name: string, door: PageDoor) {
  const tell = () => {
    const told = toldBy(name);
    if (told) door.tell(told.facts, told.signature ?? undefined);
  };
  if (document.readyState === 'loading') document.addEventListener('DOMContentLoaded', tell, { once: true });
  else tell();
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
