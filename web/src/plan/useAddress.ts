import { useCallback } from 'react';
import { type NavigateOptions, useSearchParams } from 'react-router';

/** What parts of the address line are to be: several values where a part stands there several times; null takes it out. */
export type AddressChange = Record<string, string | string[] | null>;

/** What stands in the address line behind the view, and a way to change parts of it; all others stay. */
export function useAddress(): [URLSearchParams, (changes: AddressChange, options?: NavigateOptions) => void] {
  const [params, setParams] = useSearchParams();
  const change = useCallback(
    (changes: AddressChange, options?: NavigateOptions) =>
      setParams((before) => {
        const after = new URLSearchParams(before);
        for (const [name, value] of Object.entries(changes)) {
          if (typeof value === 'string') {
            after.set(name, value);
          } else {
            after.delete(name);
            for (const one of value ?? []) after.append(name, one);
          }
        }
        return after;
      }, options),
    [setParams],
  );
  return [params, change];
}
