import { LiveDoor } from './live';
import { handToPage, toldBy, whenTold } from './page';
import { showTranscript } from './print';
import { Refused, Visit } from './visit';

export { showDoor } from './mount';

/**
 * What a web site loads: a classic script, which needs no permission to be read across sites. Its element says which door, and the
 * address it came from where the application is.
 */
const script = document.currentScript as HTMLScriptElement | null;
if (script?.dataset.door) void start(script);

async function start({ src, dataset }: HTMLScriptElement) {
  const [plan = '', door = ''] = (dataset.door ?? '').split('/');
  const name = `Kinetarch door “${dataset.door}”`;
  const visit = new Visit(new URL('..', src).href.replace(/\/$/, ''), plan, door);
  const host = document.createElement('div');
  if (dataset.alone !== undefined) host.dataset.framed = '';
  await body();
  const printed = dataset.alone === undefined ? null : secret('transcript');
  if (printed) {
    const { document: shown } = await visit.load(dataset.language);
    showTranscript(shown, await visit.view({ chat: Number(printed.id), token: printed.token }, 0));
    return;
  }
  document.body.append(host);
  try {
    const told = toldBy(name);
    const live = await LiveDoor.start(
      host,
      visit,
      dataset.language,
      told?.facts ?? {},
      told?.signature ?? null,
      dataset.alone === undefined ? location.href : null,
    );
    handToPage(`${plan}/${door}`, live);
    if (!told) whenTold(name, live.forPage);
    const link = dataset.alone === undefined ? null : secret('letter');
    if (link) await live.openLetter({ letter: link.id, token: link.token });
  } catch (failure) {
    host.remove();
    console.warn(`${name} shows nothing: ${why(failure, visit.base)}`);
  }
}

/** What the address says after "#", such as letter=12.token: taken out, so that nobody finds the way in by looking at it. */
function secret(kind: string): { id: string; token: string } | null {
  const [, found, id = '', token = ''] = /^#(\w+)=(\d+)\.([\w-]+)$/.exec(location.hash) ?? [];
  if (found !== kind) return null;
  history.replaceState(null, '', location.pathname);
  return { id, token };
}

function why(failure: unknown, base: string): string {
  if (failure instanceof Refused) return failure.message;
  return blocked
    ? `the page's content security policy blocks ${blocked}. Add ${base} to its connect-src.`
    : `${base} cannot be reached (${failure instanceof Error ? failure.message : String(failure)}).`;
}

/** What the page's policy kept from being reached; told by the browser before the call fails. */
let blocked: string | undefined;
document.addEventListener('securitypolicyviolation', (event) => {
  blocked = event.blockedURI;
});

async function body() {
  if (document.body) return;
  await new Promise((resolve) => document.addEventListener('DOMContentLoaded', resolve, { once: true }));
}
