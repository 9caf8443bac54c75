/** Words of Evidence that tables and forms are made of: an entry of their own, so that nothing heavy comes along. */

/** What a stay is asked about, and how it is told: a word, a number in SI, or degrees from north. */
export const FACTS = {
  landmark: 'word',
  site: 'word',
  heightM: 'number',
  lure: 'word',
  comb: 'word',
  entranceM2: 'number',
  volumeM3: 'number',
  facingDeg: 'direction',
  shade: 'word',
  trap: 'word',
} as const satisfies Readonly<Record<string, 'word' | 'number' | 'direction'>>;
export type Fact = keyof typeof FACTS;
export const FACT_NAMES = Object.keys(FACTS) as Fact[];

/** What a comparison comes to. */
export const VERDICT_CODES = ['too-few', 'same', 'clear', 'leaning', 'undecided'] as const;
export type VerdictCode = (typeof VERDICT_CODES)[number];

/** What the log can correct where it has earned it, and which of both then speaks. */
export const CORRECTED = ['scouts', 'lures', 'places'] as const;
export type Corrected = (typeof CORRECTED)[number];
export const CORRECTION_USES = ['rule', 'log'] as const;
export type CorrectionUse = (typeof CORRECTION_USES)[number];

/** What goes otherwise in a trial. */
export const DEVIATIONS = ['peeked', 'otherSide', 'notHung', 'lost', 'moved', 'stoppedEarly', 'other'] as const;
export type Deviation = (typeof DEVIATIONS)[number];
