import { isIsoDate } from '@yewridge/core/shared/calendar';

/** Years of what a keeper writes down. A year half typed (0026) is none, and views draw every day between the first and the last. */
export const RECORD_YEARS = { first: 1900, last: 2200 } as const;

/** A day of the calendar within the years of records: `2026-05-14`. */
export function isRecordDate(text: string): boolean {
  const year = Number(text.slice(0, 4));
  return isIsoDate(text) && year >= RECORD_YEARS.first && year <= RECORD_YEARS.last;
}
