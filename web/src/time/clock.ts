/** What time it is by the server, whose clock plans go by; that of a visitor's machine may be wrong. */

let ahead = 0;

/** Takes over the server's time. */
export function setClock(serverNow: string) {
  ahead = Date.parse(serverNow) - Date.now();
}

/** The time as ISO 8601 in UTC. */
export function now() {
  return new Date(Date.now() + ahead).toISOString();
}
