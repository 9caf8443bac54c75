/**
 * Schools of practice: what keepers who disagree with the field tests aim at instead.
 *
 * A school changes weights and targets, never the field curves: `stretch` multiplies x before the curve so that the
 * school's target meets the peak, `mirror` turns a share round. What a school costs is read off the field curves at its
 * targets.
 *
 * Source: conventions of the craft, set against the field curves of `factors`.
 */
import { objectAt, wordAt } from '../../shared/errors/index.js';
import { CURVES, curveAt, type Factor, FIELD_WEIGHT } from './factors.js';

export const SCHOOLS = [
  'field',
  'eye-height',
  'small-swarm',
  'open-room',
  'full-frames',
  'top-entrance',
  'lure-only',
] as const;
export type School = (typeof SCHOOLS)[number];

export interface Practice {
  readonly weights: Partial<Readonly<Record<Factor, number>>>;
  readonly stretch: Partial<Readonly<Record<Factor, number>>>;
  readonly mirror: readonly Factor[];
  /** SI, in the raw unit of the factor. */
  readonly targets: Partial<Readonly<Record<Factor, number>>>;
}

const NOTHING: Practice = { weights: {}, stretch: {}, mirror: [], targets: {} };

export const PRACTICES: Readonly<Record<School, Practice>> = {
  field: NOTHING,
  'eye-height': {
    ...NOTHING,
    weights: { entranceHeight: 0.3 },
    stretch: { entranceHeight: 2.5 },
    targets: { entranceHeight: 2 },
  },
  'small-swarm': { ...NOTHING, stretch: { volume: 40 / 22 }, targets: { volume: 0.022 } },
  'open-room': { ...NOTHING, weights: { openFraction: 0.8 } },
  'full-frames': { ...NOTHING, weights: { openFraction: 0 }, targets: { openFraction: 0 } },
  'top-entrance': { ...NOTHING, mirror: ['entrancePosition'], targets: { entrancePosition: 1 } },
  'lure-only': { ...NOTHING, weights: { oldComb: 0, odour: 1.1 }, targets: { oldComb: 0 } },
};

/** Several schools at once. Where two speak of one factor the later one counts. */
export function joined(schools: readonly School[]): Practice {
  return schools.reduce<Practice>((all, school) => {
    const { weights, stretch, mirror, targets } = PRACTICES[school];
    return {
      weights: { ...all.weights, ...weights },
      stretch: { ...all.stretch, ...stretch },
      mirror: [...all.mirror, ...mirror],
      targets: { ...all.targets, ...targets },
    };
  }, NOTHING);
}

/** What a school gives up by the field curves at each of its targets. */
export interface SchoolCost {
  readonly factors: readonly {
    readonly factor: Factor;
    /** Raw unit of the factor. */
    readonly target: number;
    readonly fieldDesirability: number;
    /** 0 to 1 of the score. */
    readonly scoreLoss: number;
  }[];
  readonly totalLoss: number;
}

/** A desirability of nothing would make a product of nothing: no one factor takes more than this allows. */
export const LEAST_DESIRABILITY = 0.02;

export function costOf(school: School): SchoolCost {
  const factors = Object.entries(PRACTICES[school].targets).map(([name, target]) => {
    const factor = name as Factor;
    const fieldDesirability = curveAt(CURVES[factor], target);
    const share = CURVES[factor].weight / FIELD_WEIGHT;
    return {
      factor,
      target,
      fieldDesirability,
      scoreLoss: 1 - Math.max(fieldDesirability, LEAST_DESIRABILITY) ** share,
    };
  });
  return { factors, totalLoss: 1 - factors.reduce((rest, { scoreLoss }) => rest * (1 - scoreLoss), 1) };
}

/**
 * What a school costs by the field experiments.
 * @throws DomainError `TYPE`, `ENUM`.
 * @example schoolCost({ school: 'small-swarm' }).totalLoss // 0.064
 */
export function schoolCost(input: { readonly school: School }): SchoolCost {
  return costOf(wordAt(objectAt(input, 'input')['school'], 'school', SCHOOLS));
}
