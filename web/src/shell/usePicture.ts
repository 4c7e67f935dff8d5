import { type RefObject, useState } from 'react';
import { save } from '../api/client';
import { tokens } from '../theme/tokens';

/** Saves a part of the screen as a picture, twice as sharp, and whole even where it is scrolled. */
export function usePicture(of: RefObject<HTMLElement | null>) {
  const [error, setError] = useState<Error | null>(null);

  async function draw(name: string) {
    const place = of.current;
    if (!place) return;
    setError(null);
    try {
      const { toBlob } = await import('html-to-image');
      const image = await toBlob(place, {
        pixelRatio: 2,
        backgroundColor: tokens.paper,
        width: place.scrollWidth,
        height: place.scrollHeight,
        style: { overflow: 'visible' },
      });
      if (!image) throw new Error('The browser could not draw the picture.');
      save(image, `${name}.png`);
    } catch (thrown) {
      setError(thrown instanceof Error ? thrown : new Error('The picture could not be drawn.'));
    }
  }

  return { draw, error };
}
