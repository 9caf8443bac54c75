import { designSchema } from './bench/design-schemas.js';
import { trapSchemas } from './stores/trap-schemas.js';

export { designSchema, saveDesignSchema } from './bench/design-schemas.js';
export { probeQuerySchema } from './callouts/callout-schemas.js';
export {
  calendarKeySchema,
  calendarPathSchema,
  readingsQuerySchema,
  registerDeviceSchema,
  streamQuerySchema,
  trapReadingsSchema,
  weatherDaysSchema,
} from './devices/device-schemas.js';
export { changesQuerySchema } from './field/field-schemas.js';
export {
  copyNameSchema,
  fileQuerySchema,
  fileTableSchema,
  ownersQuerySchema,
  placesQuerySchema,
} from './files/file-schemas.js';
export { saveMapLayerSchema } from './ground/ground-schemas.js';
export {
  accessOnSchema,
  changePassphraseSchema,
  inviteSchema,
  joinSchema,
  madePasskeySchema,
  networkSchema,
  newPasskeySchema,
  passkeyIdSchema,
  removeMemberSchema,
  saveMemberSchema,
  secretSchema,
  shownPasskeySchema,
  signInSchema,
} from './members/member-schemas.js';
export { ribbonQuerySchema } from './rounds/rounds-schemas.js';
export {
  actSchema,
  knownActsSchema,
  recordFieldsSchema,
  recordIdSchema,
  recordPathSchema,
  recordQueryOf,
  recordQuerySchema,
  tablePathSchema,
  undoSchema,
} from './season/record-schemas.js';
export { stepClockSchema } from './shared/clock-schemas.js';
export { idSchema, keptQuerySchema, revisionQuerySchema } from './shared/kept-schemas.js';
export { trapQuerySchema } from './stores/trap-schemas.js';
export { seasonQuerySchema } from './today/today-schemas.js';
export { freezeRigSchema, gateSettingSchema, rigSchema, saveRigSchema } from './suction/rig-schemas.js';

const traps = trapSchemas(designSchema);
export const saveTrapSchema = traps.save;
export const buildSchema = traps.build;
