import { fireEvent, render, screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { BusyButton } from './BusyButton';

const SOURCES = import.meta.glob<string>(['../**/*.tsx', '!../**/*.test.tsx'], { query: '?raw', import: 'default', eager: true });

it('says that a press does nothing while one is under way, and takes the next', () => {
  const press = vi.fn();
  const { rerender } = render(
    <BusyButton busy onClick={press}>
      Mark
    </BusyButton>,
  );
  const button = screen.getByRole('button', { name: /Mark/ });
  expect(button.getAttribute('aria-disabled')).toBe('true');
  fireEvent.click(button);
  expect(press).not.toHaveBeenCalled();

  rerender(
    <BusyButton busy={false} onClick={press}>
      Mark
    </BusyButton>,
  );
  expect(button.hasAttribute('aria-disabled')).toBe(false);
  fireEvent.click(button);
  expect(press).toHaveBeenCalledOnce();
});

it('is the one that every screen takes for what lasts', () => {
  const silent = Object.entries(SOURCES).filter(
    ([file, source]) => !file.endsWith('BusyButton.tsx') && /<Button\b(?:[^>{]|\{(?:[^{}]|\{[^{}]*\})*\})*\bloading=/.test(source),
  );
  expect(Object.keys(SOURCES).length).toBeGreaterThan(50);
  expect(silent.map(([file]) => file)).toEqual([]);
});
