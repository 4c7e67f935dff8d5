import { type RefObject, useState } from 'react';
import { save } from '../api/client';
import { useScheme } from '../theme/scheme';
import { SCHEMES } from '../theme/tokens';

/** What our drawings set in style sheets, which do not reach the inside of an SVG that is drawn on its own. */
const DRAWN = ['fill', 'stroke', 'stroke-width', 'stroke-dasharray', 'stroke-opacity', 'fill-opacity', 'opacity', 'vector-effect'];

/** Writes the styles of every drawn shape to the shape itself; what comes back takes them away again. */
function withOwnStyles(place: HTMLElement) {
  const shapes = [...place.querySelectorAll<SVGElement>('svg *')];
  const before = shapes.map((shape) => shape.getAttribute('style'));
  const seen = shapes.map((shape) => {
    const style = getComputedStyle(shape);
    return DRAWN.map((name) => `${name}:${style.getPropertyValue(name)}`).join(';');
  });
  shapes.forEach((shape, i) => shape.setAttribute('style', `${before[i] ?? ''};${seen[i] ?? ''}`));
  return () =>
    shapes.forEach((shape, i) => {
      const style = before[i];
      if (style == null) shape.removeAttribute('style');
      else shape.setAttribute('style', style);
    });
}

/** Saves a part of the screen as a picture, twice as sharp, and whole even where it is scrolled. */
export function usePicture(of: RefObject<HTMLElement | null>) {
  const [error, setError] = useState<Error | null>(null);
  const scheme = useScheme();

  async function draw(name: string) {
    const place = of.current;
    if (!place) return;
    setError(null);
    const plain = withOwnStyles(place);
    try {
      const { toBlob } = await import('html-to-image');
      const image = await toBlob(place, {
        pixelRatio: 2,
        backgroundColor: SCHEMES[scheme].paper,
        width: place.scrollWidth,
        height: place.scrollHeight,
        style: { overflow: 'visible' },
      });
      if (!image) throw new Error('The browser could not draw the picture.');
      save(image, `${name}.png`);
    } catch (thrown) {
      setError(thrown instanceof Error ? thrown : new Error('The picture could not be drawn.'));
    } finally {
      plain();
    }
  }

  return { draw, error };
}
