export {
  designIdSchema,
  designQuerySchema,
  designSchema,
  revisionQuerySchema,
  saveDesignSchema,
} from './bench/design-schemas.js';
