export { API_ERRORS, type ApiErrorBody, type ApiErrorCode, type FieldError } from './errors.js';
export { type Feature, FEATURES } from './feature-list.js';
export { API_BASE, MAX_BODY_BYTES, type WorkspaceDto } from './workspace.js';
