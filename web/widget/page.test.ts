import { afterEach, describe, expect, it, vi } from 'vitest';
import { type PageDoor, toldBy, whenTold } from './page';

const BLOCK = (facts: string) => `<script type="application/json" data-door-facts data-signed-at="1796207778" data-signature="abc">${facts}</script>`;

const door = (): PageDoor => ({ open: vi.fn(), close: vi.fn(), tell: vi.fn(), speak: vi.fn(), movedTo: vi.fn() });

describe('what a page says of its visitor', () => {
  afterEach(() => {
    document.body.innerHTML = '';
    vi.restoreAllMocks();
  });

  it('is read from its block, empty facts left out', () => {
    expect(toldBy('a door')).toBeNull();
    document.body.innerHTML = BLOCK('{"name": "Robin Vale", "email": "", "booking": 5}');
    expect(toldBy('a door')).toEqual({ facts: { name: 'Robin Vale' }, signature: { instant: 1796207778, signature: 'abc' } });
  });

  it('is nothing, and said so, where the block is no JSON', () => {
    const warned = vi.spyOn(console, 'warn').mockImplementation(() => undefined);
    document.body.innerHTML = BLOCK('{"name": ');
    expect(toldBy('a door')).toEqual({ facts: {}, signature: null });
    expect(warned).toHaveBeenCalledWith('a door: the block of facts is no JSON; it is left out.');
  });

  it('is told to the door once the page is read, where the script came before the block', () => {
    const reading = vi.spyOn(document, 'readyState', 'get').mockReturnValue('loading');
    const early = door();
    whenTold('a door', early);
    document.body.innerHTML = BLOCK('{"name": "Rob');
    expect(toldBy('a door')).toBeNull();
    expect(early.tell).not.toHaveBeenCalled();
    document.body.innerHTML = BLOCK('{"name": "Robin Vale"}');
    document.dispatchEvent(new Event('DOMContentLoaded'));
    expect(early.tell).toHaveBeenCalledExactlyOnceWith({ name: 'Robin Vale' }, { instant: 1796207778, signature: 'abc' });

    reading.mockReturnValue('interactive');
    const late = door();
    whenTold('a door', late);
    expect(late.tell).toHaveBeenCalledTimes(1);
  });
});
