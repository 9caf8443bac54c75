import Joi from 'joi';
import { day } from '../shared/part-schemas.js';
import type { RibbonQuery } from './index.js';

export const ribbonQuerySchema = Joi.object<RibbonQuery>({ from: day.required(), to: day.required() });
