import Joi from 'joi';
import { CLOCK_STEPS, type StepClockDto } from './workspace.js';

export const stepClockSchema = Joi.object<StepClockDto>({
  by: Joi.string()
    .strict()
    .valid(...CLOCK_STEPS)
    .required(),
  from: Joi.string().strict().isoDate().required(),
});
