/**
 * What is said before work begins; `start` needs them all ticked.
 *
 * Source: conventions on the safe side; the texts belong to the interface.
 */
import { Fields } from '../shared/errors/index.js';
import { ACCESSES, JOB_KINDS, POISONS, POWERS } from './call-words.js';
import {
  type Access,
  BUILT_YEAR,
  byLadder,
  codesOf,
  HEIGHT,
  type JobKind,
  type Poison,
  REACH,
  type Said,
  TEMPERATURE,
} from './call-facts.js';
import { TRIAGE_LIMITS } from './triage.js';

export type Power = (typeof POWERS)[number];
/** °C from which a box of bees is too warm without shade. */
const BOX_HEAT = 25;

/** In the order they are said. @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`. */
export function cautionCodes(a: {
  readonly kind: JobKind;
  readonly power?: Power | null;
  readonly heightM?: number | null;
  readonly poison?: Poison | null;
  readonly alone?: boolean | null;
  readonly travel?: boolean | null;
  readonly builtYear?: number | null;
  readonly vacuum?: boolean | null;
  readonly tempC?: number | null;
  readonly access?: Access | null;
}): readonly string[] {
  const fields = new Fields(a);
  const kind = fields.word('kind', JOB_KINDS);
  const power = fields.wordOr('power', 'none', POWERS);
  const height = fields.numberOr('heightM', 0, HEIGHT);
  const poison = fields.wordOr('poison', 'unknown', POISONS);
  const alone = fields.flagOr('alone', false);
  const travel = fields.flagOr('travel', true);
  const built = fields.numberOr('builtYear', null, BUILT_YEAR);
  const structure = kind === 'structure';
  const vacuum = fields.flagOr('vacuum', structure);
  const temp = fields.numberOr('tempC', null, TEMPERATURE);
  const access = fields.wordOr('access', 'unknown', ACCESSES);
  const old = built === null || built < TRIAGE_LIMITS.asbestosYear;
  const said: readonly Said[] = [
    ['stings', true],
    ['alone', alone],
    ['ladder', byLadder(height, access)],
    ['lines', height > REACH || access === 'pole'],
    ['generator-co', vacuum && power === 'generator'],
    ['mains', vacuum && (power === 'mains' || power === 'generator')],
    ['battery', vacuum && power === 'battery'],
    ['wiring-pipes', structure],
    ['insulation-dust', structure],
    ['structure', structure],
    ['asbestos-lead', structure && old],
    ['treated', poison !== 'no'],
    ['suction', vacuum],
    ['box-heat', vacuum || (temp !== null && temp >= BOX_HEAT)],
    ['lifting', kind === 'trapTooHeavy'],
    ['transport', travel],
    ['local-rules', true],
  ];
  return codesOf(said);
}
