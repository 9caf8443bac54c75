import { type Shade, SHADES } from '@yewridge/core/season';
import Joi from 'joi';

export const seasonQuerySchema = Joi.object<{ readonly exposure: Shade }>({
  exposure: Joi.string()
    .valid(...SHADES)
    .default('shade'),
});
