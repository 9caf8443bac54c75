/**
 * Made-up swarms for a season that is played: which site a swarm moves into, when, and how heavy it is. The same seed gives
 * the same season, however it is stepped through, and one site's swarms do not depend on the other sites.
 *
 * Formula: a site has its own generator. Each day its mean count is swarms expected a season x the day's share of the
 * season, a bell round the peak let through by the weather (`delayByWeather`); one moves in if a uniform falls below
 * 1 - exp(-mean). Hour and mass are drawn on every day, moved in or not, so that a change of weather moves no other draw.
 * Source: convention; it fits no valley. Left out: colonies, the queue of after-swarms, sites that compete.
 */
import { dateOfDay, dayIn, HEMISPHERES, type Hemisphere, type IsoDate, seasonDay } from '../shared/calendar/index.js';
import { arrayAt, DomainError, Fields, givenAt, NON_NEGATIVE, type NumberRange } from '../shared/errors/index.js';
import { normCdf, randomFrom, SEED } from '../shared/stats/index.js';
import { delayByWeather, flightFitness } from './flying-weather.js';

export interface SimulatedSwarm {
  readonly siteId: string;
  readonly date: IsoDate;
  /** Local hour of the day, 0..24. */
  readonly hour: number;
  readonly massKg: number;
}
export interface SwarmRecipe {
  readonly seed: number;
  /** Consecutive days, in order. */
  readonly days: readonly {
    readonly date: IsoDate;
    readonly tMax: number;
    readonly rainMm: number;
    readonly windMps: number;
  }[];
  /** `swarms` a season would move into an empty trap there. */
  readonly sites: readonly { readonly id: string; readonly swarms: number }[];
  readonly hemisphere?: Hemisphere | null;
  /** Season day with the most swarms, 1..366. */
  readonly peakDay?: number | null;
  readonly sdDays?: number | null;
  readonly meanKg?: number | null;
  readonly sdKg?: number | null;
}

const PEAK: NumberRange = { min: 1, max: 366 };
const SPREAD: NumberRange = { min: 1, max: 120 };
const MASS: NumberRange = { min: 0.1, max: 12 };
const WORD = 2 ** 32;
const LEAST_KG = 0.4;
const HEAVIEST_KG = 4;
/** Swarms move in while the sun is high. */
const FLYING = { from: 10, hours: 6 };
const FNV = { basis: 0x811c9dc5, prime: 0x01000193 };

/** A seed of a text's own: FNV-1a over its UTF-16 units, mixed with the seed of the whole. */
export function seedOf(text: string, seed: number): number {
  let hash = FNV.basis ^ seed;
  for (let n = 0; n < text.length; n++) hash = Math.imul(hash ^ text.charCodeAt(n), FNV.prime);
  return ((hash % WORD) + WORD) % WORD;
}

function siteOf(value: unknown, n: number): { readonly id: string; readonly swarms: number } {
  const fields = new Fields(value, `sites[${n}]`, 'wrong type');
  return { id: fields.text('id'), swarms: fields.number('swarms', NON_NEGATIVE) };
}

/** In the order of sites, each site's swarms by date. @throws DomainError `MISSING`, `TYPE`, `RANGE`, `FORMAT`, `CONFLICT`. */
export function simSwarms(recipe: SwarmRecipe): readonly SimulatedSwarm[] {
  const fields = new Fields(recipe, '', 'wrong type');
  const seed = fields.whole('seed', SEED);
  givenAt(recipe.days, 'days');
  const days = arrayAt(recipe.days, 'days').map((one, n) => {
    const day = new Fields(one, `days[${n}]`, 'wrong type');
    return { number: dayIn(day, 'date'), fit: flightFitness(one as SwarmRecipe['days'][number]) };
  });
  days.forEach(({ number }, n) => {
    const before = days[n - 1]?.number ?? number - 1;
    if (number !== before + 1)
      throw new DomainError('CONFLICT', `days[${n}].date`, 'does not follow the day before it');
  });
  givenAt(recipe.sites, 'sites');
  const sites = arrayAt(recipe.sites, 'sites').map(siteOf);
  const hemisphere = fields.wordOr('hemisphere', 'N', HEMISPHERES);
  const peak = fields.numberOr('peakDay', 142, PEAK);
  const spread = fields.numberOr('sdDays', 16, SPREAD);
  const mean = fields.numberOr('meanKg', 1.6, MASS);
  const sd = fields.numberOr('sdKg', 0.5, NON_NEGATIVE);
  const share = days.map(({ number }) => {
    const { day } = seasonDay(dateOfDay(number), hemisphere);
    return normCdf((day + 0.5 - peak) / spread) - normCdf((day - 0.5 - peak) / spread);
  });
  const { mass: through } = delayByWeather(
    share,
    days.map(({ fit }) => fit),
  );
  return sites.flatMap(({ id, swarms }) => {
    const draw = randomFrom(seedOf(id, seed));
    return days.flatMap(({ number }, n): readonly SimulatedSwarm[] => {
      const u = draw.uniform();
      const hour = FLYING.from + FLYING.hours * draw.uniform();
      const massKg = Math.min(HEAVIEST_KG, Math.max(LEAST_KG, mean + sd * draw.normal()));
      const comes = u < 1 - Math.exp(-swarms * (through[n] ?? 0));
      return comes ? [{ siteId: id, date: dateOfDay(number), hour, massKg: Math.round(10 * massKg) / 10 }] : [];
    });
  });
}
