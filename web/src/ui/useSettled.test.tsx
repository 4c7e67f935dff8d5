import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { useSettled } from './useSettled';

beforeEach(() => {
  vi.useFakeTimers();
});

afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

it('follows a value once it has stood still', () => {
  const { result, rerender } = renderHook(({ typed }) => useSettled({ typed }, 200), { initialProps: { typed: 'a' } });
  rerender({ typed: 'ab' });
  act(() => void vi.advanceTimersByTime(150));
  rerender({ typed: 'abc' });
  act(() => void vi.advanceTimersByTime(150));
  expect(result.current).toEqual({ typed: 'a' });
  act(() => void vi.advanceTimersByTime(60));
  expect(result.current).toEqual({ typed: 'abc' });
});

it('settles though every rendering makes the value anew, and then keeps still', () => {
  let renderings = 0;
  const { result, rerender } = renderHook(
    ({ typed }) => {
      renderings++;
      return useSettled({ typed }, 200);
    },
    { initialProps: { typed: 'a' } },
  );
  rerender({ typed: 'b' });
  for (let i = 0; i < 5; i++) {
    act(() => void vi.advanceTimersByTime(60));
    rerender({ typed: 'b' });
  }
  expect(result.current).toEqual({ typed: 'b' });
  const before = renderings;
  act(() => void vi.advanceTimersByTime(2000));
  expect(renderings).toBe(before);
});
