import { useEffect, useState } from 'react';

/**
 * A value once it has stood still for a moment, so that not every key that is pressed asks the server. It stands still while it
 * says the same, though every rendering makes it anew.
 */
export function useSettled<T>(value: T, milliseconds: number): T {
  const [settled, setSettled] = useState(value);
  const said = JSON.stringify(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(JSON.parse(said) as T), milliseconds);
    return () => clearTimeout(timer);
  }, [said, milliseconds]);
  return settled;
}
