import { LANDMARK_FACTORS, PERMISSION_WISHES } from '@yewridge/core/ground';
import { SHADES } from '@yewridge/core/season';
import { date, link, must, number, text, whole, word } from './columns.js';

const NAME = 80;
const LANDMARKS = Object.keys(LANDMARK_FACTORS) as (keyof typeof LANDMARK_FACTORS)[];
const season = must(whole(1900, 2200));

/** Where to hang next season: what was thought of, and what was decided. */
export const PLACEMENT_TABLES = {
  /** A place that is thought of and is no site yet: nobody was asked. */
  spots: {
    name: must(text(NAME)),
    lat: must(number(-90, 90)),
    lon: must(number(-180, 180)),
    landmark: word(...LANDMARKS),
    shade: word(...SHADES),
    /** s one visit takes there. */
    effort: number(0, 86_400),
    notes: text(2000),
  },
  /** A place that is taken whatever it adds, or not at all, in plans of that season: a site or a spot. */
  stances: {
    season,
    siteId: link('sites'),
    spotId: link('spots'),
    stance: must(word('pinned', 'barred')),
    reason: text(200),
  },
  /** A plan that was kept, one a season, with the limits it was made for. */
  placings: {
    season,
    keptOn: must(date),
    traps: must(whole(1, 500)),
    apartM: must(number(0, 5000)),
    /** s added to each stop for the way. */
    stopS: number(0, 7200),
    /** s one round may take; empty for no limit. */
    budgetS: number(0, 86_400),
    permission: must(word(...PERMISSION_WISHES)),
    /** m between places along edges of the sheet; empty where none were thought of. */
    edgesM: number(10, 2000),
    /** Swarms a season that it should catch, worked out when it was kept. */
    swarms: number(0, 10_000),
    notes: text(2000),
  },
  /** A site of a plan that was kept, with the swarms that should come to it. */
  picks: {
    placingId: must(link('placings')),
    siteId: must(link('sites')),
    swarms: number(0, 10_000),
  },
} as const;
