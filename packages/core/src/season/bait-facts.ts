/** What the model of lures and the checks before hanging share: carriers, sun, and where a lure does harm (rules of thumb). */
export const SHADES = ['shade', 'partSun', 'fullSun'] as const;
export type Shade = (typeof SHADES)[number];

/** What a lure is carried by. */
export const BAIT_CARRIERS = [
  'openSwab',
  'swabInBag',
  'towelInBag',
  'pipette',
  'wickVial',
  'gel',
  'sprayOnWood',
] as const;
export type BaitCarrier = (typeof BAIT_CARRIERS)[number];

/** What a keeper may name besides: nobody knows how fast these empty, so nothing is reckoned of them. */
export const LURE_CARRIERS = [...BAIT_CARRIERS, 'burlap', 'waxBlock', 'rubbedOn', 'entranceGel'] as const;
export type LureCarrier = (typeof LURE_CARRIERS)[number];

export const OILS = ['lemongrassOil', 'citral', 'geraniol', 'linalool', 'limonene'] as const;
/** Scents of a lure: oils that are reckoned with, what a used box smells of, and a blend of the keeper's own. */
export const LURE_SCENTS = [...OILS, 'beeswax', 'propolis', 'blend'] as const;
export type LureScent = (typeof LURE_SCENTS)[number];

/** Whether the model of lures knows how fast this one empties. */
export function isReckoned(lure: { readonly carrier: string; readonly substance: string }): boolean {
  return (
    (BAIT_CARRIERS as readonly string[]).includes(lure.carrier) && (OILS as readonly string[]).includes(lure.substance)
  );
}

/** Degrees (K) that the sun adds to a day's highest where the lure is. */
export const SUN_ADDS: Readonly<Record<Shade, number>> = { shade: 0, partSun: 3, fullSun: 8 };
/** °C. */
export const GEL_RUNS_ABOVE = 32;
/** More scent than this can make a swarm settle outside the box. */
export const OVERDOSE_KG_PER_DAY = 1e-4;
