/** What is drawn, with an entry for each half-hour of the week. */
export interface Series {
  required: number[];
  /** Those present, each for the share of the time in which they answer. */
  answering: number[];
  short: number[];
  open: boolean[];
}

/** The deepest half-hour of each unbroken shortage, where its figure is written. */
export function deepest(short: number[], from: number, until: number) {
  const marks: number[] = [];
  let best = -1;
  for (let i = from; i <= until; i++) {
    const lacking = i < until ? (short[i] ?? 0) : 0;
    if (lacking > 0) {
      if (best < 0 || lacking > (short[best] ?? 0)) best = i;
    } else if (best >= 0) {
      marks.push(best);
      best = -1;
    }
  }
  return marks;
}
