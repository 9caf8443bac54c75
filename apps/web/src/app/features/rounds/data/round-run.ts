import { type RoundAsk, type RoundPlan, roundPlan, splitRound } from '@yewridge/core/rounds';
import { DomainError, type ErrorCode } from '@yewridge/core/shared/errors';

/** A round for one, or for two who share it by the directions of the stops. */
export interface RoundTask {
  readonly ask: RoundAsk;
  /** Degrees from the start, one a stop; `null` for one person. */
  readonly bearings: readonly number[] | null;
}
/** One plan a person, or what stands against it. */
export type RoundAnswer =
  | { readonly kind: 'plans'; readonly plans: readonly RoundPlan[] }
  | { readonly kind: 'refused'; readonly code: ErrorCode | null; readonly path: string };

/** The stops of some ids, and the ways between them. */
function partOf(ask: RoundAsk, ids: readonly string[]): RoundAsk {
  const kept = [0, ...ask.stops.flatMap(({ id }, n) => (ids.includes(id) ? [n + 1] : []))];
  return {
    ...ask,
    stops: ask.stops.filter(({ id }) => ids.includes(id)),
    matrix: kept.map((a) => kept.map((b) => ask.matrix[a]?.[b] ?? 0)),
    locked: ask.locked.filter(({ id }) => ids.includes(id)),
  };
}

/** In a worker on the page, directly in a test. */
export function roundAnswer({ ask, bearings }: RoundTask): RoundAnswer {
  try {
    if (bearings === null) return { kind: 'plans', plans: [roundPlan(ask)] };
    const { first, second } = splitRound(ask, bearings);
    return { kind: 'plans', plans: [roundPlan(partOf(ask, first)), roundPlan(partOf(ask, second))] };
  } catch (error) {
    return error instanceof DomainError
      ? { kind: 'refused', code: error.code, path: error.path }
      : { kind: 'refused', code: null, path: '' };
  }
}
