import Joi from 'joi';
import { KEPT_NAME_LENGTH, KEPT_PAGE, KEPT_SORTS, type KeptQuery, type SaveKeptDto } from './kept-dto.js';
import { id, whole } from './part-schemas.js';

export const idSchema = Joi.object<{ readonly id: string }>({ id: id.required() });

export function saveSchema<T>(document: Joi.ObjectSchema<T>): Joi.ObjectSchema<SaveKeptDto<T>> {
  return Joi.object<SaveKeptDto<T>>({ revision: whole({ min: 0 }).required(), document: document.required() });
}

/** Query texts arrive as strings, so these may be converted. */
export const keptQuerySchema = Joi.object<KeptQuery>({
  search: Joi.string().max(KEPT_NAME_LENGTH).allow(''),
  sort: Joi.string()
    .valid(...KEPT_SORTS)
    .default('-updatedAt'),
  limit: Joi.number().integer().min(1).max(KEPT_PAGE.maxLimit).default(KEPT_PAGE.defaultLimit),
  offset: Joi.number().integer().min(0).default(0),
});

export const revisionQuerySchema = Joi.object<{ readonly revision: number }>({
  revision: Joi.number().integer().min(1).required(),
});
