import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import type { Desk } from '../api/desk';
import type { DeskActions } from '../places/DeskTable';
import { useDeskKeys } from './useDeskKeys';

afterEach(cleanup);


/** A desk with a chat on offer and one in hand, in whose reply keys are pressed. */
function show(state = 'present', colleagues: string[] = []) {
  const act = vi.fn();
  const presence = vi.fn();
  const setAside = vi.fn();
  const desk = {
    state,
    places: [
      { chat: 7, stage: 'held', colleagues },
      { chat: 8, stage: 'offered', colleagues: [] },
    ],
  } as unknown as Desk;
  function Keys() {
    const { asked } = useDeskKeys(desk, { act, presence, setAside } as unknown as DeskActions);
    return (
      <>
        {asked && <p>the list</p>}
        <section data-chat={7}>
          <textarea aria-label="Reply" />
          <details className="place-beside">
            <div className="margin-write">
              <textarea aria-label="Note" />
            </div>
          </details>
        </section>
      </>
    );
  }
  render(<Keys />);
  return { act, presence, setAside, reply: screen.getByLabelText('Reply') };
}

it('takes or leaves what is offered, and says whether the operator is here, from anywhere', () => {
  const { act, presence } = show();
  fireEvent.keyDown(document.body, { code: 'KeyA', altKey: true });
  expect(act).toHaveBeenLastCalledWith(8, 'accept');
  fireEvent.keyDown(document.body, { code: 'KeyL', altKey: true });
  expect(act).toHaveBeenLastCalledWith(8, 'decline');
  fireEvent.keyDown(document.body, { code: 'KeyP', altKey: true });
  expect(presence).toHaveBeenLastCalledWith('away');
});

it('ends, sets aside and notes in the place in which one types, and nowhere else', () => {
  const { act, setAside, reply } = show();
  fireEvent.keyDown(document.body, { code: 'KeyE', altKey: true });
  expect(act).not.toHaveBeenCalled();
  fireEvent.keyDown(reply, { code: 'KeyS', altKey: true });
  expect(setAside).toHaveBeenCalledWith(7, 15);
  fireEvent.keyDown(reply, { code: 'KeyN', altKey: true });
  expect(document.activeElement).toBe(screen.getByLabelText('Note'));
  fireEvent.keyDown(reply, { code: 'KeyE', altKey: true });
  expect(act).toHaveBeenLastCalledWith(7, 'end');
});

it('leaves letters alone that are typed, and what Ctrl makes of them', () => {
  const { act, reply } = show();
  fireEvent.keyDown(reply, { code: 'KeyE', key: 'e' });
  fireEvent.keyDown(reply, { code: 'KeyE', altKey: true, ctrlKey: true });
  fireEvent.keyDown(reply, { key: '?' });
  expect(act).not.toHaveBeenCalled();
  expect(screen.queryByText('the list')).toBeNull();
  fireEvent.keyDown(document.body, { key: '?' });
  expect(screen.getByText('the list')).toBeTruthy();
});

it('sets no chat aside in which others are', () => {
  const { setAside, reply } = show('present', ['ben']);
  fireEvent.keyDown(reply, { code: 'KeyS', altKey: true });
  expect(setAside).not.toHaveBeenCalled();
});
