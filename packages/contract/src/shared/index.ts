export { API_ERRORS, type ApiErrorBody, type ApiErrorCode, type FieldError } from './errors.js';
export { type Feature, FEATURES } from './feature-list.js';
export {
  KEPT_NAME_LENGTH,
  KEPT_PAGE,
  KEPT_SORTS,
  type KeptDto,
  type KeptPageDto,
  type KeptQuery,
  type KeptSort,
  type SaveKeptDto,
} from './kept-dto.js';
export { isRecordDate, isRecordMinute, RECORD_YEARS } from './record-date.js';
export {
  API_BASE,
  CLOCK_STEPS,
  type ClockStep,
  MAX_BODY_BYTES,
  type MapTilesDto,
  type StepClockDto,
  type WorkspaceDto,
} from './workspace.js';
