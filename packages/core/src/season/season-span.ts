/**
 * Whether a day is in the swarm season, and how far out of it.
 *
 * Formula: days to the nearest season of any year, by the mean year of 365.2425 days.
 * Source: calendar; that a day more than 30 days out is asked about is a convention.
 */
import { daysBetween, type IsoDate } from '../shared/calendar/index.js';

/** From when scouts look for homes, until when a swarm may come: both days are in it. */
export interface SeasonSpan {
  readonly from: IsoDate;
  readonly until: IsoDate;
}

const MEAN_YEAR = 365.2425;
const FAR_DAYS = 30;

/** Before scouts look for homes, or after the last swarm that is likely; never where nobody knows the season. */
export function outOfSeason(day: IsoDate, season: SeasonSpan | null): boolean {
  return season !== null && (day < season.from || day > season.until);
}

/** Whole days from a day to the nearest of the season, of whatever year; 0 within it. @throws DomainError `FORMAT`. */
export function daysOutOfSeason(day: IsoDate, { from, until }: SeasonSpan): number {
  const length = daysBetween(from, until);
  const since = daysBetween(from, day);
  const inYear = Math.round(since - Math.floor((since + 0.5) / MEAN_YEAR) * MEAN_YEAR);
  return inYear <= length ? 0 : Math.min(inYear - length, Math.round(MEAN_YEAR - inYear));
}

/** So far out that a keeper may have mistyped it: asked about once, never refused. */
export function farFromSeason(day: IsoDate, season: SeasonSpan | null): boolean {
  return season !== null && daysOutOfSeason(day, season) > FAR_DAYS;
}
