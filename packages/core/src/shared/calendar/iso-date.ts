/**
 * Civil dates without a zone, and the season they belong to.
 *
 * A season is a calendar year in the north and 1 July to 30 June in the south, named by the year of its 1 July, so that no
 * swarm season straddles a boundary. All arithmetic counts days in UTC, where every day has 24 hours.
 */
import { DomainError, type Fields, wholeAt, wordAt } from '../errors/index.js';

/** `YYYY-MM-DD`, a civil date at the site, years 1..9998. */
export type IsoDate = string;
export const HEMISPHERES = ['N', 'S'] as const;
export type Hemisphere = (typeof HEMISPHERES)[number];

/** Days of 400 years, and from 1 March of the year 0 to 1970-01-01: years are counted from March, so that a leap day is last. */
const ERA_DAYS = 146_097;
const MARCH_0_TO_1970 = 719_468;
const LAST_YEAR = 9998;
const FIRST_DAY = dayNumberOf(1, 1, 1);
const LAST_DAY = dayNumberOf(LAST_YEAR, 12, 31);
const MONTHS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
const ZERO = 48;
const SEASON_DAYS = { min: -400, max: 800 };

function dayNumberOf(year: number, month: number, day: number): number {
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const ofEra = y - 400 * era;
  const ofYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1;
  return ERA_DAYS * era + 365 * ofEra + Math.floor(ofEra / 4) - Math.floor(ofEra / 100) + ofYear - MARCH_0_TO_1970;
}

/** The number that some characters of a text are; NaN where one of them is no digit. */
function digits(text: string, from: number, to: number): number {
  let value = 0;
  for (let n = from; n < to; n++) {
    const digit = text.charCodeAt(n) - ZERO;
    if (!(digit >= 0 && digit <= 9)) return NaN;
    value = 10 * value + digit;
  }
  return value;
}

/** Days of a month, Gregorian. */
function lengthOf(year: number, month: number): number {
  const leap = month === 2 && year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
  return leap ? 29 : (MONTHS[month - 1] ?? 0);
}

/** Days since 1970-01-01. @throws DomainError `TYPE` if it is no text, `FORMAT` if it is no date of the years 1..9998. */
export function dayNumber(date: unknown, path = 'date'): number {
  if (typeof date !== 'string') throw new DomainError('TYPE', path, 'must be a text', { value: date });
  if (date.length === 10 && date[4] === '-' && date[7] === '-') {
    const [year, month, day] = [digits(date, 0, 4), digits(date, 5, 7), digits(date, 8, 10)];
    // A figure that is none fails every comparison.
    if (year >= 1 && year <= LAST_YEAR && month >= 1 && month <= 12 && day >= 1 && day <= lengthOf(year, month)) {
      return dayNumberOf(year, month, day);
    }
  }
  throw new DomainError('FORMAT', path, `"${date}" is not a date like 2026-05-14`, { value: date });
}

function dateText(number: number): IsoDate {
  const z = number + MARCH_0_TO_1970;
  const era = Math.floor(z / ERA_DAYS);
  const day = z - ERA_DAYS * era;
  const ofEra = Math.floor((day - Math.floor(day / 1460) + Math.floor(day / 36_524) - Math.floor(day / 146_096)) / 365);
  const ofYear = day - (365 * ofEra + Math.floor(ofEra / 4) - Math.floor(ofEra / 100));
  const months = Math.floor((5 * ofYear + 2) / 153);
  const month = months < 10 ? months + 3 : months - 9;
  const year = ofEra + 400 * era + (month <= 2 ? 1 : 0);
  const two = (n: number): string => (n < 10 ? `0${n}` : `${n}`);
  return `${String(year).padStart(4, '0')}-${two(month)}-${two(ofYear - Math.floor((153 * months + 2) / 5) + 1)}`;
}

/** The date of a day number. @throws DomainError `RANGE` outside the years 1..9998. */
export function dateOfDay(number: number, path = 'days'): IsoDate {
  if (number < FIRST_DAY || number > LAST_DAY) {
    throw new DomainError('RANGE', path, 'leads out of the years 1 to 9998', { value: number });
  }
  return dateText(number);
}

export function isIsoDate(text: string): boolean {
  try {
    dayNumber(text);
    return true;
  } catch {
    return false;
  }
}

/** The date `days` later (whole, may be negative). @throws DomainError `TYPE`, `FORMAT`, `RANGE`. */
export function addDays(date: IsoDate, days: number): IsoDate {
  return dateOfDay(dayNumber(date) + wholeAt(days, 'n', {}), 'n');
}

/** Days from `a` to `b`, negative if `b` is earlier. @throws DomainError `TYPE`, `FORMAT`. */
export function daysBetween(a: IsoDate, b: IsoDate): number {
  return dayNumber(b, 'b') - dayNumber(a, 'a');
}

/** 0 = Sunday. */
export function weekdayOf(date: IsoDate): number {
  // 1970-01-01 was a Thursday.
  return (((dayNumber(date) + 4) % 7) + 7) % 7;
}

function seasonStart(season: number, hemisphere: Hemisphere): number {
  return dayNumberOf(season, hemisphere === 'N' ? 1 : 7, 1);
}

/** The season of a date, and which of its days it is (from 1). @throws DomainError `TYPE`, `FORMAT`, `ENUM`. */
export function seasonDay(
  date: IsoDate,
  hemisphere: Hemisphere,
): { readonly season: number; readonly day: number; readonly length: number } {
  const number = dayNumber(date);
  const half = wordAt(hemisphere, 'hemisphere', HEMISPHERES);
  const year = Number(date.slice(0, 4));
  const season = number >= seasonStart(year, half) ? year : year - 1;
  const start = seasonStart(season, half);
  return { season, day: number - start + 1, length: seasonStart(season + 1, half) - start };
}

/**
 * The date of a day of a season; `day` is rounded half up and may lie in a neighbouring season.
 * @throws DomainError `TYPE`, `ENUM`, `RANGE` (day outside -400..800, a date outside the years 1..9998).
 */
export function dateOfSeasonDay(season: number, hemisphere: Hemisphere, day: number): IsoDate {
  const year = wholeAt(season, 'season', {});
  const half = wordAt(hemisphere, 'hemisphere', HEMISPHERES);
  if (typeof day !== 'number' || !Number.isFinite(day)) {
    throw new DomainError('TYPE', 'day', 'must be a finite number', { value: day });
  }
  if (day < SEASON_DAYS.min || day > SEASON_DAYS.max) {
    throw new DomainError('RANGE', 'day', `${day} is outside the allowed range`, { value: day, range: SEASON_DAYS });
  }
  if (year < 0 || year > LAST_YEAR + 1) throw new DomainError('RANGE', 'season', `${year} is no year`, { value: year });
  return dateOfDay(seasonStart(year, half) + Math.round(day) - 1, 'season');
}

/** A required date of an object of arguments, as a day number. */
export function dayIn(fields: Fields, key: string): number {
  return dayNumber(fields.text(key), fields.at(key));
}

/** An optional date, `null` where it is absent. */
export function dayOrNull(fields: Fields, key: string): number | null {
  return fields.has(key) ? dayIn(fields, key) : null;
}

/** The same day of the next year; of a leap day the one before. */
export function dayNextYear(day: IsoDate): IsoDate {
  const text = `${String(Number(day.slice(0, 4)) + 1).padStart(4, '0')}${day.slice(4)}`;
  return day.endsWith('-02-29') ? `${text.slice(0, 8)}28` : text;
}
