import { designSchema } from './bench/design-schemas.js';
import { trapSchemas } from './stores/trap-schemas.js';

export {
  designIdSchema,
  designQuerySchema,
  designSchema,
  revisionQuerySchema,
  saveDesignSchema,
} from './bench/design-schemas.js';
export { trapQuerySchema } from './stores/trap-schemas.js';

const traps = trapSchemas(designSchema);
export const saveTrapSchema = traps.save;
export const buildSchema = traps.build;
