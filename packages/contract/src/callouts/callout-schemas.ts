import Joi from 'joi';
import type { ProbeQuery } from './index.js';

const DAY_SECONDS = 86_400;

/** Where the clock of whoever reads a probe stands, and how fast it goes. */
export const probeQuerySchema = Joi.object<ProbeQuery>({
  elapsed: Joi.number().min(0).max(DAY_SECONDS).required(),
  pace: Joi.number().min(1).max(20).default(1),
});
