/**
 * What is known of the bee's body: masses, drag, what she holds on with, her heat. Every figure carries its range and how firm
 * it is: published, derived here from published figures or geometry, or a rule of thumb. Masses, drag areas and hold-on are the
 * weakest inputs of the whole bench.
 *
 * Source: J. Apic. Res. 1972 11, 1982 21 and 2013 52(1); J. Exp. Biol. 1963 40 and 1981 91; J. Comp. Physiol. B 1992 162;
 * Biol. Cybern. 2000 83; Apidologie 2014 45; Nature 1995 377. Cited from memory; ranges are what one meets.
 */
export type Firmness = 'published' | 'derived' | 'rule-of-thumb';

export interface Spread {
  readonly low: number;
  readonly typical: number;
  readonly high: number;
  readonly firmness: Firmness;
}

function spread(low: number, typical: number, high: number, firmness: Firmness): Spread {
  return { low, typical, high, firmness };
}

/** kg, m², W, m/s, bees/m², bees/m³, K, kg/m³, J/(kg K), body weights. */
export const BEE_DATA = {
  swarmWorker: { mass: spread(110e-6, 130e-6, 150e-6, 'published'), dragArea: spread(25e-6, 35e-6, 60e-6, 'derived') },
  nestWorker: { mass: spread(80e-6, 100e-6, 120e-6, 'published'), dragArea: spread(25e-6, 35e-6, 60e-6, 'derived') },
  drone: { mass: spread(190e-6, 220e-6, 260e-6, 'rule-of-thumb'), dragArea: spread(45e-6, 60e-6, 90e-6, 'derived') },
  queen: { mass: spread(150e-6, 200e-6, 260e-6, 'rule-of-thumb'), dragArea: spread(35e-6, 50e-6, 80e-6, 'derived') },
  holdOn: {
    loose: spread(0.5, 0.75, 1, 'rule-of-thumb'),
    gripping: spread(2, 3, 4, 'rule-of-thumb'),
  },
  flightCruise: spread(6.5, 7.5, 9, 'published'),
  footprint: spread(35e-6, 45e-6, 60e-6, 'derived'),
  bodyDensity: spread(800, 1000, 1100, 'rule-of-thumb'),
  heatCapacity: spread(3300, 3500, 3800, 'rule-of-thumb'),
  beesPerComb: spread(10000, 12500, 15000, 'published'),
  combArea: {
    deep: spread(0.088, 0.088, 0.088, 'derived'),
    medium: spread(0.059, 0.059, 0.059, 'derived'),
    shallow: spread(0.048, 0.048, 0.048, 'derived'),
  },
  cluster: {
    tight: spread(2000e3, 2500e3, 3500e3, 'published'),
    loose: spread(800e3, 1200e3, 1800e3, 'published'),
  },
  heat: {
    resting: spread(0.4e-3, 0.8e-3, 2e-3, 'published'),
    disturbed: spread(2e-3, 4e-3, 10e-3, 'rule-of-thumb'),
    agitated: spread(8e-3, 12e-3, 30e-3, 'rule-of-thumb'),
  },
  temperature: {
    warning: spread(311.15, 311.15, 311.15, 'rule-of-thumb'),
    danger: spread(315.15, 315.15, 315.15, 'rule-of-thumb'),
    lethal: spread(319.15, 319.15, 319.15, 'rule-of-thumb'),
  },
} as const;

export const FRAME_TYPES = ['deep', 'medium', 'shallow'] as const;
export type FrameType = (typeof FRAME_TYPES)[number];
export const PACKINGS = ['tight', 'loose'] as const;
export type Packing = (typeof PACKINGS)[number];
export const MOODS = ['resting', 'disturbed', 'agitated'] as const;
/** How stirred up the bees are. */
export type Mood = (typeof MOODS)[number];
/** Specific heat of a bee, J/(kg K), as the heat model takes it. */
export const BEE_HEAT_CAPACITY = BEE_DATA.heatCapacity.typical;
