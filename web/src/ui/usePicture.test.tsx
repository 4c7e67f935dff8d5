import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useRef } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { usePicture } from './usePicture';

const toBlob = vi.hoisted(() => vi.fn());
vi.mock('html-to-image', () => ({ toBlob }));
const save = vi.hoisted(() => vi.fn());
vi.mock('../api/client', () => ({ save }));

afterEach(() => {
  cleanup();
  vi.clearAllMocks();
});

function Drawing() {
  const place = useRef<HTMLDivElement>(null);
  const { draw, error } = usePicture(place);
  return (
    <>
      <div ref={place}>
        <style>{'.bar { fill: rgb(1, 2, 3) }'}</style>
        <svg>
          <rect data-testid="bar" className="bar" />
          <line data-testid="line" style={{ stroke: 'red' }} />
        </svg>
      </div>
      <button type="button" onClick={() => void draw('week')}>
        Draw
      </button>
      {error && <p role="alert">{error.message}</p>}
    </>
  );
}

describe('a picture', () => {
  it('holds the styles of its shapes while it is drawn, and leaves none behind', async () => {
    let during: string | null = null;
    toBlob.mockImplementation(async () => {
      during = screen.getByTestId('bar').getAttribute('style');
      return new Blob(['x']);
    });
    render(<Drawing />);
    fireEvent.click(screen.getByRole('button'));
    await vi.waitFor(() => expect(save).toHaveBeenCalledWith(expect.any(Blob), 'week.png'));
    expect(during).toContain('fill:rgb(1, 2, 3)');
    expect(screen.getByTestId('bar').getAttribute('style')).toBeNull();
    expect(screen.getByTestId('line').getAttribute('style')).toBe('stroke: red;');
  });

  it('says why it could not be drawn', async () => {
    toBlob.mockResolvedValue(null);
    render(<Drawing />);
    fireEvent.click(screen.getByRole('button'));
    expect((await screen.findByRole('alert')).textContent).toBe('The browser could not draw the picture.');
    expect(save).not.toHaveBeenCalled();
  });
});
