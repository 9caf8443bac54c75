/**
 * What one job says of speed and dead bees, and whether it may count at all.
 *
 * Formula: counted dead = dead less those crushed by hands, drowned in honey and dead of age; share = that of the bees less the
 * crushed and the drowned.
 * Source: every reason not to count is a convention: a job counts where speed, bees and dead were told, not guessed, and nothing
 * but speed is likely to have killed. Dead of age default to 0.1 % (0.05–0.3 %, our estimate; better: a box shaken without
 * suction). Count the dead the next morning, and not only what lies on top.
 */
import { DomainError, Fields, NON_NEGATIVE, POSITIVE } from '../shared/errors/index.js';
import { BEES_BASES, POISONS, SPEED_BASES } from './call-words.js';
import { type Poison } from './call-facts.js';
import { BEE_DATA, SPEED_KINDS, type SpeedKind } from '../suction/index.js';

/** Why a job does not count, in the order they are told. */
export const LOSS_REASONS = [
  'speed-unknown',
  'bees-unknown',
  'dead-not-counted',
  'too-few',
  'heat',
  'clogged',
  'poison',
] as const;
export type LossReason = (typeof LOSS_REASONS)[number];

export interface LossFacts {
  readonly speedKind: SpeedKind;
  /** m/s. */
  readonly speed?: number | null;
  readonly speedBasis?: (typeof SPEED_BASES)[number] | null;
  /** Alive and dead. */
  readonly bees?: number | null;
  readonly beesBasis?: (typeof BEES_BASES)[number] | null;
  /** All dead in the box at opening, of which `crushed` and `drowned`. */
  readonly dead?: number | null;
  readonly crushed?: number | null;
  readonly drowned?: number | null;
  /** Dead of age or of the wait; 0.1 % unless counted in a box shaken without suction. */
  readonly natural?: number | null;
  /** K. */
  readonly peakTemp?: number | null;
  readonly clogged?: boolean | null;
  readonly poison?: Poison | null;
}

export interface LossRow {
  readonly counts: boolean;
  /** For the fit; `null` where the job does not count. */
  readonly row: { readonly speed: number; readonly dead: number; readonly total: number } | null;
  /** Of the bees that neither hands nor honey killed; `null` where bees or dead are not told. */
  readonly share: number | null;
  readonly reasons: readonly LossReason[];
  readonly speedKind: SpeedKind;
}

const NATURAL_SHARE = 0.001;
const LEAST_BEES = 500;
const HEAT = BEE_DATA.temperature.danger.typical;

interface Count {
  readonly dead: number;
  readonly total: number;
}

/** @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`; `CONFLICT` for more crushed and drowned than dead, or more dead than bees. */
export function lossRow(a: LossFacts): LossRow {
  const fields = new Fields(a);
  const speedKind = fields.word('speedKind', SPEED_KINDS);
  const speed = fields.numberOr('speed', null, NON_NEGATIVE);
  const speedBasis = fields.wordOr('speedBasis', 'guess', SPEED_BASES);
  const bees = fields.numberOr('bees', null, { min: 1 });
  const beesBasis = fields.wordOr('beesBasis', 'guess', BEES_BASES);
  const dead = fields.numberOr('dead', null, NON_NEGATIVE);
  const crushed = fields.numberOr('crushed', 0, NON_NEGATIVE);
  const drowned = fields.numberOr('drowned', 0, NON_NEGATIVE);
  const total = bees === null ? null : bees - crushed - drowned;
  const natural = fields.numberOr('natural', NATURAL_SHARE * (total ?? 0), NON_NEGATIVE);
  const peak = fields.numberOr('peakTemp', null, POSITIVE);
  const clogged = fields.flagOr('clogged', false);
  const poison = fields.wordOr('poison', 'unknown', POISONS);
  if (dead !== null && crushed + drowned > dead) {
    throw new DomainError('CONFLICT', 'dead', 'fewer are dead than were crushed and drowned', { value: dead });
  }
  if (dead !== null && bees !== null && dead > bees) {
    throw new DomainError('CONFLICT', 'dead', 'more are dead than there were bees', { value: dead });
  }
  const count: Count | null =
    dead === null || total === null ? null : { dead: Math.max(0, dead - crushed - drowned - natural), total };
  const stands: Readonly<Record<LossReason, boolean>> = {
    'speed-unknown': speed === null || speedBasis === 'guess',
    'bees-unknown': bees === null || beesBasis === 'guess',
    'dead-not-counted': dead === null,
    'too-few': total !== null && total < LEAST_BEES,
    heat: peak !== null && peak >= HEAT,
    clogged,
    poison: poison === 'yes' || poison === 'suspected',
  };
  const reasons = LOSS_REASONS.filter((reason) => stands[reason]);
  const row = reasons.length === 0 && speed !== null && count ? { speed, ...count } : null;
  return {
    counts: row !== null,
    row,
    share: count && count.total > 0 ? count.dead / count.total : null,
    reasons,
    speedKind,
  };
}
