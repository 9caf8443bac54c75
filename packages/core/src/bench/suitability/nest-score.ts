/**
 * Would a swarm take it: how a site and a box rank against what scouts preferred in test.
 *
 * score = weighted geometric mean of the desirabilities of the factors that are known; one bad factor pulls it down but
 * never to nothing, and ten good ones could hide a wrong volume or door, so the worse of these two holds the grade down: they
 * are what scouts measure and what a saw decides. A ranking aid, not the chance of a catch.
 *
 * Source: the curves of `factors`; that the factors multiply, and their weights, are conventions of ours.
 */
import { DomainError, numberAt, objectAt, orDefault, wordAt } from '../../shared/errors/index.js';
import { CURVES, curveAt, type Evidence, type Factor, FACTORS, plateauOf } from './factors.js';
import { joined, LEAST_DESIRABILITY, type Practice, type School, SCHOOLS } from './schools.js';

export const HEMISPHERES = ['N', 'S'] as const;
export type Hemisphere = (typeof HEMISPHERES)[number];
export type Side = 'below' | 'at' | 'above';
export type Level = 'good' | 'acceptable' | 'weak' | 'bad';
export type Grade = 'excellent' | 'good' | 'fair' | 'poor';

export interface FactorRow {
  readonly factor: Factor;
  readonly desirability: number;
  readonly weight: number;
  /** 0 to 1 of the score that this factor takes. */
  readonly loss: number;
  readonly evidence: Evidence;
  /** `factor.side.level`, e.g. `volume.below.weak`: where the value stands to the target and how good that is. */
  readonly reason: `${Factor}.${Side}.${Level}`;
}
export interface NestScore {
  /** 0 to 1 under the school, and by the field tests alone. */
  readonly score: number;
  readonly fieldScore: number;
  readonly difference: number;
  /** Share of all weight, as the school sets it, that is known. */
  readonly coverage: number;
  /** What costs most; `null` when nothing does. */
  readonly limiting: Factor | null;
  /** Never shown without {@link fieldGrade} beside it. */
  readonly grade: Grade;
  /** The grade by the field tests alone. */
  readonly fieldGrade: Grade;
  /** Costliest first. */
  readonly factors: readonly FactorRow[];
}
export type NestSite = Partial<Readonly<Record<Factor, number>>> & { readonly hemisphere?: Hemisphere };

const SAME = 1e-9;
const HALF_TURN = 180;
/** What scouts measure and a saw decides: the worse of them holds the grade down. */
const DECISIVE: readonly Factor[] = ['volume', 'entranceArea'];
/** Worst first. */
const GRADES = ['poor', 'fair', 'good', 'excellent'] as const satisfies readonly Grade[];
const BEST_BELOW: readonly (readonly [desirability: number, grade: Grade])[] = [
  [0.45, 'poor'],
  [0.7, 'fair'],
  [0.9, 'good'],
];

/** Degrees off the side the sun stands on at noon, 0 to 180. */
export function offSunnySide(facing: number, hemisphere: Hemisphere): number {
  const turn = Math.abs(facing - (hemisphere === 'N' ? HALF_TURN : 0)) % (2 * HALF_TURN);
  return Math.min(turn, 2 * HALF_TURN - turn);
}

/** The value as the field curve of its factor reads it under a practice. */
function onCurve(factor: Factor, value: number, practice: Practice, hemisphere: Hemisphere): number {
  if (factor === 'facing') return offSunnySide(value, hemisphere);
  const turned = practice.mirror.includes(factor) ? 1 - value : value;
  return turned * (practice.stretch[factor] ?? 1);
}

/** Where the school's curve is 1, in raw units. */
function targetOf(factor: Factor, practice: Practice): { readonly low: number; readonly high: number } {
  const { low, high } = plateauOf(CURVES[factor]);
  if (practice.mirror.includes(factor)) return { low: 1 - high, high: 1 - low };
  const stretch = practice.stretch[factor] ?? 1;
  return { low: low / stretch, high: high / stretch };
}

function levelOf(d: number): Level {
  if (d >= 0.9) return 'good';
  if (d >= 0.7) return 'acceptable';
  return d >= 0.45 ? 'weak' : 'bad';
}

function gradeOf(score: number): Grade {
  if (score >= 0.85) return 'excellent';
  if (score >= 0.7) return 'good';
  return score >= 0.5 ? 'fair' : 'poor';
}

/** The grade of the rows, and the volume or door that holds it down where one does. */
function held(rows: readonly FactorRow[], score: number): { readonly grade: Grade; readonly by: Factor | null } {
  const free = gradeOf(score);
  const decisive = rows
    .filter(({ factor, weight }) => DECISIVE.includes(factor) && weight > 0)
    .sort((a, b) => a.desirability - b.desirability || FACTORS.indexOf(a.factor) - FACTORS.indexOf(b.factor))[0];
  if (!decisive) return { grade: free, by: null };
  const best = BEST_BELOW.find(([below]) => decisive.desirability < below)?.[1];
  if (best === undefined || GRADES.indexOf(best) >= GRADES.indexOf(free)) return { grade: free, by: null };
  return { grade: best, by: decisive.factor };
}

interface Known {
  readonly factor: Factor;
  readonly value: number;
}

function weightOf(factor: Factor, practice: Practice): number {
  return practice.weights[factor] ?? CURVES[factor].weight;
}

function rowsOf(known: readonly Known[], practice: Practice, hemisphere: Hemisphere): FactorRow[] {
  const all = known.reduce((sum, { factor }) => sum + weightOf(factor, practice), 0);
  return known.map(({ factor, value }) => {
    const weight = weightOf(factor, practice);
    const desirability = curveAt(CURVES[factor], onCurve(factor, value, practice, hemisphere));
    const raw = factor === 'facing' ? offSunnySide(value, hemisphere) : value;
    const { low, high } = targetOf(factor, practice);
    const side: Side = raw < low - SAME ? 'below' : raw > high + SAME ? 'above' : 'at';
    return {
      factor,
      desirability,
      weight,
      loss: all > 0 ? 1 - Math.max(desirability, LEAST_DESIRABILITY) ** (weight / all) : 0,
      evidence: CURVES[factor].evidence,
      reason: `${factor}.${side}.${levelOf(desirability)}`,
    };
  });
}

function meanOf(rows: readonly FactorRow[]): number {
  let sum = 0;
  let weights = 0;
  for (const { desirability, weight } of rows) {
    sum += weight * Math.log(Math.max(desirability, LEAST_DESIRABILITY));
    weights += weight;
  }
  return Math.exp(sum / weights);
}

/** The site's factors in curve order, each within the domain of its raw value. */
function readSite(value: unknown): { readonly known: readonly Known[]; readonly hemisphere: Hemisphere } {
  const site = objectAt(value, 'site');
  for (const key of Object.keys(site)) {
    if (key !== 'hemisphere') wordAt(key, `site.${key}`, FACTORS);
  }
  const known = FACTORS.filter((factor) => site[factor] !== undefined).map((factor) => ({
    factor,
    value: numberAt(site[factor], `site.${factor}`, CURVES[factor].domain),
  }));
  const hemisphere = wordAt(orDefault(site['hemisphere'], 'N'), 'site.hemisphere', HEMISPHERES);
  return { known, hemisphere };
}

/** The score of a site under several schools at once, one a disputed question. */
export function scoreUnder(input: { readonly site: NestSite; readonly schools: readonly School[] }): NestScore {
  const { known, hemisphere } = readSite(input.site);
  const practice = joined(input.schools);
  const rows = rowsOf(known, practice, hemisphere);
  if (rows.every(({ weight }) => weight === 0)) {
    throw new DomainError('EMPTY', 'site', 'no factor is known that this school counts');
  }
  const score = meanOf(rows);
  const fieldRows = rowsOf(known, joined([]), hemisphere);
  const fieldScore = meanOf(fieldRows);
  const { grade, by } = held(rows, score);
  const sorted = [...rows].sort((a, b) => b.loss - a.loss);
  const first = sorted[0];
  return {
    score,
    fieldScore,
    difference: score - fieldScore,
    coverage:
      rows.reduce((sum, { weight }) => sum + weight, 0) /
      FACTORS.reduce((sum, factor) => sum + weightOf(factor, practice), 0),
    limiting: by ?? (first && first.loss > SAME ? first.factor : null),
    grade,
    fieldGrade: held(fieldRows, fieldScore).grade,
    factors: sorted,
  };
}

/**
 * How a site ranks. Only the factors given count; `coverage` says how much that is of all.
 * @throws DomainError `ENUM` for an unknown factor or school, `TYPE`, `RANGE` for values, `EMPTY` when nothing counts.
 * @example nestScore({ site: { volume: 0.04 } }).grade // 'excellent'
 */
export function nestScore(input: { readonly site: NestSite; readonly school?: School }): NestScore {
  const i = objectAt(input, 'input');
  readSite(i['site']);
  const school = wordAt(orDefault(i['school'], 'field'), 'school', SCHOOLS);
  return scoreUnder({ site: input.site, schools: [school] });
}

/**
 * How good one value is to scouts, 0 to 1.
 * @throws DomainError `ENUM` for the factor, `TYPE`, `RANGE` (the domain of its raw value), `ENUM` for the school.
 * @example desirability({ factor: 'facing', value: 90 }) // 0.85
 */
export function desirability(input: {
  readonly factor: Factor;
  readonly value: number;
  readonly school?: School;
  readonly hemisphere?: Hemisphere;
}): number {
  const i = objectAt(input, 'input');
  const factor = wordAt(i['factor'], 'factor', FACTORS);
  const value = numberAt(i['value'], 'value', CURVES[factor].domain);
  const school = wordAt(orDefault(i['school'], 'field'), 'school', SCHOOLS);
  const hemisphere = wordAt(orDefault(i['hemisphere'], 'N'), 'hemisphere', HEMISPHERES);
  return desirabilityUnder(factor, value, [school], hemisphere);
}

/** Where a factor is best under several schools, in its raw unit. */
export function targetUnder(
  factor: Factor,
  schools: readonly School[],
): { readonly low: number; readonly high: number } {
  return targetOf(factor, joined(schools));
}

/** As `desirability`, under several schools; for values already read. */
export function desirabilityUnder(
  factor: Factor,
  value: number,
  schools: readonly School[],
  hemisphere: Hemisphere,
): number {
  return curveAt(CURVES[factor], onCurve(factor, value, joined(schools), hemisphere));
}
