import Joi from 'joi';
import { daysBetween } from '@yewridge/core/season';
import { day } from '../shared/part-schemas.js';
import type { RibbonQuery } from './index.js';

/** Days that are drawn at once: a hundred years. */
const MOST_DAYS = 36_525;

export const ribbonQuerySchema = Joi.object<RibbonQuery>({
  from: day.required(),
  to: day
    .required()
    .custom((to: string, helpers) => {
      const { from } = helpers.state.ancestors[0] as RibbonQuery;
      return daysBetween(from, to) > MOST_DAYS ? helpers.error('any.tooLong') : to;
    })
    .messages({ 'any.tooLong': '{{#label}} is more than a hundred years after the first day' }),
});
