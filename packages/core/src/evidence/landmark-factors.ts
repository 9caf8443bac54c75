/**
 * How much each kind of place catches beside the others, by the log, and whether that corrects the rule of thumb.
 *
 * Every kind has a share of its own of the rate, drawn towards that of all by how little it was tried; seasons are kept apart. The rule's
 * factors are set on the same footing: over their mean by days at risk. The log corrects the rule where at least five catches stand
 * behind a kind and the rule lies outside its 90 % range; where the rule lies within, the log has nothing against it.
 * Source: {@link poissonRegression} with kind and season as groups; the two thresholds are conventions of ours.
 * Left out: how far each place is from known bees. A kind that stands nearer to them looks better than it is.
 */
import { groupedBy } from '../shared/groups/index.js';
import { counted } from './effects.js';
import { FEWEST_CATCHES } from './places.js';
import { poissonRegression } from './poisson-regression.js';
import { USUAL_LEVEL } from './rates.js';
import { type EvidenceSpell, type Tally, tallyOf } from './sides.js';
import { normInv } from '../shared/stats/index.js';

export interface LandmarkFactor extends Tally {
  readonly landmark: string;
  /** All on the footing of the rule of thumb. */
  readonly rule: number;
  readonly own: number;
  readonly lo: number;
  readonly hi: number;
  /** The log corrects the rule. */
  readonly earned: boolean;
}

/** One fit takes so many stretches: the latest. */
const MOST_ROWS = 2000;

/** Kinds of place that hung at all, in the order of their days. @param rule the rule of thumb's factors; kinds it does not know are left out. */
export function landmarkFactors(
  spells: readonly EvidenceSpell[],
  rule: Readonly<Record<string, number>>,
): readonly LandmarkFactor[] {
  const known = counted(spells)
    .flatMap((spell) => {
      const { landmark } = spell.facts;
      const factor = landmark === null ? undefined : rule[landmark];
      return landmark === null || factor === undefined ? [] : [{ spell, landmark, factor }];
    })
    .sort((a, b) => (a.spell.start < b.spell.start ? 1 : -1))
    .slice(0, MOST_ROWS);
  if (known.length === 0) return [];
  const days = known.reduce((sum, { spell }) => sum + spell.days, 0);
  const mean = known.reduce((sum, { spell, factor }) => sum + factor * spell.days, 0) / days;
  const { groups } = poissonRegression({
    rows: known.map(({ spell, landmark }) => ({
      y: spell.event,
      exposure: spell.days,
      x: {},
      groups: { landmark, season: String(spell.season) },
    })),
    columns: [],
    groups: ['landmark', 'season'],
  });
  const shares = new Map((groups['landmark'] ?? []).map((one) => [one.level, one]));
  const z = normInv((1 + USUAL_LEVEL) / 2);
  return [...groupedBy(known, ({ landmark }) => landmark)]
    .map(([landmark, own]): LandmarkFactor => {
      const tally = tallyOf(own.map(({ spell }) => spell));
      const { effect, sd } = shares.get(landmark) ?? { effect: 0, sd: 0 };
      const at = (steps: number): number => mean * Math.exp(effect + steps * sd);
      const [lo, hi, factor] = [at(-z), at(z), rule[landmark] ?? 1];
      const earned = tally.events >= FEWEST_CATCHES && (factor < lo || factor > hi);
      return { landmark, ...tally, rule: factor, own: at(0), lo, hi, earned };
    })
    .sort((a, b) => b.days - a.days || (a.landmark < b.landmark ? -1 : 1));
}

/** By how much what the log has earned changes the rule of a kind of place: 1 where it has not. */
export function earnedQuality(factors: readonly LandmarkFactor[], landmark: string | null): number {
  const own = factors.find((one) => one.earned && one.landmark === landmark);
  return own ? own.own / own.rule : 1;
}
