/** RFC 9457 problem details, with the members that Kinetarch adds. */
export interface Problem {
  type?: string;
  title: string;
  status: number;
  detail: string;
  errors?: { pointer: string; detail: string }[];
  [member: string]: unknown;
}

/** The problem a failed response carries; one of our own making if it carries none. */
export default async function problemOf(response: Response): Promise<Problem> {
  if (response.headers.get('Content-Type')?.includes('problem+json')) {
    const sent = (await response.json()) as Partial<Problem>;
    return { ...sent, title: sent.title ?? 'Refused', status: response.status, detail: sent.detail ?? '' };
  }
  return {
    title: 'The server failed',
    status: response.status,
    detail: `The server answered with status ${response.status}. Try again; its log has the cause.`,
  };
}
