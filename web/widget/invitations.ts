import type { DoorDocument } from './document';

type Invite = DoorDocument['invitations'][number];

/** Whether a page's address matches a pattern in which * stands for any run of characters. */
export function matches(pattern: string, address: string): boolean {
  const parts = pattern.split('*');
  let at = 0;
  for (const [i, part] of parts.entries()) {
    const found = i === 0 ? (address.startsWith(part) ? 0 : -1) : address.indexOf(part, at);
    if (found < 0) return false;
    at = found + part.length;
  }
  return parts.at(-1) === '' || (parts.length === 1 ? at === address.length : address.endsWith(parts.at(-1) ?? ''));
}

/** The first invitation that is due on a page after some seconds; -1 for none. */
export function dueInvitation(
  invitations: Invite[],
  page: string,
  seconds: number,
  open: boolean,
  seen: (invitation: string) => boolean,
): number {
  const address = page.replace(/#.*$/, '');
  return invitations.findIndex(
    (one) =>
      seconds >= one.afterSeconds &&
      (open || !one.onlyWhileOpen) &&
      (one.pages.length === 0 || one.pages.some((pattern) => matches(pattern, address))) &&
      !(one.oncePerVisitor && seen(one.id)),
  );
}
