/**
 * What goes with more catches, several things looked at at once, sites and seasons pooled in part.
 *
 * Catches of a spell are Poisson over its days at risk, the rate an exponential of a level, of each factor's distance from its mean,
 * and of the site's and the season's own share. With days at risk that is a survival model of constant hazard, so that traps which came
 * down empty count for as long as they hung. Factors are held near nothing by a normal prior; shares of sites and seasons are drawn
 * together as far as the records say they belong together: their spread is tried on a grid, each try weighed by how well it explains
 * the records.
 * Source: posterior mode by Newton's steps and a normal approximation there, mixed over the spreads: a small integrated nested Laplace
 * approximation, J. R. Stat. Soc. B 2009, 71: 319. Priors are conventions: a step of a factor rarely changes the rate fourfold.
 * Left out: that traps were not assigned by chance, and the tails of few catches: below some ten the intervals are poor.
 */
import { DomainError, emptyError, Fields, type NumberRange, POSITIVE } from '../shared/errors/index.js';
import { lnGamma, normCdf, normInv } from '../shared/stats/index.js';
import { type Cholesky, cholesky } from './cholesky.js';
import type { DesignRow } from './design-rows.js';
import { LEVEL, USUAL_LEVEL } from './rates.js';

const LIMITS = { rows: 2000, columns: 30, parameters: 300, grids: 2, steps: 60, halvings: 40 } as const;
const COUNT: NumberRange = { min: 0, max: 1e6 };
const PRIOR_SD = 0.7;
const INTERCEPT = { mean: Math.log(0.003), sd: 2 } as const;
/** Spreads of the sites' and the seasons' shares that are tried. */
const SPREADS = [0.1, 0.2, 0.4, 0.8, 1.2] as const;
/** How wide a spread is held to be before anything is known: half-normal. */
const SPREAD_SD = 0.5;
const CLOSE = 1e-9;
/** The logarithm of a rate is kept within e^±30. */
const ETA = 30;

export interface RegressionColumn {
  readonly name: string;
  readonly scale?: number | null;
  readonly priorSd?: number | null;
}
export interface RegressionAsk {
  readonly rows: readonly DesignRow[];
  readonly columns: readonly RegressionColumn[];
  readonly groups?: readonly string[] | null;
  readonly level?: number | null;
  readonly interceptPrior?: { readonly mean: number; readonly sd: number } | null;
  /** Spreads that are given and not looked for, by group. */
  readonly tau?: Readonly<Record<string, number>> | null;
}
export interface Effect {
  readonly name: string;
  /** ln of the ratio, a step of its scale. */
  readonly coef: number;
  readonly sd: number;
  readonly ratio: number;
  readonly lo: number;
  readonly hi: number;
  readonly pDirection: number;
}
export interface GroupEffect {
  readonly level: string;
  readonly effect: number;
  readonly sd: number;
}
export interface Regression {
  /** ln of catches a trap-day, every factor at its mean. */
  readonly intercept: number;
  readonly interceptSd: number;
  readonly effects: readonly Effect[];
  readonly groups: Readonly<Record<string, readonly GroupEffect[]>>;
  readonly tau: Readonly<Record<string, number>>;
  readonly events: number;
  readonly exposure: number;
}

interface Row {
  readonly y: number;
  readonly exposure: number;
  readonly z: Float64Array;
  /** Parameters of the groups it belongs to. */
  readonly shares: readonly number[];
}
interface Group {
  readonly name: string;
  readonly levels: readonly string[];
  readonly first: number;
  readonly fixed: number | null;
}
interface Problem {
  readonly rows: readonly Row[];
  readonly columns: readonly { readonly name: string; readonly priorSd: number }[];
  readonly groups: readonly Group[];
  readonly intercept: { readonly mean: number; readonly sd: number };
  readonly size: number;
  readonly z: number;
  readonly lnFactorials: number;
}

function problemOf(ask: unknown): Problem {
  const fields = new Fields(ask, '', 'wrong type');
  const rows = fields.objects('rows');
  if (rows.length === 0) throw emptyError('rows');
  if (rows.length > LIMITS.rows) throw new DomainError('TOO_LARGE', 'rows', `more than ${LIMITS.rows}`);
  const read = rows.map((row) => ({
    y: row.whole('y', COUNT),
    exposure: row.number('exposure', POSITIVE),
    x: row.object('x'),
    groups: row.objectOr('groups'),
    row,
  }));
  const columns = fields.objects('columns').map((column) => ({
    name: column.text('name'),
    scale: column.numberOr('scale', 1, POSITIVE),
    priorSd: column.numberOr('priorSd', PRIOR_SD, POSITIVE),
  }));
  if (columns.length > LIMITS.columns) throw new DomainError('TOO_LARGE', 'columns', `more than ${LIMITS.columns}`);
  const names = fields.listOr('groups').map((name, n) => {
    if (typeof name !== 'string') throw new DomainError('TYPE', `groups[${n}]`, 'must be a text', { value: name });
    return name;
  });
  const z = normInv((1 + fields.numberOr('level', USUAL_LEVEL, LEVEL)) / 2);
  const prior = fields.objectOr('interceptPrior');
  const intercept = prior ? { mean: prior.number('mean'), sd: prior.number('sd', POSITIVE) } : INTERCEPT;
  const given = fields.objectOr('tau');
  let size = 1 + columns.length;
  const groups = names.map((name): Group => {
    const levelsOf = read.map(({ groups: own, row }) => (own ?? row.object('groups')).text(name));
    const levels = [...new Set(levelsOf)].sort();
    const group = { name, levels, first: size, fixed: given?.numberOr(name, null, POSITIVE) ?? null };
    size += levels.length;
    return group;
  });
  if (size > LIMITS.parameters)
    throw new DomainError('TOO_LARGE', 'groups', `more than ${LIMITS.parameters} parameters`);
  if (groups.filter(({ fixed }) => fixed === null).length > LIMITS.grids)
    throw new DomainError('TOO_LARGE', 'groups', `more than ${LIMITS.grids} groups whose spread is looked for`);
  const exposure = read.reduce((sum, row) => sum + row.exposure, 0);
  const values = columns.map(({ name }) => read.map(({ x }) => x.number(name)));
  const means = values.map((list) => list.reduce((sum, one, n) => sum + one * (read[n]?.exposure ?? 0), 0) / exposure);
  return {
    rows: read.map(({ y, exposure: days, groups: own }, n) => ({
      y,
      exposure: days,
      z: Float64Array.from(columns, ({ scale }, k) => ((values[k]?.[n] ?? 0) - (means[k] ?? 0)) / scale),
      shares: groups.map(({ name, levels, first }) => first + levels.indexOf(own?.text(name) ?? '')),
    })),
    columns,
    groups,
    intercept,
    size,
    z,
    lnFactorials: read.reduce((sum, { y }) => sum + lnGamma(y + 1), 0),
  };
}

interface Prior {
  readonly mean: Float64Array;
  readonly sd: Float64Array;
}
function priorOf({ size, columns, groups, intercept }: Problem, spreads: readonly number[]): Prior {
  const mean = new Float64Array(size);
  const sd = new Float64Array(size);
  mean[0] = intercept.mean;
  sd[0] = intercept.sd;
  for (const [n, { priorSd }] of columns.entries()) sd[1 + n] = priorSd;
  for (const [n, { first, levels }] of groups.entries()) sd.fill(spreads[n] ?? 1, first, first + levels.length);
  return { mean, sd };
}

const etaOf = ({ z, shares }: Row, theta: Float64Array): number => {
  let eta = theta[0] ?? 0;
  for (let k = 0; k < z.length; k++) eta += (z[k] ?? 0) * (theta[1 + k] ?? 0);
  for (const share of shares) eta += theta[share] ?? 0;
  return Math.min(ETA, Math.max(-ETA, eta));
};

function lnPosterior({ rows, lnFactorials }: Problem, { mean, sd }: Prior, theta: Float64Array): number {
  let sum = -lnFactorials;
  for (const row of rows) {
    const eta = etaOf(row, theta);
    sum += row.y * (Math.log(row.exposure) + eta) - row.exposure * Math.exp(eta);
  }
  for (const [k, value] of theta.entries()) sum -= ((value - (mean[k] ?? 0)) / (sd[k] ?? 1)) ** 2 / 2;
  return sum;
}

interface Fit {
  readonly theta: Float64Array;
  readonly curve: Cholesky;
  readonly value: number;
}

/** How far it falls away from the top, in every direction, and how steep it is here. */
function slopesAt(problem: Problem, { mean, sd }: Prior, theta: Float64Array): { h: number[][]; g: Float64Array } {
  const { size, rows } = problem;
  const h = Array.from({ length: size }, () => new Array<number>(size).fill(0));
  const g = new Float64Array(size);
  for (let k = 0; k < size; k++) {
    const tight = 1 / (sd[k] ?? 1) ** 2;
    const own = h[k];
    if (own) own[k] = tight;
    g[k] = -((theta[k] ?? 0) - (mean[k] ?? 0)) * tight;
  }
  const at = new Int32Array(size);
  const by = new Float64Array(size);
  for (const row of rows) {
    // Few parameters belong to a row: level, factors, one share a group.
    let count = 0;
    at[count] = 0;
    by[count++] = 1;
    for (let k = 0; k < row.z.length; k++) {
      at[count] = 1 + k;
      by[count++] = row.z[k] ?? 0;
    }
    for (const share of row.shares) {
      at[count] = share;
      by[count++] = 1;
    }
    const mu = row.exposure * Math.exp(etaOf(row, theta));
    for (let i = 0; i < count; i++) {
      const [k, weight] = [at[i] ?? 0, by[i] ?? 0];
      g[k] = (g[k] ?? 0) + (row.y - mu) * weight;
      const own = h[k];
      if (!own) continue;
      for (let j = 0; j <= i; j++) {
        const other = at[j] ?? 0;
        own[other] = (own[other] ?? 0) + mu * weight * (by[j] ?? 0);
      }
    }
  }
  return { h, g };
}

/** The top of the posterior for given spreads. @throws DomainError `CONVERGENCE`, `SINGULAR`. */
function fitted(problem: Problem, prior: Prior, begin: Float64Array): Fit {
  let theta = begin;
  let value = lnPosterior(problem, prior, theta);
  for (let step = 0; step < LIMITS.steps; step++) {
    const { h, g } = slopesAt(problem, prior, theta);
    const curve = cholesky(h);
    if (!curve) throw new DomainError('SINGULAR', 'rows', 'the factors cannot be told apart');
    const move = curve.solved(g);
    if (move.every((one) => Math.abs(one) < CLOSE)) return { theta, curve, value };
    let share = 1;
    let [next, nextValue] = [theta, -Infinity];
    for (let halving = 0; halving < LIMITS.halvings; halving++, share /= 2) {
      const taken = share;
      next = theta.map((one, k) => one + taken * (move[k] ?? 0));
      nextValue = lnPosterior(problem, prior, next);
      // At the top the last figures of the value tell nothing any more.
      if (nextValue >= value - CLOSE * Math.max(1, Math.abs(value))) break;
    }
    [theta, value] = [next, nextValue];
  }
  throw new DomainError('CONVERGENCE', 'rows', `no top was found in ${LIMITS.steps} steps`);
}

/** Every combination of spreads: those given stand alone. */
const spreadsOf = (groups: readonly Group[]): readonly (readonly number[])[] =>
  groups.reduce<readonly (readonly number[])[]>(
    (all, { fixed }) => all.flatMap((some) => (fixed === null ? SPREADS : [fixed]).map((one) => [...some, one])),
    [[]],
  );

interface Tried extends Fit {
  readonly spreads: readonly number[];
  readonly lnWeight: number;
}

/**
 * @throws DomainError `MISSING`, `TYPE`, `RANGE` (exposure, scales and spreads above 0), `EMPTY`, `TOO_LARGE` over 2000 rows, 30 columns,
 * 300 parameters or two groups whose spread is looked for, `SINGULAR`, `CONVERGENCE`.
 */
export function poissonRegression(ask: RegressionAsk): Regression {
  const problem = problemOf(ask);
  const { rows, columns, groups, size, z } = problem;
  let begin = new Float64Array(size);
  begin[0] = problem.intercept.mean;
  const tried = spreadsOf(groups).map((spreads): Tried => {
    const prior = priorOf(problem, spreads);
    const fit = fitted(problem, prior, begin);
    // The next spread begins where this one ended.
    begin = Float64Array.from(fit.theta);
    const lnSds = prior.sd.reduce((sum, sd) => sum + Math.log(sd), 0);
    const held = spreads.reduce((sum, spread) => sum + spread ** 2 / (2 * SPREAD_SD ** 2), 0);
    return { ...fit, spreads, lnWeight: fit.value - lnSds - fit.curve.lnDeterminant() / 2 - held };
  });
  const most = Math.max(...tried.map(({ lnWeight }) => lnWeight));
  const raw = tried.map(({ lnWeight }) => Math.exp(lnWeight - most));
  const total = raw.reduce((sum, one) => sum + one, 0);
  const weights = raw.map((one) => one / total);
  const mean = new Float64Array(size);
  for (const [n, { theta }] of tried.entries())
    for (let k = 0; k < size; k++) mean[k] = (mean[k] ?? 0) + (weights[n] ?? 0) * (theta[k] ?? 0);
  const variance = new Float64Array(size);
  for (const [n, { theta, curve }] of tried.entries()) {
    const own = curve.inverseDiagonal();
    for (let k = 0; k < size; k++) {
      const off = (theta[k] ?? 0) - (mean[k] ?? 0);
      variance[k] = (variance[k] ?? 0) + (weights[n] ?? 0) * ((own[k] ?? 0) + off * off);
    }
  }
  const sdOf = (k: number): number => Math.sqrt(variance[k] ?? 0);
  return {
    intercept: mean[0] ?? 0,
    interceptSd: sdOf(0),
    effects: columns.map(({ name }, n): Effect => {
      const [coef, sd] = [mean[1 + n] ?? 0, sdOf(1 + n)];
      return {
        name,
        coef,
        sd,
        ratio: Math.exp(coef),
        lo: Math.exp(coef - z * sd),
        hi: Math.exp(coef + z * sd),
        pDirection: normCdf(Math.abs(coef) / sd),
      };
    }),
    groups: Object.fromEntries(
      groups.map(({ name, levels, first }) => [
        name,
        levels.map((level, n): GroupEffect => ({ level, effect: mean[first + n] ?? 0, sd: sdOf(first + n) })),
      ]),
    ),
    tau: Object.fromEntries(
      groups.map(({ name }, g) => [
        name,
        tried.reduce((sum, { spreads }, n) => sum + (weights[n] ?? 0) * (spreads[g] ?? 0), 0),
      ]),
    ),
    events: rows.reduce((sum, { y }) => sum + y, 0),
    exposure: rows.reduce((sum, { exposure }) => sum + exposure, 0),
  };
}
