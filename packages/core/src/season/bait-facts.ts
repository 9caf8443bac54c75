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

/** Degrees (K) that the sun adds to a day's highest where the lure is. */
export const SUN_ADDS: Readonly<Record<Shade, number>> = { shade: 0, partSun: 3, fullSun: 8 };
/** °C. */
export const GEL_RUNS_ABOVE = 32;
/** More scent than this can make a swarm settle outside the box. */
export const OVERDOSE_KG_PER_DAY = 1e-4;
