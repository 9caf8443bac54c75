import { freezeRigSchema, gateSettingSchema, idSchema, rigSchema, saveRigSchema } from '@yewridge/contract/schemas';
import { FREEZE_REASONS } from '@yewridge/contract/suction';
import { instant, json, jsonSchema, keptPaths, keptSchemas, parameters, ref, refusals } from './openapi-parts.js';

const version = {
  type: 'object',
  required: ['version', 'document', 'frozenAt', 'reason'],
  properties: {
    version: { type: 'integer', minimum: 1 },
    document: ref('Rig'),
    frozenAt: instant,
    reason: { type: 'string', enum: FREEZE_REASONS },
  },
};

/** Bee vacuums, their versions, and the instrument that is read on them. */
export const suctionSchemas = {
  Rig: jsonSchema(rigSchema),
  ...keptSchemas('Rig', saveRigSchema),
  FreezeRig: jsonSchema(freezeRigSchema),
  RigVersion: version,
};

export const suctionPaths = {
  ...keptPaths('rigs', 'Rig', 'rig'),
  '/rigs/{id}/versions': {
    parameters: parameters('path', idSchema),
    get: {
      summary: 'Every version of a rig, oldest first',
      responses: {
        200: json('The versions', { type: 'array', items: ref('RigVersion') }),
        ...refusals('VALIDATION', 'NOT_FOUND'),
      },
    },
    post: {
      summary: 'Keep the rig as it stands as a version, unless the newest is the same',
      requestBody: { required: true, ...json('', ref('FreezeRig')) },
      responses: {
        200: json('The newest version is the same', ref('RigVersion')),
        201: json('Kept', ref('RigVersion')),
        ...refusals('VALIDATION', 'NOT_FOUND', 'DELETED', 'REVISION_CONFLICT', 'UNSUPPORTED_TYPE'),
      },
    },
  },
  '/rigs/{id}/battery': {
    parameters: parameters('path', idSchema),
    get: {
      summary: 'The battery’s monitor while the rig runs, a minute a reading, as server-sent events; simulated',
      responses: {
        200: { description: 'A stream that lasts until it is closed', content: { 'text/event-stream': {} } },
        ...refusals('VALIDATION', 'NOT_FOUND'),
      },
    },
  },
  '/rigs/{id}/manometer': {
    parameters: [...parameters('path', idSchema), ...parameters('query', gateSettingSchema)],
    get: {
      summary: 'Readings of the manometer on the empty box, as server-sent events named "reading"; simulated here',
      responses: {
        200: { description: 'A stream that lasts until it is closed', content: { 'text/event-stream': {} } },
        ...refusals('VALIDATION', 'NOT_FOUND'),
      },
    },
  },
};
