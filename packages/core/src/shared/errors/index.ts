export { DomainError, ERROR_CODES, type ErrorCode, type NumberRange } from './domain-error.js';
export { emptyError, Fields } from './fields.js';
export {
  ANY,
  arrayAt,
  geometryError,
  NON_NEGATIVE,
  numberAt,
  objectAt,
  orDefault,
  POSITIVE,
  wholeAt,
  wordAt,
} from './checks.js';
