import Joi from 'joi';
import { FILE_LIMITS, FILE_MODES, type FileQuery, type OwnersQuery, type PlacesQuery } from './file-dto.js';
import { FILE_TABLES, type FileTable } from './file-tables.js';

/** Queries of an address: texts that may be converted. */
const table = Joi.string().valid(...FILE_TABLES);

export const fileQuerySchema = Joi.object<FileQuery>({
  name: Joi.string().max(FILE_LIMITS.name).default('a file'),
  mode: Joi.string()
    .valid(...FILE_MODES)
    .default('mend'),
  table,
  without: Joi.string().pattern(/^\d{1,5}(,\d{1,5})*$/, 'rows like 2,5'),
  work: Joi.string().pattern(/^[A-Za-z0-9-]{1,64}$/, 'letters, digits and hyphens'),
});
export const ownersQuerySchema = Joi.object<OwnersQuery>({ owners: Joi.boolean().default(false) });
export const placesQuerySchema = Joi.object<PlacesQuery & OwnersQuery>({
  route: Joi.string().max(20_000),
  owners: Joi.boolean().default(false),
});
export const fileTableSchema = Joi.object<{ readonly table: FileTable }>({ table: table.required() });
export const copyNameSchema = Joi.object<{ readonly name: string }>({
  name: Joi.string()
    .pattern(/^(before|daily)-[0-9TZ-]{10,40}\.(json|sqlite)$/, 'the name of a kept copy')
    .required(),
});
