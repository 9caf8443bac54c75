/**
 * How hard a landing is.
 *
 * Only the speed across the surface counts: speed · sin(angle). On a slope she slides on and may hit the end of it:
 * t = max(0, u cos - mu (1 + e) n) after the first touch, second hit sqrt(t² - 2 mu g run-out). A smooth ramp only puts the blow
 * off; mesh, where claws hold, takes it.
 *
 * Source: mechanics; levels 3, 4.5 and 7.5 m/s are drops of 0.5, 1.26 and 8.1 m of a gorged bee in air [conventions, not deaths];
 * friction 0.4 smooth, 0.8 bare wood, 2 (1–3) on mesh or comb [rules of thumb].
 */
import { Fields, NON_NEGATIVE, POSITIVE } from '../shared/errors/index.js';
import { STANDARD_GRAVITY } from './air.js';
import { BEE_DATA } from './bee-data.js';
import { densityOf } from './capture.js';
import { dropFor, INCIDENCE } from './trajectory.js';

export type ImpactLevel = 'gentle' | 'acceptable' | 'hard' | 'harmful';
/** Greatest speed across the surface of each level, m/s. */
export const IMPACT_LIMITS = { gentle: 3, acceptable: 4.5, hard: 7.5 } as const;
/** The arrival limit a rig is judged by unless the keeper sets his own, m/s. */
export const ARRIVAL_LIMIT = IMPACT_LIMITS.acceptable;
/** Friction under a bee that slides, by what she lands on. */
export const LANDING_FRICTION = { smooth: 0.4, wood: 0.8, mesh: 2 } as const;

export function impactLevel(normalSpeed: number): ImpactLevel {
  if (normalSpeed <= IMPACT_LIMITS.gentle) return 'gentle';
  if (normalSpeed <= IMPACT_LIMITS.acceptable) return 'acceptable';
  return normalSpeed <= IMPACT_LIMITS.hard ? 'hard' : 'harmful';
}

export interface Impact {
  /** m/s, m, J. */
  readonly normalSpeed: number;
  readonly equivalentDrop: number | null;
  readonly normalEnergy: number;
  readonly level: ImpactLevel;
}

/** What a landing at `speed` m/s does; a gorged bee, head-on, unless given. */
export function impactAssessment(a: {
  speed: number;
  incidence?: number | null;
  mass?: number | null;
  dragArea?: number | null;
  airDensity?: number | null;
}): Impact {
  const fields = new Fields(a);
  const speed = fields.number('speed', NON_NEGATIVE);
  const incidence = fields.numberOr('incidence', Math.PI / 2, INCIDENCE);
  const mass = fields.numberOr('mass', BEE_DATA.swarmWorker.mass.typical, POSITIVE);
  const dragArea = fields.numberOr('dragArea', BEE_DATA.swarmWorker.dragArea.typical, POSITIVE);
  const density = densityOf(fields);
  const normalSpeed = speed * Math.sin(incidence);
  return {
    normalSpeed,
    equivalentDrop: dropFor({ mass, dragArea }, density, normalSpeed),
    normalEnergy: (mass * normalSpeed ** 2) / 2,
    level: impactLevel(normalSpeed),
  };
}

export interface Grazing {
  readonly normalSpeed: number;
  /** m/s along the surface after the first touch. */
  readonly slideSpeed: number;
  /** m/s at the end of the surface, 0 when she stops before. */
  readonly secondHit: number;
  readonly worst: number;
  readonly level: ImpactLevel;
}

/** Landing on a slope: `friction` 0.5 (0..5), `restitution` 0.2 (0..1), `runOut` m of surface behind the touch, 0.3. */
export function grazingLanding(a: {
  speed: number;
  incidence: number;
  friction?: number | null;
  restitution?: number | null;
  runOut?: number | null;
}): Grazing {
  const fields = new Fields(a);
  const speed = fields.number('speed', NON_NEGATIVE);
  const incidence = fields.number('incidence', INCIDENCE);
  const friction = fields.numberOr('friction', 0.5, { min: 0, max: 5 });
  const restitution = fields.numberOr('restitution', 0.2, { min: 0, max: 1 });
  const runOut = fields.numberOr('runOut', 0.3, NON_NEGATIVE);
  const normalSpeed = speed * Math.sin(incidence);
  const slideSpeed = Math.max(0, speed * Math.cos(incidence) - friction * (1 + restitution) * normalSpeed);
  const secondHit = Math.sqrt(Math.max(0, slideSpeed ** 2 - 2 * friction * STANDARD_GRAVITY * runOut));
  const worst = Math.max(normalSpeed, secondHit);
  return { normalSpeed, slideSpeed, secondHit, worst, level: impactLevel(worst) };
}
