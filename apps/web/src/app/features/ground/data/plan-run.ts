import { type PlanAsk, type SeasonPlan, seasonPlan } from '@yewridge/core/ground';
import { DomainError, type ErrorCode } from '@yewridge/core/shared/errors';

/** A plan, or what stands against it: a code of the core and what it is about. */
export type PlanAnswer =
  | { readonly kind: 'plan'; readonly plan: SeasonPlan }
  | { readonly kind: 'refused'; readonly code: ErrorCode | null; readonly path: string };

/** In a worker on the page, directly in a test. */
export function planAnswer(ask: PlanAsk, told: (done: number, of: number) => void): PlanAnswer {
  try {
    return { kind: 'plan', plan: seasonPlan(ask, told) };
  } catch (error) {
    return error instanceof DomainError
      ? { kind: 'refused', code: error.code, path: error.path }
      : { kind: 'refused', code: null, path: '' };
  }
}
