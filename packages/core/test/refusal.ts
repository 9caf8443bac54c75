import { DomainError } from '@yewridge/core/shared/errors';

/** With which code and where a call is refused; another error is thrown on, and so is no refusal at all. */
export function refusal(work: () => unknown): readonly [code: DomainError['code'], path: string] {
  try {
    work();
  } catch (error) {
    if (error instanceof DomainError) return [error.code, error.path];
    throw error;
  }
  throw new Error('was not refused');
}
