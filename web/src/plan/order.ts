/** The element that one is to stand before after it was moved a step up or down; undefined if it cannot go further. */
export function stepBefore(among: string[], id: string, step: -1 | 1): string | null | undefined {
  const place = among.indexOf(id);
  if (place < 0) return undefined;
  if (step < 0) return place === 0 ? undefined : among[place - 1];
  if (place === among.length - 1) return undefined;
  return among[place + 2] ?? null;
}
