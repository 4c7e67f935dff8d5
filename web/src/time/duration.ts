/** Milliseconds as a duration of ISO 8601: 65200 is PT65.2S. */
export const durationOf = (millis: number) => `PT${Math.round(millis) / 1000}S`;

/** Seconds of a duration as documents have it. */
export function secondsOf(duration: string): number {
  const parts = /^P(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?(?:([\d.]+)S)?)?$/.exec(duration);
  const [days = 0, hours = 0, minutes = 0, seconds = 0] = (parts ?? []).slice(1).map((part) => Number(part ?? 0));
  return ((days * 24 + hours) * 60 + minutes) * 60 + seconds;
}

/** Minutes and seconds, hours where there are any: 1:05, 1:02:05. */
export function clockOf(millis: number): string {
  const whole = Math.max(0, Math.floor(millis / 1000));
  const two = (value: number) => String(value).padStart(2, '0');
  const [hours, minutes] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60];
  return hours > 0 ? `${hours}:${two(minutes)}:${two(whole % 60)}` : `${minutes}:${two(whole % 60)}`;
}

/** The milliseconds that somebody wrote as 3:20, 200 or 1:02:05; null for none. */
export function readClock(text: string): number | null {
  if (!/^\d+(:[0-5]?\d){0,2}$/.test(text.trim())) return null;
  return text.trim().split(':').reduce((sum, part) => sum * 60 + Number(part), 0) * 1000;
}
