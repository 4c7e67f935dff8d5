/** A text that does not fit its place. */
export interface Misfit {
  /** The kind of text, or its words. */
  place: string;
  /** By how much: pixels of width, or lines. */
  over: number;
  unit: 'px' | 'lines';
  /** Roughly how many characters too many. */
  characters: number;
}

/** Half a pixel is what browsers round away. */
const ROUNDING = 1;

/** Measures every text that has a place: one-line places by width, others by the lines that they have room for. */
export function misfits(root: ParentNode): Misfit[] {
  const found: Misfit[] = [];
  for (const element of root.querySelectorAll<HTMLElement>('[data-place]')) {
    const misfit = element.dataset.lines ? tooLong(element, Number(element.dataset.lines)) : tooWide(element);
    if (misfit) found.push(misfit);
  }
  return found;
}

function tooWide(element: HTMLElement): Misfit | null {
  const measured = element.querySelector('span') ?? element;
  const over = measured.scrollWidth - measured.clientWidth;
  if (over <= ROUNDING) return null;
  return misfit(element, over, 'px', over / measured.scrollWidth);
}

function tooLong(element: HTMLElement, room: number): Misfit | null {
  const height = Number.parseFloat(getComputedStyle(element).lineHeight);
  const lines = Math.round(element.getBoundingClientRect().height / scaleOf(element) / height);
  if (!(lines > room)) return null;
  return misfit(element, lines - room, 'lines', (lines - room) / lines);
}

/** A place in a drawing that is shown smaller is measured as it really is. */
function scaleOf(element: HTMLElement): number {
  return element.offsetHeight > 0 ? element.getBoundingClientRect().height / element.offsetHeight : 1;
}

function misfit(element: HTMLElement, over: number, unit: Misfit['unit'], share: number): Misfit {
  const length = (element.textContent ?? '').length;
  return { place: element.dataset.place ?? '', over, unit, characters: Math.max(1, Math.ceil(length * share)) };
}
