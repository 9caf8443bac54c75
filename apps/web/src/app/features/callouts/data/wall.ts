import { wallTime } from '@yewridge/core/shared/calendar';

/** The local minute so many minutes after another. */
export const minuteAfter = (minute: string, more: number): string =>
  wallTime(minute.slice(0, 10), 60 * Number(minute.slice(11, 13)) + Number(minute.slice(14, 16)) + more);
