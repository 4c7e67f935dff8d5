import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useRef } from 'react';
import { MemoryRouter, Route, Routes, useNavigate } from 'react-router';
import { afterEach, expect, it } from 'vitest';
import { controlOf, useArrival } from './arrival';

function Panel() {
  const panel = useRef<HTMLFormElement>(null);
  const navigate = useNavigate();
  useArrival(panel);
  return (
    <form ref={panel}>
      <label className="line">
        <span className="line-label">Name</span>
        <input />
      </label>
      <details>
        <summary>
          <span className="part-title">Waiting</span>
        </summary>
        <label className="line">
          <span className="line-label">Chats at most</span>
          <input defaultValue="7" />
        </label>
      </details>
      <button type="button" onClick={() => void navigate('/')}>
        Close
      </button>
    </form>
  );
}

function Beside() {
  const navigate = useNavigate();
  return (
    <>
      <button onClick={() => void navigate('/panel', { state: { field: 'Chats at most' } })}>Open at a setting</button>
      <button onClick={() => void navigate('/panel', { state: { field: null } })}>Open</button>
      <button onClick={() => void navigate('/panel')}>Pick</button>
      <Routes>
        <Route path="/panel" element={<Panel />} />
        <Route path="*" element={null} />
      </Routes>
    </>
  );
}

afterEach(cleanup);

function press(name: string) {
  screen.getByText(name).focus();
  fireEvent.click(screen.getByText(name));
}

const show = () =>
  render(
    <MemoryRouter>
      <Beside />
    </MemoryRouter>,
  );

it('who goes to a setting by name stands in it, unfolded and ready to be typed over', () => {
  show();
  press('Open at a setting');
  const control = screen.getByLabelText<HTMLInputElement>('Chats at most');
  expect(document.activeElement).toBe(control);
  expect(control.closest('details')?.open).toBe(true);
  expect([control.selectionStart, control.selectionEnd]).toEqual([0, 1]);
});

it('who goes to an element stands in its first control, and is back where they were once it closes', () => {
  show();
  press('Open');
  expect(document.activeElement).toBe(screen.getByLabelText('Name'));
  press('Close');
  expect(document.activeElement).toBe(screen.getByText('Open'));
});

it('who picks something in the view stays there', () => {
  show();
  press('Pick');
  expect(document.activeElement).toBe(screen.getByText('Pick'));
});

it('a setting that the panel does not have leads to its first control', () => {
  show();
  const panel = document.createElement('form');
  panel.innerHTML = '<input id="first">';
  expect(controlOf(panel, 'Colour')?.id).toBe('first');
});
