/**
 * How long until a trap fills, in all and by group, and whether groups fill at one pace.
 *
 * Days at risk from the hanging, or from the season's first day, to the bees; a trap that came down empty counts for as long as it hung.
 * Source: {@link kaplanMeier}, {@link logRank}; a difference is told from 5 % and ten catches on, by convention. Arrivals lie between two
 * looks: where they are more than a fortnight apart for a third of the catches, the curve is told to be coarse.
 */
import { daysBetween } from '../shared/calendar/index.js';
import { counted } from './effects.js';
import type { EvidenceSpell } from './sides.js';
import { kaplanMeier, logRank, type Survival } from './time-to-occupancy.js';

const COARSE_DAYS = 14;
const COARSE_SHARE = 1 / 3;
const LEAST_CATCHES = 10;
const LEAST_P = 0.05;

export interface FillingGroup {
  readonly name: string;
  readonly survival: Survival;
}
export interface Filling {
  readonly groups: readonly FillingGroup[];
  /** Chance of a difference as large, were all groups alike; `null` for one group or no catch. */
  readonly p: number | null;
  readonly differs: boolean;
  /** Looks too far apart for the days to be taken to the letter. */
  readonly coarse: boolean;
}

/** @param groupOf the group of a stay; `null` leaves it out. Groups in the order of their names. */
export function filling(
  spells: readonly EvidenceSpell[],
  groupOf: (spell: EvidenceSpell) => string | null = () => '',
): Filling {
  const here = counted(spells).flatMap((spell) => {
    const name = groupOf(spell);
    return name === null ? [] : [{ name, spell }];
  });
  const names = [...new Set(here.map(({ name }) => name))].sort();
  const each = names.map((name) =>
    here.filter((one) => one.name === name).map(({ spell }) => ({ time: spell.days, event: spell.event })),
  );
  const groups = each.map((rows, n) => ({ name: names[n] ?? '', survival: kaplanMeier(rows) }));
  const events = groups.reduce((sum, { survival }) => sum + survival.events, 0);
  const p = each.length > 1 && events > 0 ? logRank(each).p : null;
  const caught = here.flatMap(({ spell: { event, left, right } }) =>
    event === 1 && left !== null && right !== null ? [daysBetween(left, right)] : [],
  );
  const far = caught.filter((days) => days > COARSE_DAYS).length;
  return {
    groups,
    p,
    differs: p !== null && p <= LEAST_P && events >= LEAST_CATCHES,
    coarse: caught.length > 0 && far >= caught.length * COARSE_SHARE,
  };
}
