import type { Claim } from './visit';

/**
 * What a page's browser keeps of a door, for reloads and other tabs. Where the browser keeps nothing, it lasts as long as the
 * page.
 */
export class Kept {
  private readonly name: string;
  private memory: string | null = null;

  constructor(plan: string, door: string) {
    this.name = `kinetarch:${plan}/${door}`;
  }

  claim(): Claim | null {
    const kept = this.read(this.name);
    if (!kept) return null;
    try {
      const { chat, token } = JSON.parse(kept) as Claim;
      return typeof chat === 'number' && typeof token === 'string' ? { chat, token } : null;
    } catch {
      return null;
    }
  }

  keep(claim: Claim | null) {
    this.write(this.name, claim && JSON.stringify(claim));
  }

  /** Whether the visitor was here before; from now on they were. */
  returning(): boolean {
    const before = this.read(`${this.name}:seen`) !== null;
    this.write(`${this.name}:seen`, '1');
    return before;
  }

  /** Whether an invitation was shown to this visitor before. */
  invited(invitation: string): boolean {
    return this.read(`${this.name}:invited:${invitation}`) !== null;
  }

  noteInvited(invitation: string) {
    this.write(`${this.name}:invited:${invitation}`, '1');
  }

  /** Hears when another tab starts or ends a chat. */
  onOtherTab(heard: () => void): () => void {
    const listener = (event: StorageEvent) => {
      if (event.key === this.name) heard();
    };
    window.addEventListener('storage', listener);
    return () => window.removeEventListener('storage', listener);
  }

  private read(name: string): string | null {
    try {
      return localStorage.getItem(name);
    } catch {
      return name === this.name ? this.memory : null;
    }
  }

  private write(name: string, value: string | null) {
    if (name === this.name) this.memory = value;
    try {
      if (value === null) localStorage.removeItem(name);
      else localStorage.setItem(name, value);
    } catch {
      // kept in memory alone: the browser forbids more, and the chat goes on without it
    }
  }
}
