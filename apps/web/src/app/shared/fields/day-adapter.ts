import { inject, Injectable, Injector, type Provider } from '@angular/core';
import { DateAdapter, MAT_DATE_FORMATS, MAT_DATE_LOCALE, type MatDateFormats } from '@angular/material/core';
import { LuxonDateAdapter } from '@angular/material-luxon-adapter';
import { DateTime } from 'luxon';
import { WorkspaceStore } from '../workspace/workspace-store';

/** How days and hours stand in fields, calendars and lists: `13 May 2026`, `17:05`. */
export const DAY_FORMATS: MatDateFormats = {
  parse: { dateInput: 'd MMM yyyy', timeInput: 'HH:mm' },
  display: {
    dateInput: 'd MMM yyyy',
    timeInput: 'HH:mm',
    timeOptionLabel: 'HH:mm',
    monthYearLabel: 'LLLL yyyy',
    dateA11yLabel: 'd LLLL yyyy',
    monthYearA11yLabel: 'LLLL yyyy',
  },
};

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const ISO = /^(\d{4})-(\d{1,2})-(\d{1,2})$/;
/** Day first, as it is said: `13.5.`, `13/5/2026`. */
const BY_NUMBERS = /^(\d{1,2})[./](\d{1,2})(?:[./](\d{4})?)?$/;
const BY_NAME = /^(\d{1,2})\.?\s+([a-z]{3,9})\.?(?:\s+(\d{4}))?$/i;
/** `17:05`, `17.05`, `1705`, or the hour alone. */
const HOUR = /^(\d{1,2})(?:[:.]?([0-5]\d))?$/;

/** HH:mm of what was typed; `null` for what is no hour of a day. */
export function hourOf(text: string): string | null {
  const [, hour, minute = '00'] = HOUR.exec(text.trim()) ?? [];
  return hour === undefined || Number(hour) > 23 ? null : `${hour.padStart(2, '0')}:${minute}`;
}

/**
 * Days as a keeper types them: `13 May`, `13.5.`, `13/5/2026`, `2026-05-13`. Without a year the year of the workspace's clock is
 * meant. What is none of these is not guessed at.
 */
@Injectable()
export class DayAdapter extends LuxonDateAdapter {
  readonly #injector = inject(Injector);

  override today(): DateTime {
    const now = this.#injector.get(WorkspaceStore).workspace()?.now;
    return now === undefined ? super.today() : DateTime.fromISO(now.slice(0, 10));
  }

  override getFirstDayOfWeek(): number {
    return 1;
  }

  override parse(value: unknown): DateTime | null {
    const text = typeof value === 'string' ? value.trim() : '';
    if (text === '') return null;
    const iso = ISO.exec(text);
    if (iso) return this.#day(iso[1], iso[2], iso[3]);
    const numbers = BY_NUMBERS.exec(text);
    if (numbers) return this.#day(numbers[3], numbers[2], numbers[1]);
    const [, day, word = '', year] = BY_NAME.exec(text) ?? [];
    const month = MONTHS.indexOf(word.slice(0, 3).toLowerCase()) + 1;
    return day !== undefined && month > 0 ? this.#day(year, `${month}`, day) : this.invalid();
  }

  override parseTime(value: unknown): DateTime | null {
    const text = typeof value === 'string' ? value.trim() : '';
    if (text === '') return null;
    const hour = hourOf(text);
    return hour === null ? this.invalid() : DateTime.fromISO(hour);
  }

  #day(year: string | undefined, month: string | undefined, day: string | undefined): DateTime {
    const parts = {
      year: year === undefined ? this.today().year : Number(year),
      month: Number(month),
      day: Number(day),
    };
    return DateTime.fromObject(parts, { locale: this.locale as string });
  }
}

/** What the fields for days and hours need of Material; they bring it along, so that the first load does not. */
export const DAY_PROVIDERS: Provider[] = [
  { provide: MAT_DATE_LOCALE, useValue: 'en-GB' },
  { provide: DateAdapter, useClass: DayAdapter },
  { provide: MAT_DATE_FORMATS, useValue: DAY_FORMATS },
];
