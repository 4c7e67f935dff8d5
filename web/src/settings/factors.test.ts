import { describe, expect, it } from 'vitest';
import { factors } from './factors';

describe('factors of slowdown', () => {
  it('are read with decimal points and decimal commas', () => {
    expect(factors('1 1.12 1.3')).toEqual([1, 1.12, 1.3]);
    expect(factors(' 1; 1,12;1,3 ')).toEqual([1, 1.12, 1.3]);
  });

  it('are refused as a whole where one of them cannot be read', () => {
    expect(factors('1,1.12,1.3')).toContain('“1,1.12,1.3” is no factor');
    expect(factors('1, 1.12')).toContain('“1,” is no factor');
    expect(factors('1 0')).toContain('“0” is no factor');
    expect(factors('1 -2')).toContain('“-2” is no factor');
    expect(factors('')).toContain('at least one');
    expect(factors(Array(21).fill('1').join(' '))).toContain('At most 20');
  });
});
