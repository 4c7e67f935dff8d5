import createProblem, { type Problem } from './problem';

/** Bound to its host where the installation is reached by TLS. */
const CSRF_COOKIES = ['__Host-XSRF-TOKEN=', 'XSRF-TOKEN='];
const LONGEST_WAIT = 8000;

/** A file that is sent as it is, of a media type of its own. */
export interface SentFile {
  file: Blob;
  type: string;
}

/** The newest answers that came with an entity tag, so that what has not changed since is not sent again. */
const tagged = new Map<string, { tag: string; answer: unknown }>();
const MOST_TAGGED = 100;

/** Sends a request to the API; a refusal comes back as a thrown ProblemError. */
export async function call<T>(method: string, path: string, body?: unknown, givenUp?: AbortSignal): Promise<T> {
  if (method === 'GET') return (await read(path, givenUp)) as T;
  const response = await send(method, path, body, givenUp);
  return (response.status === 204 ? undefined : await response.json()) as T;
}

async function read(path: string, givenUp?: AbortSignal) {
  const known = tagged.get(path);
  const response = await send('GET', path, undefined, givenUp, known?.tag);
  if (known && response.status === 304) return known.answer;
  const answer: unknown = response.status === 204 ? undefined : await response.json();
  const tag = response.headers.get('ETag');
  tagged.delete(path); // at the end of the order again
  if (tag) tagged.set(path, { tag, answer });
  if (tagged.size > MOST_TAGGED) tagged.delete(tagged.keys().next().value ?? '');
  return answer;
}

/** Fetches a file of the API under the name the server gives it, and hands it to the user. */
export async function download(path: string) {
  const response = await send('GET', path);
  const name = /filename="([^"]+)"/.exec(response.headers.get('Content-Disposition') ?? '')?.[1] ?? 'kinetarch';
  save(await response.blob(), name);
}

/** Hands a file to the user. */
export function save(file: Blob, name: string) {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(file);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

async function send(method: string, path: string, body?: unknown, givenUp?: AbortSignal, tag?: string) {
  const headers: Record<string, string> = {};
  if (tag) headers['If-None-Match'] = tag;
  const file = isFile(body) ? body : null;
  if (file) headers['Content-Type'] = file.type;
  else if (body !== undefined) headers['Content-Type'] = 'application/json';
  if (method !== 'GET') headers['X-XSRF-TOKEN'] = csrfToken();
  let response: Response;
  try {
    response = await fetch(`/api/v1${path}`, {
      method,
      headers,
      body: file ? file.file : body === undefined ? undefined : JSON.stringify(body),
      signal: givenUp ?? null,
    });
  } catch (error) {
    if (givenUp?.aborted) throw error;
    throw new ProblemError({
      title: 'No connection',
      detail: 'The server does not answer. What you entered is still here; it is tried again until it is back.',
      status: 0,
    });
  }
  if (!response.ok && response.status !== 304) throw new ProblemError(await createProblem(response));
  return response;
}

export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }

  is(kind: string) {
    return this.problem.type?.endsWith(`/${kind}`) ?? false;
  }

  /** A lost connection, or a server without its database, which may come back; a refusal will not change by asking again. */
  get mayPass() {
    return [0, 502, 503, 504].includes(this.problem.status);
  }
}

/** Keeps trying while the connection is lost, ever slower. */
export const untilConnected = {
  networkMode: 'always' as const,
  retry: (_failures: number, error: Error) => error instanceof ProblemError && error.mayPass,
  retryDelay: (attempt: number) => Math.min(500 * 2 ** attempt, LONGEST_WAIT),
};

function isFile(body: unknown): body is SentFile {
  return typeof body === 'object' && body !== null && (body as SentFile).file instanceof Blob;
}

function csrfToken() {
  const cookies = document.cookie.split('; ');
  for (const begin of CSRF_COOKIES) {
    const found = cookies.find((cookie) => cookie.startsWith(begin));
    if (found) return decodeURIComponent(found.slice(begin.length));
  }
  return '';
}
