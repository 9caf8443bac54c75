import { API_ERRORS, type ApiErrorBody, type ApiErrorCode, type FieldError } from '@yewridge/contract/shared';

/** A refusal from the catalogue. Thrown anywhere below a route, answered by the one handler. */
export class AppError extends Error {
  constructor(
    readonly code: ApiErrorCode,
    readonly extra: { readonly fields?: readonly FieldError[]; readonly current?: unknown } = {},
  ) {
    super(API_ERRORS[code].sentence);
    this.name = 'AppError';
  }

  get status(): number {
    return API_ERRORS[this.code].status;
  }

  toBody(): ApiErrorBody {
    return { error: { code: this.code, message: this.message, ...this.extra } };
  }
}
