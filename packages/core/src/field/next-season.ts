/**
 * The season that is planned: this one until its first swarms, then the next.
 *
 * Source: the season clock, and the days that count as days at risk; the day to hang by of a season to come is this year's, put a year on.
 */
import { exposureSeasons, type ExposureWindow } from '../evidence/index.js';
import { type Hemisphere, type IsoDate, seasonDay } from '../season/index.js';
import { dayNextYear } from '../shared/calendar/index.js';
import type { SeasonClock } from './season-clock.js';

export interface NextSeason {
  /** Its number, and the first day that counts. */
  readonly season: number;
  readonly from: IsoDate;
  readonly hangBy: IsoDate | null;
  /** It has not begun: its day to hang by is this year's, put a year on. */
  readonly asThisYear: boolean;
}

export function nextSeason(
  today: IsoDate,
  hemisphere: Hemisphere,
  clock: Pick<SeasonClock, 'prediction'> | null,
  window: ExposureWindow,
): NextSeason {
  const now = seasonDay(today, hemisphere).season;
  const starts = (season: number): IsoDate => exposureSeasons(window, season, season)[0]?.start ?? today;
  const begun = today > (clock?.prediction.earliest.date ?? starts(now));
  const season = begun ? now + 1 : now;
  const hangBy = clock?.prediction.hangBy ?? null;
  return {
    season,
    from: starts(season),
    hangBy: hangBy !== null && begun ? dayNextYear(hangBy) : hangBy,
    asThisYear: begun,
  };
}
