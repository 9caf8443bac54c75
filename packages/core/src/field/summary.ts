/** Season by season: traps out, days at risk and catches, in all and by site. Source of days at risk: {@link trapSpells}. */
import { tellsOfSeason } from '../catches/index.js';
import {
  type ExposureSeason,
  exposureSeasons,
  type ExposureWindow,
  type TrapSpell,
  trapSpells,
  USUAL_WINDOW,
} from '../evidence/index.js';
import { type IsoDate, seasonDay } from '../season/index.js';
import { groupedBy } from '../shared/groups/index.js';
import type { CatchLine, FieldNow, StayLine } from './lines.js';

/** What one season came to, site by site. */
export interface SeasonSummary {
  readonly season: number;
  readonly start: IsoDate;
  readonly end: IsoDate;
  readonly traps: number;
  readonly trapDays: number;
  readonly catches: number;
  readonly massKg: number;
  /** Days on which somebody looked at a trap, hung one or took one down; of the season's whole year. */
  readonly daysOut: number;
  readonly sites: readonly {
    readonly siteId: string;
    readonly site: string;
    readonly trapDays: number;
    readonly catches: number;
  }[];
}
export interface Summary {
  readonly seasons: readonly SeasonSummary[];
  /** Arrivals of all seasons, for the curve over the ribbon. */
  readonly arrivals: readonly { readonly date: IsoDate; readonly season: number }[];
}

/** Of all years. */
export interface SummaryRows {
  readonly stays: readonly StayLine[];
  /** Days on which a stay that ended in a catch was found empty. */
  readonly emptyLooks: readonly {
    readonly deploymentId: string;
    readonly date: IsoDate;
    readonly occupied: false;
  }[];
  readonly catches: readonly CatchLine[];
  /** The days of a year that count, where the keeper said. */
  readonly window: ExposureWindow | null;
  /** Days on which somebody was at a trap, each once. */
  readonly daysOut: readonly { readonly date: IsoDate }[];
}

/** What the seasons came to, newest last. */
export function seasonSummary(rows: SummaryRows, now: FieldNow): Summary {
  const { today: asOf, hemisphere } = now;
  const { stays, catches } = rows;
  const inTraps = catches.flatMap(({ deploymentId, ...rest }) =>
    deploymentId === null ? [] : [{ deploymentId, ...rest }],
  );
  const seasons = seasonsOf(stays, rows.window, now);
  const spells = trapSpells({ deployments: stays, visits: rows.emptyLooks, catches: inTraps }, { asOf, seasons });
  const bySeason = groupedBy(spells, ({ season }) => (season === null ? null : String(season)));
  const seasonOf = (date: IsoDate): number => seasonDay(date, hemisphere).season;
  const out = groupedBy(rows.daysOut, ({ date }) => String(seasonOf(date)));
  const massOf = new Map(inTraps.map(({ deploymentId, massKg }) => [deploymentId, massKg ?? 0]));
  const siteName = new Map(stays.map(({ siteId, site }) => [siteId, site]));
  return {
    seasons: seasons.map(({ season, start, end }) => {
      const mine = bySeason.get(String(season)) ?? [];
      const events = mine.filter(({ event }) => event === 1);
      return {
        season,
        start,
        end,
        traps: new Set(mine.map(({ trapId }) => trapId)).size,
        trapDays: totalDays(mine),
        catches: events.length,
        massKg: events.reduce((sum, { deploymentId }) => sum + (massOf.get(deploymentId) ?? 0), 0),
        daysOut: out.get(String(season))?.length ?? 0,
        sites: [...groupedBy(mine, ({ siteId }) => siteId)].map(([siteId, here]) => ({
          siteId,
          site: siteName.get(siteId) ?? siteId,
          trapDays: totalDays(here),
          catches: here.filter(({ event }) => event === 1).length,
        })),
      };
    }),
    arrivals: catches
      .filter(({ method }) => tellsOfSeason(method))
      .map(({ foundOn, arrivedOn }) => {
        const date = arrivedOn ?? foundOn;
        return { date, season: seasonOf(date) };
      }),
  };
}

/** The days that count in every year with a stay in it, newest last. */
export function seasonsOf(
  stays: readonly StayLine[],
  window: ExposureWindow | null,
  { today, hemisphere }: FieldNow,
): readonly ExposureSeason[] {
  const years = stays.map(({ hungOn }) => seasonDay(hungOn, hemisphere).season);
  if (years.length === 0) return [];
  const last = seasonDay(today, hemisphere).season;
  return exposureSeasons(window ?? USUAL_WINDOW[hemisphere], Math.min(...years), last);
}

function totalDays(rows: readonly TrapSpell[]): number {
  return rows.reduce((sum, { days }) => sum + days, 0);
}
