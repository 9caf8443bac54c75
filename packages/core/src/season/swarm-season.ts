/**
 * When swarms will come this season, from a prior and the arrivals of earlier years.
 *
 * Formula: a circular kernel density. Each catch is moved by `beta` times the difference of this year's and its year's lag;
 * the catches of one year share weather and colonies, so they count as n / (1 + (n - 1) rho), and one far out of the season
 * counts next to nothing until others join it; the prior is one more component, and a thin log is smoothed towards it.
 * Intervals hold the spread between years and the large-sample variance of a quantile.
 * Source: kernel density estimation with Silverman's width; `beta`, `rho`, `precision` and the spread between years are
 * rules of thumb that the keeper's log corrects. Intervals are 80 % and approximate.
 * Left out: colonies of others, and a late second season unless catches show it.
 */
import { dateOfSeasonDay, type Hemisphere, type IsoDate, seasonDay } from '../shared/calendar/index.js';
import { DomainError, Fields, type NumberRange, POSITIVE } from '../shared/errors/index.js';
import { brent } from '../shared/numeric/index.js';
import { normCdf, normInv, normPdf } from '../shared/stats/index.js';
import type { Anomaly } from './season-lag.js';
import { priorOf, type SeasonSite, type SwarmPrior } from './swarm-prior.js';

export interface SwarmSeasonInput {
  readonly site: SeasonSite;
  readonly season: number;
  /** Arrivals of swarms (never colonies cut out or bought) at this site, yard or group of sites; a sure date may weigh more. */
  readonly catches?: readonly { readonly date: IsoDate; readonly weight?: number | null }[] | null;
  /** Lag of past seasons and of this one, by season. */
  readonly anomalies?: Readonly<Record<string, Anomaly>> | null;
  readonly params?: Partial<Readonly<Record<SeasonParameter, number | null>>> | null;
}
/** A quantile with its interval, as season days and as dates. */
export interface SeasonMark {
  readonly day: number;
  readonly lo: number;
  readonly hi: number;
  readonly date: IsoDate;
  readonly loDate: IsoDate;
  readonly hiDate: IsoDate;
}
export interface SwarmSeason {
  readonly hemisphere: Hemisphere;
  /** What it rests on: a guess from latitude, one year's catches, or several. */
  readonly basis: 'prior' | 'one-year' | 'many-years';
  readonly years: number;
  readonly effectiveN: number;
  /** Days; `null` without catches. */
  readonly bandwidth: number | null;
  /** Share of the catches in the answer, 0..1. */
  readonly dataWeight: number;
  readonly tropical: boolean;
  readonly earliest: SeasonMark;
  readonly peak: SeasonMark;
  readonly median: number;
  readonly last: SeasonMark;
  /** `null` in the tropics without catches: no season to go by. */
  readonly hangBy: IsoDate | null;
  readonly hangByCautious: IsoDate | null;
  /** Painted and aired by then. */
  readonly readyBy: IsoDate | null;
  readonly takeIn: IsoDate | null;
}

const YEAR_DAYS = 365.2425;
const TURNS = [-YEAR_DAYS, 0, YEAR_DAYS] as const;
const SHARE: NumberRange = { min: 0, max: 1 };
const OPEN_SHARE: NumberRange = { min: 0, above: true, max: 1 };
const PEAK_STEP = 0.25;
/** Standard deviations past which nothing is left to add. */
const FAR = 9;
const SILVERMAN = 1.06;
const NORMAL_IQR = 1.34;

const PARAMETERS = {
  beta: [0.6, { min: 0, max: 2 }],
  rho: [0.3, SHARE],
  minBandwidth: [4, POSITIVE],
  maxBandwidth: [15, POSITIVE],
  singleBandwidth: [12, POSITIVE],
  yearSd: [7, { min: 0 }],
  yearSdKnown: [5, { min: 0 }],
  level: [0.8, OPEN_SHARE],
  pEarly: [0.05, OPEN_SHARE],
  pLate: [0.95, OPEN_SHARE],
  precision: [8, { min: 0 }],
  farSd: [2.5, POSITIVE],
  scoutLeadDays: [14, { min: 0 }],
  airingDays: [21, { min: 0 }],
} as const satisfies Record<string, readonly [number, NumberRange]>;
export type SeasonParameter = keyof typeof PARAMETERS;
type Parameters = Readonly<Record<SeasonParameter, number>>;

interface Component {
  readonly weight: number;
  readonly centre: number;
  readonly sd: number;
}
interface Mixture {
  readonly prior: SwarmPrior;
  readonly parameters: Parameters;
  readonly season: number;
  /** Each three times: in its place, and a year to either side. */
  readonly components: readonly Component[];
  /** Middle of the circle; every centre lies within half a year of it. */
  readonly middle: number;
  readonly years: number;
  readonly effectiveN: number;
  readonly bandwidth: number | null;
  readonly dataWeight: number;
  readonly now: Anomaly | null;
}

function parametersOf(fields: Fields | null): Parameters {
  const read = Object.entries(PARAMETERS).map(([name, [usual, range]]) => [
    name,
    fields ? fields.numberOr(name, usual, range) : usual,
  ]);
  const parameters = Object.fromEntries(read) as Parameters;
  if (parameters.level >= 1 || parameters.pLate >= 1 || parameters.pEarly >= parameters.pLate) {
    throw new DomainError('RANGE', 'params', 'level and pLate must be below 1, and pEarly below pLate');
  }
  return parameters;
}

function anomaliesOf(fields: Fields | null, seasons: Iterable<number>): ReadonlyMap<number, Anomaly> {
  const found = new Map<number, Anomaly>();
  for (const season of seasons) {
    const one = fields?.objectOr(String(season));
    if (one) found.set(season, { mean: one.number('mean'), sd: one.number('sd', { min: 0 }) });
  }
  return found;
}

interface Placed {
  readonly season: number;
  readonly day: number;
  readonly weight: number;
}

function catchesOf(fields: Fields, season: number, hemisphere: Hemisphere): readonly Placed[] {
  return fields.objectsOr('catches').map((one) => {
    const date = one.text('date');
    const { season: caught, day } = seasonDay(date, hemisphere);
    if (caught > season) {
      throw new DomainError('CONFLICT', one.at('date'), `is of a later season than ${season}`, { value: date });
    }
    return { season: caught, day, weight: one.numberOr('weight', 1, POSITIVE) };
  });
}

/** Weighted quantile of type 7: equal weights give the ordinary one. `sorted` by centre, then weight. */
function weightedQuantile(sorted: readonly Component[], p: number): number {
  let before = 0;
  const places = sorted.map(({ weight }) => {
    const place = before + weight / 2;
    before += weight;
    return place;
  });
  const [first = 0, last = 0] = [places[0], places.at(-1)];
  const wanted = first + p * (last - first);
  const i = Math.max(
    1,
    places.findIndex((place) => place >= wanted),
  );
  const [low, high] = [places[i - 1] ?? 0, places[i] ?? 0];
  const [from, to] = [sorted[i - 1]?.centre ?? 0, sorted[i]?.centre ?? 0];
  return high === low ? to : from + ((wanted - low) / (high - low)) * (to - from);
}

/** Spread of the catches' own components by the log alone. */
function ownBandwidth(catches: readonly Component[], effective: number, parameters: Parameters): number {
  const n = catches.length;
  if (n === 1) return parameters.singleBandwidth;
  const total = catches.reduce((sum, { weight }) => sum + weight, 0);
  const mean = catches.reduce((sum, { weight, centre }) => sum + weight * centre, 0) / total;
  const variance = catches.reduce((sum, { weight, centre }) => sum + weight * (centre - mean) ** 2, 0) / total;
  const s = Math.sqrt((variance * n) / (n - 1));
  const sorted = [...catches].sort((a, b) => a.centre - b.centre || a.weight - b.weight);
  const iqr = weightedQuantile(sorted, 0.75) - weightedQuantile(sorted, 0.25);
  const r = iqr === 0 ? s : Math.min(s, iqr / NORMAL_IQR);
  const width = SILVERMAN * r * effective ** -0.2;
  return Math.min(parameters.maxBandwidth, Math.max(parameters.minBandwidth, width));
}

/** Widened towards the prior's spread while the log is thin: one catch makes no peak. `null` without catches. */
function bandwidthOf(
  catches: readonly Component[],
  effective: number,
  { parameters, prior }: Pick<Mixture, 'parameters' | 'prior'>,
): number | null {
  if (catches.length === 0) return null;
  const own = ownBandwidth(catches, effective, parameters);
  const thin = (prior.strength / (prior.strength + effective)) ** 2;
  return own + thin * Math.max(0, prior.sdDays - own);
}

/** Weight of a date by how far it lies from the season the prior expects, round the year: 1 within `farSd` spreads. */
function nearness(day: number, { centre, sd }: Pick<Component, 'centre' | 'sd'>, farSd: number): number {
  const away = Math.abs(turned(day, centre) - centre) / sd;
  return away === 0 ? 1 : Math.min(1, (farSd / away) ** 4);
}

function circularMiddle(components: readonly Component[]): number {
  const turn = (2 * Math.PI) / YEAR_DAYS;
  let [y, x] = [0, 0];
  for (const { weight, centre } of components) {
    y += weight * Math.sin(turn * centre);
    x += weight * Math.cos(turn * centre);
  }
  const middle = Math.atan2(y, x) / turn;
  return middle < 0 ? middle + YEAR_DAYS : middle;
}

/** The turn of the year nearest to `middle`: within half a year, the lower edge included. */
function turned(centre: number, middle: number): number {
  const from = middle - YEAR_DAYS / 2;
  return centre - YEAR_DAYS * Math.floor((centre - from) / YEAR_DAYS);
}

function mixtureOf(input: unknown): Mixture {
  const fields = new Fields(input, '', 'wrong type');
  const prior = priorOf(fields.object('site'));
  const season = fields.whole('season', { min: 1, max: 9998 });
  const catches = catchesOf(fields, season, prior.hemisphere);
  const bySeason = new Map<number, Placed[]>();
  for (const one of catches) bySeason.set(one.season, [...(bySeason.get(one.season) ?? []), one]);
  const seasons = [...bySeason.keys()].sort((a, b) => a - b);
  const anomalies = anomaliesOf(fields.objectOr('anomalies'), new Set([...seasons, season]));
  const parameters = parametersOf(fields.objectOr('params'));
  const now = anomalies.get(season) ?? null;
  const lag = now?.mean ?? 0;
  const { beta, rho, farSd } = parameters;
  const expected = { weight: prior.strength, centre: prior.centreDay + beta * lag, sd: prior.sdDays };
  const caught = seasons.flatMap((year) => {
    const some = bySeason.get(year) ?? [];
    const total = some.reduce((sum, { weight }) => sum + weight, 0);
    const independent = some.length / (1 + (some.length - 1) * rho);
    const shift = beta * (lag - (anomalies.get(year)?.mean ?? 0));
    return some.map(({ day, weight }) => {
      const centre = day + shift;
      return { weight: (nearness(centre, expected, farSd) * independent * weight) / total, centre, sd: 0 };
    });
  });
  const independent = caught.reduce((sum, { weight }) => sum + weight, 0);
  const effectiveN = prior.strength + independent;
  const all = [expected, ...caught].map((one) => ({ ...one, weight: one.weight / effectiveN }));
  const middle = circularMiddle(all);
  const [first, ...rest] = all.map((one) => ({ ...one, centre: turned(one.centre, middle) }));
  const bandwidth = bandwidthOf(rest, independent, { parameters, prior });
  const components = [...(first ? [first] : []), ...rest.map((one) => ({ ...one, sd: bandwidth ?? one.sd }))].flatMap(
    (one) => TURNS.map((turn) => ({ ...one, centre: one.centre - turn })),
  );
  const dataWeight = 1 - (first?.weight ?? 1);
  return {
    prior,
    parameters,
    season,
    components,
    middle,
    years: seasons.length,
    effectiveN,
    bandwidth,
    dataWeight,
    now,
  };
}

function density({ components }: Mixture, x: number): number {
  let sum = 0;
  for (const { weight, centre, sd } of components) {
    const z = (x - centre) / sd;
    if (z > -FAR && z < FAR) sum += (weight * normPdf(z)) / sd;
  }
  return sum;
}

function massBelow({ components }: Mixture, x: number): number {
  let sum = 0;
  for (const { weight, centre, sd } of components) {
    const z = (x - centre) / sd;
    if (z >= FAR) sum += weight;
    else if (z > -FAR) sum += weight * normCdf(z);
  }
  return sum;
}

function quantile(mixture: Mixture, p: number): number {
  const [from, to] = [mixture.middle - YEAR_DAYS / 2, mixture.middle + YEAR_DAYS / 2];
  const [low, high] = [massBelow(mixture, from), massBelow(mixture, to)];
  return brent((x) => (massBelow(mixture, x) - low) / (high - low) - p, {
    low: from,
    high: to,
    tolerance: 1e-10,
    path: 'catches',
  });
}

function peakOf(mixture: Mixture): number {
  const from = mixture.middle - YEAR_DAYS / 2;
  const steps = Math.ceil(YEAR_DAYS / PEAK_STEP);
  const first = Math.ceil(from / PEAK_STEP);
  let [best, most] = [first * PEAK_STEP, -1];
  for (let n = first; n < first + steps; n++) {
    const day = n * PEAK_STEP;
    if (day >= from + YEAR_DAYS) break;
    const height = density(mixture, day);
    if (height > most) [best, most] = [day, height];
  }
  return best;
}

/**
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`, `FORMAT`; `CONFLICT` for a catch of a later season.
 */
export function predictSwarmSeason(input: SwarmSeasonInput): SwarmSeason {
  const mixture = mixtureOf(input);
  const { prior, parameters, season, now, effectiveN } = mixture;
  const { hemisphere, tropical } = prior;
  const dateOf = (day: number): IsoDate => dateOfSeasonDay(season, hemisphere, day);
  const spread = now ? parameters.yearSdKnown ** 2 + (parameters.beta * now.sd) ** 2 : parameters.yearSd ** 2;
  const z = normInv(0.5 + parameters.level / 2);
  const halfWidth = (p: number, day: number): number =>
    z * Math.sqrt(spread + (p * (1 - p)) / ((effectiveN + parameters.precision) * density(mixture, day) ** 2));
  const mark = (day: number, half: number): SeasonMark => ({
    day,
    lo: day - half,
    hi: day + half,
    date: dateOf(day),
    loDate: dateOf(day - half),
    hiDate: dateOf(day + half),
  });
  const at = (p: number): SeasonMark => {
    const day = quantile(mixture, p);
    return mark(day, halfWidth(p, day));
  };
  const earliest = at(parameters.pEarly);
  const last = at(parameters.pLate);
  const median = quantile(mixture, 0.5);
  const lead = parameters.scoutLeadDays;
  const unknown = tropical && mixture.years === 0;
  const dateOr = (day: number): IsoDate | null => (unknown ? null : dateOf(day));
  return {
    hemisphere,
    basis: mixture.years === 0 ? 'prior' : mixture.years === 1 ? 'one-year' : 'many-years',
    years: mixture.years,
    effectiveN,
    bandwidth: mixture.bandwidth,
    dataWeight: mixture.dataWeight,
    tropical,
    earliest,
    peak: mark(peakOf(mixture), halfWidth(0.5, median)),
    median,
    last,
    hangBy: dateOr(earliest.day - lead),
    hangByCautious: dateOr(earliest.lo - lead),
    readyBy: dateOr(earliest.day - lead - parameters.airingDays),
    takeIn: dateOr(last.hi),
  };
}

/** Share of the season's arrivals on each season day; neighbouring years fold in. Same errors. */
export function swarmSeasonCurve(input: SwarmSeasonInput): readonly number[] {
  const mixture = mixtureOf(input);
  const { length } = seasonDay(dateOfSeasonDay(mixture.season, mixture.prior.hemisphere, 1), mixture.prior.hemisphere);
  const edges = Array.from({ length: length + 1 }, (_, n) => massBelow(mixture, n + 0.5));
  return Array.from({ length }, (_, n) => (edges[n + 1] ?? 0) - (edges[n] ?? 0));
}
