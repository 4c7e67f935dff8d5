import { expect, it } from 'vitest';
import { linesOf } from './WaitingAxis';

it('words of chats that wait as long stand one above the other, the longest wait lowest', () => {
  expect(linesOf([0.2, 0.9, 0.21, 0.5])).toEqual([1, 0, 0, 0]);
  expect(linesOf([0.5, 0.5, 0.5])).toEqual([0, 1, 2]);
});

it('where no line is free, a chat has only its mark', () => {
  expect(linesOf([0.5, 0.5, 0.5, 0.5, 0.95])).toEqual([0, 1, 2, null, 0]);
  expect(linesOf([])).toEqual([]);
});

it('words at the beginning of the axis stand to the right of their mark', () => {
  // the first would reach to 0.17, the second begins at 0.07
  expect(linesOf([0.01, 0.15])).toEqual([1, 0]);
  expect(linesOf([0.01, 0.26])).toEqual([0, 0]);
});
