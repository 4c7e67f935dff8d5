import createProblem, { type Problem } from './problem';
import type { paths } from './schema';

/** Bound to its host where the installation is reached by TLS. */
const CSRF_COOKIES = ['__Host-XSRF-TOKEN=', 'XSRF-TOKEN='];
const LONGEST_WAIT = 8000;

/** A file that is sent as it is, of a media type of its own. */
export interface SentFile {
  file: Blob;
  type: string;
}

/** The calls of the API's description, by path, without what all paths begin with. */
type Calls = { [Path in keyof paths as Path extends `/api/v1${infer Rest}` ? Rest : never]: paths[Path] };
type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';
type Described<M extends Method, P extends keyof Calls> = Calls[P][Lowercase<M> & keyof Calls[P]];

/** What can be called by a method. */
type PathOf<M extends Method> = { [P in keyof Calls]: Described<M, P> extends { responses: unknown } ? P : never }[keyof Calls];

/** The parameters of one kind; anything where there are none. */
type OfKind<Parameters, K extends string> = Parameters extends { [k in K]?: infer Of }
  ? [NonNullable<Of>] extends [never]
    ? unknown
    : NonNullable<Of>
  : unknown;
type OrNull<Of> = { [K in keyof Of]: undefined extends Of[K] ? Of[K] | null : Of[K] };

/** The parts of a call's path and the parameters behind it, by name; what is null or undefined is left out. */
type Params<Call> = Call extends { parameters: infer Of } ? OfKind<Of, 'path'> & OrNull<OfKind<Of, 'query'>> : never;
type Json<Content> = Content extends { 'application/json': infer Of } ? Of : never;
type Body<Call> = Call extends { requestBody: { content: infer Content } } ? Json<Content> | SentFile : undefined;
type Answer<Call> = Call extends { responses: { 200: { content: infer Of } } } | { responses: { 201: { content: infer Of } } }
  ? Json<Of>
  : undefined;

type Given<Call> =
  [Body<Call>] extends [undefined]
    ? object extends Params<Call>
      ? [params?: Params<Call>, body?: undefined, givenUp?: AbortSignal]
      : [params: Params<Call>, body?: undefined, givenUp?: AbortSignal]
    : [params: Params<Call>, body: Body<Call>, givenUp?: AbortSignal];

/** The newest answers that came with an entity tag, so that what has not changed since is not sent again. */
const tagged = new Map<string, { tag: string; answer: unknown }>();
const MOST_TAGGED = 100;

/** Makes a call as the API describes it; a refusal comes back as a thrown ProblemError. */
export async function call<M extends Method, P extends PathOf<M>>(
  method: M,
  path: P,
  ...[params, body, givenUp]: Given<Described<M, P>>
): Promise<Answer<Described<M, P>>> {
  const filled = fill(path, params);
  if (method === 'GET') return (await read(filled, givenUp)) as Answer<Described<M, P>>;
  const response = await send(method, filled, body, givenUp);
  return (response.status === 204 ? undefined : await response.json()) as Answer<Described<M, P>>;
}

/** What stands in an address line, as parameters of a call; whether they mean anything is the server's to say. */
export function fromAddress(search: string): object {
  const parts = new URLSearchParams(search);
  return Object.fromEntries([...new Set(parts.keys())].map((name) => [name, parts.getAll(name)]));
}

function fill(path: string, params: object = {}) {
  const query = new URLSearchParams();
  let filled = path;
  for (const [name, value] of Object.entries(params) as [string, unknown][]) {
    const place = `{${name}}`;
    if (path.includes(place)) filled = filled.replace(place, encodeURIComponent(String(value)));
    else for (const one of [value].flat()) if (one !== null && one !== undefined) query.append(name, String(one));
  }
  return query.size ? `${filled}?${query}` : filled;
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
export async function download<P extends PathOf<'GET'>>(path: P, params: Params<Described<'GET', P>>) {
  const response = await send('GET', fill(path, params));
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
