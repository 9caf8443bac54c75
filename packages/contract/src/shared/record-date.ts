import { isIsoDate } from '@yewridge/core/shared/calendar';

/** Years of what a keeper writes down. A year half typed (0026) is none, and views draw every day between the first and the last. */
export const RECORD_YEARS = { first: 1900, last: 2200 } as const;

/** A day of the calendar within the years of records: `2026-05-14`. */
export function isRecordDate(text: string): boolean {
  const year = Number(text.slice(0, 4));
  return isIsoDate(text) && year >= RECORD_YEARS.first && year <= RECORD_YEARS.last;
}

const MINUTE = /^(\d{4}-\d{2}-\d{2})T([01]\d|2[0-3]):[0-5]\d$/;

/** A minute of such a day, local wall time: `2026-05-14T18:20`. */
export function isRecordMinute(text: string): boolean {
  const [, day] = MINUTE.exec(text) ?? [];
  return day !== undefined && isRecordDate(day);
}
