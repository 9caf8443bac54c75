/**
 * Whether the queen is with the bees that were taken, by what they do, and when to look again.
 *
 * Formula: log-odds of the share that was taken, plus the weights of what was seen; signs of one side speak of one thing, so the
 * k-th counts for 0.6 to the k. Without a proof never surely: the signs mislead.
 * Source: weights are estimates of ours, each give or take a half; eggs stand three days (textbook). The probability is a way of
 * counting signs and no frequency: words first, the number on request.
 */
import { DomainError, Fields, NON_NEGATIVE } from '../shared/errors/index.js';
import { CALL_QUEEN_SIGNS, SIGN_STRENGTHS } from './call-words.js';
import { codesOf, type Said } from './call-facts.js';

interface Weight {
  readonly weight: number;
  /** From eight hours on: a night sorts it out. */
  readonly later?: number;
  /** Before so many minutes it counts half. */
  readonly early: number;
}
const EARLY = 15;
const LATE = 480;
/** Behaviours, in log-odds. */
export const QUEEN_WEIGHTS = {
  clustering: { weight: 1.5, later: 2, early: EARLY },
  fanning: { weight: 1.2, early: EARLY },
  entering: { weight: 1, early: EARLY },
  orienting: { weight: 0.5, early: EARLY },
  frantic: { weight: -1.5, early: EARLY },
  leaving: { weight: -1.5, early: EARLY },
  dispersed: { weight: -1.2, later: -2.5, early: EARLY },
  secondCluster: { weight: -1, early: 30 },
  roar: { weight: -1, early: EARLY },
} as const satisfies Readonly<Record<string, Weight>>;
/** Proofs, in log-odds, each once. */
export const QUEEN_PROOF = {
  caged: 8,
  seenIn: 6,
  eggs: 4,
  seenOutside: -4,
  queenCells: -3,
  multipleEggs: -3,
} as const;

type Behaviour = keyof typeof QUEEN_WEIGHTS;
type Proof = keyof typeof QUEEN_PROOF;
export type CallQueenSign = Behaviour | Proof;
export type SignStrength = (typeof SIGN_STRENGTHS)[number];

export interface SeenSign {
  readonly sign: CallQueenSign;
  /** Since the box stood still. */
  readonly minutes: number;
  readonly strength?: SignStrength | null;
}
export type QueenSays = 'in' | 'likelyIn' | 'unclear' | 'likelyNot' | 'not';
export type QueenCase = 'one' | 'cast-possible' | 'several-possible' | 'cast' | 'several';
export interface CallQueenVerdict {
  readonly prior: number;
  readonly logOdds: number;
  readonly probability: number;
  readonly verdict: QueenSays;
  readonly case: QueenCase;
  readonly look: { readonly code: string; readonly at: number } | null;
  readonly notes: readonly string[];
}

const WITH_HALF = 0.5;
const OVERTAKEN_AFTER = 30;
const NEXT_SIGN = 0.6;
const SHY = 0.9;
const PRIOR = { min: 0.05, max: 0.9 };
const EGG_DAYS = 5760;
const VIRGIN_EGGS = 30_240;
const DAY = 1440;
const CAST_KG = 1;
const SECOND_CLUSTER = 30;

interface Sign {
  readonly sign: CallQueenSign;
  readonly minutes: number;
  readonly clear: boolean;
}
const isBehaviour = (sign: CallQueenSign): sign is Behaviour => sign in QUEEN_WEIGHTS;
const sideOf = (sign: Behaviour): number => Math.sign(QUEEN_WEIGHTS[sign].weight);

/** What each behaviour counts: half if weak, half if early, half if the other side came after it. */
function weightOf({ sign, minutes, clear }: Sign & { readonly sign: Behaviour }, all: readonly Sign[]): number {
  const { weight, later = weight, early }: Weight = QUEEN_WEIGHTS[sign];
  const overtaken = all.some(
    (other) =>
      isBehaviour(other.sign) && sideOf(other.sign) !== sideOf(sign) && other.minutes > minutes + OVERTAKEN_AFTER,
  );
  const halves = [!clear, minutes < early, overtaken].filter(Boolean).length;
  return (minutes >= LATE ? later : weight) * WITH_HALF ** halves;
}

/** The signs of one side: the same sign again is not new evidence, another is worth less. */
function sumOf(signs: readonly Sign[], side: number): number {
  const best = new Map<Behaviour, number>();
  for (const one of signs) {
    const { sign } = one;
    if (!isBehaviour(sign) || sideOf(sign) !== side) continue;
    const weight = weightOf({ ...one, sign }, signs);
    if (Math.abs(weight) > Math.abs(best.get(sign) ?? 0)) best.set(sign, weight);
  }
  return [...best.values()]
    .sort((a, b) => Math.abs(b) - Math.abs(a))
    .reduce((sum, weight, k) => sum + weight * NEXT_SIGN ** k, 0);
}

/** Which proofs count, and whether she or another is outside. */
function proofsOf(signs: readonly Sign[], broodBrought: boolean) {
  const times = (sign: Proof): readonly number[] =>
    signs.filter((one) => one.sign === sign).map(({ minutes }) => minutes);
  const last = (sign: Proof): number => Math.max(-Infinity, ...times(sign));
  const has = (sign: Proof): boolean => times(sign).length > 0;
  const laying = has('multipleEggs');
  const proving = times('eggs').filter((minutes) => !(broodBrought && minutes < EGG_DAYS));
  const eggs = !laying && proving.length > 0;
  const brought = has('eggs') && broodBrought && times('eggs').some((minutes) => minutes < EGG_DAYS);
  const insideAt = Math.max(last('caged'), last('seenIn'));
  const outsideAt = last('seenOutside');
  const beside = outsideAt > -Infinity && insideAt > -Infinity;
  const eggsLater = eggs && Math.max(...proving) > outsideAt;
  const counts: Readonly<Record<Proof, boolean>> = {
    caged: has('caged'),
    seenIn: has('seenIn'),
    eggs,
    seenOutside: outsideAt > -Infinity && !beside && !eggsLater,
    queenCells: has('queenCells'),
    multipleEggs: laying,
  };
  return {
    counts,
    laying,
    brought,
    // At or after she was caught another is seen: then there are two.
    two: beside && outsideAt >= insideAt,
    outside: outsideAt > -Infinity && insideAt <= outsideAt && !eggsLater,
    outsideAt,
  };
}
type Proofs = ReturnType<typeof proofsOf>;

function verdictOf(p: number, proven: boolean, signsFor: boolean): QueenSays {
  const says = p >= 0.95 ? 'in' : p >= 0.8 ? 'likelyIn' : p > 0.3 ? 'unclear' : p > 0.1 ? 'likelyNot' : 'not';
  if (proven) return says;
  if (says === 'not') return 'likelyNot';
  if (says !== 'in' && says !== 'likelyIn') return says;
  // The share alone says nothing.
  return signsFor ? 'likelyIn' : 'unclear';
}

interface Asked {
  readonly verdict: QueenSays;
  readonly which: QueenCase;
  readonly now: number;
  readonly broodBrought: boolean;
  readonly proofs: Proofs;
}

function lookOf({ verdict, which, now, broodBrought, proofs }: Asked): CallQueenVerdict['look'] {
  const { counts, laying, outside, outsideAt } = proofs;
  const at = (code: string, minute = now): { code: string; at: number } => ({ code, at: minute });
  if (outside && now - outsideAt <= DAY) return at('take-her');
  if (verdict === 'in' || verdict === 'likelyIn') {
    if (counts.eggs) return null;
    const virgin = which === 'several' || which === 'cast';
    return virgin ? at('eggs-virgin', Math.max(now, VIRGIN_EGGS)) : at('eggs', Math.max(now, EGG_DAYS));
  }
  if (counts.queenCells && broodBrought && !laying) return at('let-raise');
  if (verdict === 'not' || laying) return at('unite-or-requeen');
  if (verdict === 'likelyNot' && now < 2 * DAY) return at('search-old-place');
  if (verdict === 'unclear' && now < 120) return at('again', now + 30);
  if (verdict === 'unclear' && now < LATE) return at('morning', now + 720);
  return broodBrought ? at('cells', Math.max(now, EGG_DAYS)) : at('test-frame');
}

/**
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`; `CONFLICT` for a look before the last sign.
 */
export function queenVerdict(a: {
  readonly share?: number | null;
  readonly massKg?: number | null;
  readonly afterSwarm?: boolean | null;
  readonly broodBrought?: boolean | null;
  readonly signs: readonly SeenSign[];
  readonly queensSeen?: number | null;
  readonly now?: number | null;
}): CallQueenVerdict {
  const f = new Fields(a);
  const share = f.numberOr('share', 0.8, { min: 0, max: 1 });
  const mass = f.numberOr('massKg', null, NON_NEGATIVE);
  const afterSwarm = f.flagOr('afterSwarm', false);
  const broodBrought = f.flagOr('broodBrought', false);
  const signs: readonly Sign[] = f.objects('signs').map((one) => ({
    sign: one.word('sign', CALL_QUEEN_SIGNS),
    minutes: one.number('minutes', NON_NEGATIVE),
    clear: one.wordOr('strength', 'clear', SIGN_STRENGTHS) === 'clear',
  }));
  const queens = f.wholeOr('queensSeen', 0, NON_NEGATIVE);
  const lastSign = Math.max(0, ...signs.map(({ minutes }) => minutes));
  const now = f.numberOr('now', lastSign, NON_NEGATIVE);
  if (now < lastSign) throw new DomainError('CONFLICT', 'now', 'is before the last sign', { value: now });

  const prior = Math.min(PRIOR.max, Math.max(PRIOR.min, SHY * share));
  const proofs = proofsOf(signs, broodBrought);
  const proven = Object.values(proofs.counts).some(Boolean);
  const [positive, negative] = [sumOf(signs, 1), sumOf(signs, -1)];
  const proof = (Object.keys(QUEEN_PROOF) as Proof[]).reduce(
    (sum, one) => sum + (proofs.counts[one] ? QUEEN_PROOF[one] : 0),
    0,
  );
  const logOdds = Math.log(prior / (1 - prior)) + positive + negative + proof;
  const probability = 1 / (1 + Math.exp(-logOdds));
  const verdict = verdictOf(probability, proven, positive > 0);
  const second = signs.some(
    ({ sign, minutes, clear }) => sign === 'secondCluster' && clear && minutes >= SECOND_CLUSTER,
  );
  const which = ((): QueenCase => {
    if (queens >= 2 || proofs.two) return 'several';
    if (afterSwarm) return 'cast';
    if (second && positive >= 1) return 'several-possible';
    return mass !== null && mass < CAST_KG ? 'cast-possible' : 'one';
  })();
  const counted = proven || positive !== 0 || negative !== 0;
  const said: readonly Said[] = [
    ['eggs-brought', proofs.brought],
    ['laying-workers', proofs.laying],
    ['no-signs', !proven && !counted],
    ['signs-only', !proven && counted],
  ];
  return {
    prior,
    logOdds,
    probability,
    verdict,
    case: which,
    look: lookOf({ verdict, which, now, broodBrought, proofs }),
    notes: codesOf(said),
  };
}
