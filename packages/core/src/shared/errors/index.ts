export { DomainError, ERROR_CODES, type ErrorCode, type NumberRange } from './domain-error.js';
export { emptyError, Fields, type NullRule } from './fields.js';
export {
  ANY,
  arrayAt,
  geometryError,
  givenAt,
  NON_NEGATIVE,
  numberAt,
  objectAt,
  orDefault,
  POSITIVE,
  wholeAt,
  wordAt,
} from './checks.js';
