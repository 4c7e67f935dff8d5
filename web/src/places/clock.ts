import { useEffect, useState } from 'react';
import { now } from '../time/clock';
import { formatTime } from '../time/time';

/** The server's time in milliseconds, every second anew. */
export function useSecond(): number {
  const [at, setAt] = useState(() => Date.parse(now()));
  useEffect(() => {
    const timer = setInterval(() => setAt(Date.parse(now())), 1000);
    return () => clearInterval(timer);
  }, []);
  return at;
}

/** Seconds as 1:05. */
export function clockWords(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** Seconds from an instant until another. */
export const secondsSince = (instant: string, at: number) => (at - Date.parse(instant)) / 1000;

/** Asking the browser costs as much as a whole line of a conversation. */
const HERE = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** The time of day where the operator is. */
export const timeOfDay = (at: string) => formatTime(at, HERE);
