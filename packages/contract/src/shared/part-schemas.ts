import type { NumberRange } from '@yewridge/core/shared/errors';
import Joi from 'joi';
import { isRecordDate, RECORD_YEARS } from './record-date.js';

export const DAY_SAYS = `{{#label}} must be a day of the years ${RECORD_YEARS.first} to ${RECORD_YEARS.last}, like 2026-05-14`;

/** A number within a range of the core's table. Whether the numbers go together is the core's question. */
export function within(range: NumberRange): Joi.NumberSchema {
  let schema = Joi.number().strict();
  if (range.min !== undefined) schema = range.above === true ? schema.greater(range.min) : schema.min(range.min);
  return range.max === undefined ? schema : schema.max(range.max);
}

export const text = (most: number): Joi.StringSchema => Joi.string().strict().max(most);
export const id = Joi.string()
  .strict()
  .pattern(/^[A-Za-z0-9-]{1,64}$/, 'letters, digits and hyphens');
export const word = (words: readonly string[]): Joi.StringSchema =>
  Joi.string()
    .strict()
    .valid(...words);
export const whole = (range: NumberRange): Joi.NumberSchema => within(range).integer();

/** A day, `2026-05-14`. */
export const day = Joi.string()
  .strict()
  .custom((value: string, helpers) => (isRecordDate(value) ? value : helpers.error('any.invalid')))
  .messages({ 'any.invalid': DAY_SAYS });

/** One object per kind, told apart by `kind`, so that an error names the field and not "no alternative". */
export function byKind(kinds: Readonly<Record<string, Joi.PartialSchemaMap>>): Joi.AlternativesSchema {
  const cases = Object.entries(kinds).map(([kind, fields]) => ({
    is: Joi.object({ kind: Joi.valid(kind).required() }).unknown(),
    then: Joi.object({ kind: word([kind]).required(), ...fields }),
  }));
  const unknownKind = Joi.object({ kind: word(Object.keys(kinds)).required() });
  return Joi.alternatives().conditional('.', {
    switch: cases,
    otherwise: unknownKind,
  });
}
