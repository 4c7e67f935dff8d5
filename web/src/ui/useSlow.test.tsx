import { act, renderHook } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { useSlow } from './useSlow';

afterEach(() => vi.useRealTimers());

it('tells of what has gone on for a second, until it ends', () => {
  vi.useFakeTimers();
  const { result, rerender } = renderHook(({ goesOn }) => useSlow(goesOn), { initialProps: { goesOn: true } });
  act(() => vi.advanceTimersByTime(900));
  expect(result.current).toBe(false);
  act(() => vi.advanceTimersByTime(200));
  expect(result.current).toBe(true);
  rerender({ goesOn: false });
  expect(result.current).toBe(false);

  rerender({ goesOn: true });
  act(() => vi.advanceTimersByTime(500));
  rerender({ goesOn: false });
  act(() => vi.advanceTimersByTime(2_000));
  expect(result.current, 'what was quick is never told').toBe(false);
});
