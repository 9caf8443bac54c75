import type { SummaryDto } from '@yewridge/contract/rounds';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { dayLong } from '../../../shared/season/season-words';
import { decimalText, figureText } from '../../../shared/units/format';

const days = (count: number): string => decimalText(count, 0);

/** The season so far, for the corner of the ribbon. */
export function cornerWords({ seasons, arrivals }: SummaryDto, system: UnitSystem): readonly string[] {
  const now = seasons.at(-1);
  if (!now) return ['nothing recorded yet'];
  const past = arrivals.filter(({ season }) => season < now.season).length;
  const mass = now.massKg > 0 ? `, ${figureText(now.massKg, 'mass', system)}` : '';
  return [
    `${now.catches} ${now.catches === 1 ? 'catch' : 'catches'} so far${mass}`,
    `${now.traps} traps, ${days(now.trapDays)} trap-days`,
    past > 0 ? `curve: ${past} arrivals before` : 'no earlier season yet',
  ];
}

export interface SeasonRow {
  readonly season: string;
  readonly span: string;
  readonly traps: string;
  readonly trapDays: string;
  readonly catches: string;
  readonly mass: string;
  readonly per100: string;
}

const HUNDRED = 100;
/** Catches in a hundred trap-days, as counted; how sure that is, is a matter of Evidence. */
const rate = (catches: number, trapDays: number): string =>
  trapDays === 0 ? '' : decimalText((catches / trapDays) * HUNDRED, 2);

export function seasonRows({ seasons }: SummaryDto, system: UnitSystem): readonly SeasonRow[] {
  return seasons.map(({ season, start, end, traps, trapDays, catches, massKg }) => ({
    season: String(season),
    span: `${dayLong(start)} to ${dayLong(end)}`,
    traps: String(traps),
    trapDays: days(trapDays),
    catches: String(catches),
    mass: massKg > 0 ? figureText(massKg, 'mass', system) : '',
    per100: rate(catches, trapDays),
  }));
}

export interface SiteRow {
  readonly siteId: string;
  readonly site: string;
  /** `catches in trap-days`, season by season; empty where nothing hung. */
  readonly seasons: readonly string[];
  readonly catches: string;
  readonly trapDays: string;
}

/** Every site with what each season brought there, the most catches first. */
export function siteRows({ seasons }: SummaryDto): readonly SiteRow[] {
  const ids = new Map(seasons.flatMap(({ sites }) => sites.map(({ siteId, site }) => [siteId, site] as const)));
  return [...ids]
    .map(([siteId, site]) => {
      const mine = seasons.map(({ sites }) => sites.find((one) => one.siteId === siteId));
      const catches = mine.reduce((sum, one) => sum + (one?.catches ?? 0), 0);
      const trapDays = mine.reduce((sum, one) => sum + (one?.trapDays ?? 0), 0);
      return { siteId, site, mine, catches, trapDays };
    })
    .sort((a, b) => b.catches - a.catches || a.trapDays - b.trapDays)
    .map(({ siteId, site, mine, catches, trapDays }) => ({
      siteId,
      site,
      seasons: mine.map((one) => (one ? `${one.catches} in ${days(one.trapDays)} d` : '')),
      catches: String(catches),
      trapDays: days(trapDays),
    }));
}
