const A_DAY = 24 * 60;

/** Minutes after midnight of a time such as 07:30 or 07:30:00. */
export function minutesOf(time: string) {
  const [hours = 0, minutes = 0] = time.split(':').map(Number);
  return hours * 60 + minutes;
}

/** A time of day as the API writes it. */
export function timeOf(minutes: number) {
  const within = ((minutes % A_DAY) + A_DAY) % A_DAY;
  return `${String(Math.floor(within / 60)).padStart(2, '0')}:${String(within % 60).padStart(2, '0')}`;
}
