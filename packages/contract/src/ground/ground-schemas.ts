import Joi from 'joi';
import type { SaveMapLayerDto } from './index.js';

export const saveMapLayerSchema = Joi.object<SaveMapLayerDto>({ shown: Joi.boolean().strict().required() });
