/**
 * Seeded random numbers, the same bits on every machine: xoshiro128** on 32-bit words, its state filled by splitmix32.
 *
 * Uniforms are (next + 0.5) / 2^32, strictly inside (0, 1).
 * Source: ACM Trans. Math. Softw. 2021 47(4).
 */
import { DomainError, Fields, type NumberRange } from '../errors/index.js';

/** A seed is a whole number of 32 bits. */
export const SEED: NumberRange = { min: 0, max: 2 ** 32 - 1 };
const WORD = 2 ** 32;
/** Above this the first probability of a Poisson count would be lost to rounding. */
const POISSON_PIECE = 30;
const MOST_EVENTS = 1000;

export interface Random {
  /** The next 32 bits, 0..2^32 - 1. */
  next32(): number;
  /** Strictly inside (0, 1). */
  uniform(): number;
  /** Mean 0, variance 1: always two uniforms, nothing kept (Box and Muller). */
  normal(): number;
  /** Events of a mean `lambda` >= 0 (not checked here), by inversion, in pieces of at most 30. */
  poisson(lambda: number): number;
  /** Whole, 0..n - 1. */
  int(n: number): number;
  /** The items in a random order (Fisher and Yates); the list given is left alone. */
  shuffle<T>(items: readonly T[]): T[];
  /** Sum of twelve uniforms, added from 0 in order, minus 6: mean 0, variance 1, bounded by 6; no logarithm, no cosine. */
  normal12(): number;
}

/** A generator of its own state; `seed` whole, 0..2^32 - 1 (not checked here). */
export function randomFrom(seed: number): Random {
  let state = seed | 0;
  const [a, b, c, d] = [0, 0, 0, 0].map(() => {
    state = (state + 0x9e3779b9) | 0;
    let z = state;
    z = Math.imul(z ^ (z >>> 16), 0x21f0aaad);
    z = Math.imul(z ^ (z >>> 15), 0x735a2d97);
    return z ^ (z >>> 15);
  }) as [number, number, number, number];
  let [s0, s1, s2, s3] = [a, b, c, d];
  const next32 = (): number => {
    const fives = Math.imul(s1, 5);
    const result = Math.imul((fives << 7) | (fives >>> 25), 9) >>> 0;
    const t = s1 << 9;
    s2 ^= s0;
    s3 ^= s1;
    s1 ^= s2;
    s0 ^= s3;
    s2 ^= t;
    s3 = (s3 << 11) | (s3 >>> 21);
    return result;
  };
  const uniform = (): number => (next32() + 0.5) / WORD;
  const normal12 = (): number => {
    let sum = 0;
    for (let n = 0; n < 12; n++) sum += uniform();
    return sum - 6;
  };
  const normal = (): number => {
    const radius = Math.sqrt(-2 * Math.log(uniform()));
    return radius * Math.cos(2 * Math.PI * uniform());
  };
  const fewEvents = (lambda: number): number => {
    const u = uniform();
    let p = Math.exp(-lambda);
    let sum = p;
    let k = 0;
    while (u > sum && k < MOST_EVENTS) {
      k += 1;
      p *= lambda / k;
      sum += p;
    }
    return k;
  };
  const poisson = (lambda: number): number => {
    let [events, left] = [0, lambda];
    for (; left > POISSON_PIECE; left -= POISSON_PIECE) events += fewEvents(POISSON_PIECE);
    return events + fewEvents(left);
  };
  const int = (n: number): number => Math.floor(uniform() * n);
  const shuffle = <T>(items: readonly T[]): T[] => {
    const shuffled = [...items];
    for (let i = shuffled.length - 1; i >= 1; i--) {
      const j = int(i + 1);
      [shuffled[i], shuffled[j]] = [shuffled[j] as T, shuffled[i] as T];
    }
    return shuffled;
  };
  return { next32, uniform, normal, poisson, int, shuffle, normal12 };
}

const SEQUENCES = ['next32', 'uniform', 'normal', 'poisson'] as const;

/**
 * The first `n` draws of a seed. @throws DomainError `TYPE`, `RANGE`, `ENUM`; `MISSING` for a Poisson sequence without its
 * mean.
 */
export function rngSequence(
  seed: number,
  kind: (typeof SEQUENCES)[number],
  n: number,
  lambda?: number | null,
): number[] {
  const fields = new Fields({ seed, kind, n, lambda }, '', 'wrong type');
  const random = randomFrom(fields.whole('seed', SEED));
  const chosen = fields.word('kind', SEQUENCES);
  const length = fields.whole('n', { min: 0, max: 1e6 });
  if (chosen !== 'poisson') return Array.from({ length }, () => random[chosen]());
  if (!fields.has('lambda')) throw new DomainError('MISSING', 'lambda', 'is missing');
  const mean = fields.number('lambda', { min: 0, max: 1e4 });
  return Array.from({ length }, () => random.poisson(mean));
}

function drawn(a: unknown, draw: (random: Random) => number): number[] {
  const fields = new Fields(a);
  const random = randomFrom(fields.whole('seed', SEED));
  return Array.from({ length: fields.whole('count', { min: 0, max: 1e7 }) }, () => draw(random));
}

/** The first `count` uniforms of a seed. @throws DomainError `MISSING`, `TYPE`, `RANGE`. */
export function randomUniforms(a: { seed: number; count: number }): number[] {
  return drawn(a, (random) => random.uniform());
}

/** The first `count` draws of {@link Random.normal12} of a seed. @throws DomainError `MISSING`, `TYPE`, `RANGE`. */
export function randomNormals(a: { seed: number; count: number }): number[] {
  return drawn(a, (random) => random.normal12());
}
