import { useEffect, useState } from 'react';

const SLOW_MILLIS = 1_000;

/** Whether something has been going on for so long that whoever waits for it is to be told. */
export function useSlow(goesOn: boolean): boolean {
  const [slow, setSlow] = useState(false);
  useEffect(() => {
    if (!goesOn) return;
    const timer = setTimeout(() => setSlow(true), SLOW_MILLIS);
    return () => {
      clearTimeout(timer);
      setSlow(false);
    };
  }, [goesOn]);
  return slow;
}
