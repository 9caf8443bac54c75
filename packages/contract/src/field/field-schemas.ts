import Joi from 'joi';
import type { ChangesQuery } from './index.js';

const EDITION_LENGTH = 200;

export const changesQuerySchema = Joi.object<ChangesQuery>({
  after: Joi.number().integer().min(0).max(Number.MAX_SAFE_INTEGER).default(0),
  edition: Joi.string().max(EDITION_LENGTH).allow('').default(''),
});
