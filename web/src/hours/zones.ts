import type { HoursYear } from '../api/model';
import { toLocal } from '../time/time';
import { DAY_MINUTES } from './paint';

const WEEK_MINUTES = 7 * DAY_MINUTES;
const STEP = 5;

/** The minutes of a week that clocks in a zone show while stretches of real time are open. */
export function localMinutes(stretches: HoursYear['week'], monday: string, zone: string): Uint8Array {
  const minutes = new Uint8Array(WEEK_MINUTES);
  const start = Date.parse(`${monday}T00:00:00Z`);
  for (const { from, to } of stretches) {
    for (let at = Date.parse(from); at < Date.parse(to); at += STEP * 60_000) {
      const local = Date.parse(`${toLocal(new Date(at).toISOString(), zone)}:00Z`);
      const minute = Math.floor((local - start) / 60_000);
      if (minute >= 0 && minute < WEEK_MINUTES) minutes.fill(1, minute, Math.min(minute + STEP, WEEK_MINUTES));
    }
  }
  return minutes;
}
