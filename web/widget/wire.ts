import type { Client } from '@stomp/stompjs';
import type { VisitView } from './document';
import type { Claim, Visit } from './visit';
import { Refused } from './visit';

/** What a chat's connection tells. */
export interface WireEvents {
  onView: (view: VisitView) => void;
  onTyping: () => void;
  /** Whether news come through now. */
  onConnected: (connected: boolean) => void;
  /** The chat is no longer to be had. */
  onGone: () => void;
}

declare global {
  interface Window {
    kinetarchConnection?: typeof Client;
  }
}

const TRIES_BEFORE_ASKING = 3;
const RETRY_MILLIS = 1000;
const WAIT_SECONDS = 20;
const PULSE_MILLIS = 10_000;

/**
 * Hears what comes in a chat: over a WebSocket, and where none comes about by asking again and again. What was missed is asked
 * for by number, whichever way it is.
 */
export class Wire {
  private client: Client | null = null;
  private failures = 0;
  private asking = false;
  private closed = false;

  constructor(
    private readonly visit: Visit,
    private readonly claim: Claim,
    private readonly last: () => number,
    private readonly events: WireEvents,
  ) {
    void this.connect();
  }

  private async connect() {
    const { visit, claim } = this;
    try {
      await loadConnection(visit.base);
    } catch {
      // A page's policy may keep the script out; the chat goes on without a connection that stays open.
      this.failures = TRIES_BEFORE_ASKING;
      void this.catchUp();
      void this.ask();
      return;
    }
    if (this.closed || !window.kinetarchConnection) return;
    const client = new window.kinetarchConnection({
      brokerURL: `${visit.base.replace(/^http/, 'ws')}/live/visit`,
      connectHeaders: { plan: visit.plan, chat: String(claim.chat), token: claim.token },
      reconnectDelay: RETRY_MILLIS,
      heartbeatIncoming: PULSE_MILLIS,
      heartbeatOutgoing: PULSE_MILLIS,
      onConnect: () => {
        this.failures = 0;
        client.subscribe(`/topic/visit.${visit.plan}.${claim.chat}`, (frame) => this.hear(frame.body));
        void this.catchUp();
      },
      onStompError: () => this.broken(),
      onWebSocketClose: () => this.broken(),
    });
    this.client = client;
    client.activate();
  }

  close() {
    this.closed = true;
    void this.client?.deactivate();
  }

  /** Asks for what came since the last that is known. */
  async catchUp() {
    try {
      this.events.onView(await this.visit.view(this.claim, this.last()));
      this.events.onConnected(true);
    } catch (failure) {
      this.failed(failure);
    }
  }

  private hear(body: string) {
    const { view, typing } = JSON.parse(body) as { view: VisitView | null; typing: boolean };
    if (typing) this.events.onTyping();
    if (!view) return;
    if (view.from > this.last()) void this.catchUp();
    else this.events.onView(view);
  }

  private broken() {
    if (this.closed) return;
    this.failures++;
    if (!this.asking) this.events.onConnected(false);
    if (this.failures >= TRIES_BEFORE_ASKING) void this.ask();
  }

  /** The way without WebSockets; they are tried on beside it. */
  private async ask() {
    if (this.asking) return;
    this.asking = true;
    while (!this.closed && !this.client?.connected) {
      try {
        const view = await this.visit.view(this.claim, this.last(), WAIT_SECONDS);
        this.events.onConnected(true);
        this.events.onView(view);
      } catch (failure) {
        if (this.failed(failure)) break;
        await new Promise((resolve) => setTimeout(resolve, RETRY_MILLIS));
      }
    }
    this.asking = false;
  }

  private failed(failure: unknown): boolean {
    const gone = failure instanceof Refused && (failure.status === 404 || failure.status === 410);
    if (gone) {
      this.close();
      this.events.onGone();
    } else {
      this.events.onConnected(false);
    }
    return gone;
  }
}

let loading: Promise<void> | undefined;

/** Loads what connections are made with, once for all doors of a page. */
function loadConnection(base: string): Promise<void> {
  loading ??= new Promise((loaded, failed) => {
    const script = document.createElement('script');
    script.src = `${base}/widget/connection.js`;
    script.onload = () => loaded();
    script.onerror = () => {
      loading = undefined; // it may come the next time
      failed(new Error(`${script.src} was not loaded`));
    };
    document.head.append(script);
  });
  return loading;
}
