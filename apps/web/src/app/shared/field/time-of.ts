import { wallAt } from '../workspace/wall-clock';

/** The hour alone on the same day. */
export function timeOf(instant: string, now: string, timeZone: string): string {
  const [then, today] = [wallAt(new Date(instant), timeZone), wallAt(new Date(now), timeZone)];
  const hour = then.slice(11);
  if (then.slice(0, 10) === today.slice(0, 10)) return hour;
  const day = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone });
  return `${day.format(new Date(instant))}, ${hour}`;
}
