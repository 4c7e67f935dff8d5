const MOST = 20;

/**
 * Numbers above 0 with blanks or semicolons between, decimals with a point or a comma; what cannot be read is said, and nothing of it
 * is taken.
 */
export function factors(typed: string): number[] | string {
  const words = typed.trim().split(/[\s;]+/).filter(Boolean);
  const wrong = words.find((word) => !/^\d+([.,]\d+)?$/.test(word) || !(Number(word.replace(',', '.')) > 0));
  if (wrong !== undefined) {
    return `“${wrong}” is no factor: write numbers above 0 with blanks between, such as 1 1.12 1.3 or 1 1,12 1,3.`;
  }
  if (words.length === 0) return 'Write at least one factor; 1 for an operator who holds one chat.';
  if (words.length > MOST) return `At most ${MOST} factors are taken, these are ${words.length}.`;
  return words.map((word) => Number(word.replace(',', '.')));
}
