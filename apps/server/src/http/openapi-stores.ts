import {
  buildSchema,
  idSchema,
  revisionQuerySchema,
  saveTrapSchema,
  trapQuerySchema,
} from '@yewridge/contract/schemas';
import { instant, type Json, json, jsonSchema, parameters, ref, refusals } from './openapi-parts.js';

const revision = parameters('query', revisionQuerySchema);
const id = parameters('path', idSchema);

const integer = { type: 'integer', minimum: 1 };
const saveTrap = jsonSchema(saveTrapSchema) as { properties: { document: Json } };

function object(properties: Json): { type: 'object'; required: readonly string[]; properties: Json } {
  return { type: 'object', required: Object.keys(properties), properties };
}

/** Built traps and the versions they were built to. */
export const storesSchemas = {
  SaveTrap: saveTrap,
  Build: jsonSchema(buildSchema),
  StoredTrap: object({
    id: { type: 'string' },
    revision: integer,
    designId: { type: 'string' },
    designVersion: integer,
    document: saveTrap.properties.document,
    createdAt: instant,
    updatedAt: instant,
    deletedAt: { ...instant, nullable: true },
  }),
  TrapWithDesign: object({ trap: ref('StoredTrap'), design: ref('Design'), latestVersion: integer }),
  TrapPage: object({
    items: { type: 'array', items: ref('StoredTrap') },
    total: { type: 'integer' },
    limit: { type: 'integer' },
    offset: { type: 'integer' },
    nextNumber: { type: 'string' },
  }),
  Built: object({ designVersion: integer, traps: { type: 'array', items: ref('StoredTrap') } }),
  DesignVersion: object({
    version: integer,
    document: ref('Design'),
    frozenAt: instant,
    traps: { type: 'array', items: object({ id: { type: 'string' }, number: { type: 'string' } }) },
  }),
};

export const storesPaths = {
  '/traps': {
    get: {
      summary: 'A page of built traps by number, the bin left out, and a free number',
      parameters: parameters('query', trapQuerySchema),
      responses: { 200: json('A page', ref('TrapPage')), ...refusals('VALIDATION') },
    },
    post: {
      summary: 'Build traps to a design as it stands, freezing it as a version; all or none',
      requestBody: { required: true, ...json('', ref('Build')) },
      responses: {
        201: json('Built', ref('Built')),
        ...refusals(
          'VALIDATION',
          'MALFORMED_JSON',
          'NOT_FOUND',
          'DELETED',
          'REVISION_CONFLICT',
          'NUMBER_TAKEN',
          'UNSUPPORTED_TYPE',
        ),
      },
    },
  },
  '/traps/{id}': {
    parameters: id,
    get: {
      summary: 'One trap with the design it was built to, also from the bin',
      responses: { 200: json('The trap', ref('TrapWithDesign')), ...refusals('VALIDATION', 'NOT_FOUND') },
    },
    put: {
      summary: 'Save from the revision it was read at',
      requestBody: { required: true, ...json('', ref('SaveTrap')) },
      responses: {
        200: json('Saved', ref('StoredTrap')),
        ...refusals(
          'VALIDATION',
          'MALFORMED_JSON',
          'NOT_FOUND',
          'DELETED',
          'REVISION_CONFLICT',
          'NUMBER_TAKEN',
          'TOO_LARGE',
          'UNSUPPORTED_TYPE',
        ),
      },
    },
    delete: {
      summary: 'Into the bin; its number is free again',
      parameters: revision,
      responses: {
        200: json('Deleted', ref('StoredTrap')),
        ...refusals('VALIDATION', 'NOT_FOUND', 'REVISION_CONFLICT'),
      },
    },
  },
  '/traps/{id}/restore': {
    parameters: id,
    post: {
      summary: 'Out of the bin',
      parameters: revision,
      responses: {
        200: json('Restored', ref('StoredTrap')),
        ...refusals('VALIDATION', 'NOT_FOUND', 'REVISION_CONFLICT', 'NUMBER_TAKEN', 'UNSUPPORTED_TYPE'),
      },
    },
  },
  '/designs/{id}/versions': {
    parameters: id,
    get: {
      summary: 'Every version of a design that a trap was built to, oldest first',
      responses: {
        200: json('Versions', { type: 'array', items: ref('DesignVersion') }),
        ...refusals('VALIDATION'),
      },
    },
  },
};
