import { API_BASE, API_ERRORS } from '@yewridge/contract/shared';
import {
  designIdSchema,
  designQuerySchema,
  designSchema,
  revisionQuerySchema,
  saveDesignSchema,
} from '@yewridge/contract/schemas';
import { instant, json, jsonSchema, parameters, ref, refusals } from './openapi-parts.js';
import { storesPaths, storesSchemas } from './openapi-stores.js';

const revision = parameters('query', revisionQuerySchema);
const id = parameters('path', designIdSchema);

const schemas = {
  Design: jsonSchema(designSchema),
  SaveDesign: jsonSchema(saveDesignSchema),
  StoredDesign: {
    type: 'object',
    required: ['id', 'revision', 'document', 'createdAt', 'updatedAt', 'deletedAt'],
    properties: {
      id: { type: 'string' },
      revision: { type: 'integer', minimum: 1 },
      document: ref('Design'),
      createdAt: instant,
      updatedAt: instant,
      deletedAt: { ...instant, nullable: true },
    },
  },
  DesignPage: {
    type: 'object',
    required: ['items', 'total', 'limit', 'offset'],
    properties: {
      items: { type: 'array', items: ref('StoredDesign') },
      total: { type: 'integer' },
      limit: { type: 'integer' },
      offset: { type: 'integer' },
    },
  },
  ...storesSchemas,
  Workspace: {
    type: 'object',
    required: ['kind', 'name', 'now', 'timeZone', 'version'],
    properties: {
      kind: { type: 'string', enum: ['own', 'demo'] },
      name: { type: 'string' },
      now: instant,
      timeZone: { type: 'string' },
      version: { type: 'string' },
    },
  },
  Error: {
    type: 'object',
    required: ['error'],
    properties: {
      error: {
        type: 'object',
        required: ['code', 'message'],
        properties: {
          code: { type: 'string', enum: Object.keys(API_ERRORS) },
          message: { type: 'string' },
          fields: {
            type: 'array',
            items: {
              type: 'object',
              required: ['path', 'message'],
              properties: { path: { type: 'string' }, message: { type: 'string' } },
            },
          },
          current: { description: 'What the server holds, where that helps to go on.' },
        },
      },
    },
  },
};

/** The description of the API, built from the schemas that guard it. */
export const openApiDocument = {
  openapi: '3.0.3',
  info: {
    title: 'Yewridge',
    version: '1',
    description: 'Lengths in m, areas in m2, volumes in m3; instants in UTC. Loopback only.',
  },
  servers: [{ url: API_BASE }],
  paths: {
    '/health': { get: { summary: 'Is it up, and is the database there', responses: { 200: { description: 'Yes' } } } },
    '/workspace': {
      get: { summary: 'Whose records these are', responses: { 200: json('Workspace', ref('Workspace')) } },
    },
    '/designs': {
      get: {
        summary: 'A page of designs, the bin left out',
        parameters: parameters('query', designQuerySchema),
        responses: { 200: json('A page', ref('DesignPage')), ...refusals('VALIDATION') },
      },
    },
    '/designs/{id}': {
      parameters: id,
      get: {
        summary: 'One design, also from the bin',
        responses: { 200: json('The design', ref('StoredDesign')), ...refusals('VALIDATION', 'NOT_FOUND') },
      },
      put: {
        summary: 'Create (revision 0) or save from the revision it was read at',
        requestBody: { required: true, ...json('', ref('SaveDesign')) },
        responses: {
          200: json('Saved', ref('StoredDesign')),
          201: json('Created', ref('StoredDesign')),
          ...refusals(
            'VALIDATION',
            'MALFORMED_JSON',
            'NOT_FOUND',
            'DELETED',
            'REVISION_CONFLICT',
            'TOO_LARGE',
            'UNSUPPORTED_TYPE',
          ),
        },
      },
      delete: {
        summary: 'Into the bin',
        parameters: revision,
        responses: {
          200: json('Deleted', ref('StoredDesign')),
          ...refusals('VALIDATION', 'NOT_FOUND', 'REVISION_CONFLICT'),
        },
      },
    },
    ...storesPaths,
    '/designs/{id}/restore': {
      parameters: id,
      post: {
        summary: 'Out of the bin',
        parameters: revision,
        responses: {
          200: json('Restored', ref('StoredDesign')),
          ...refusals('VALIDATION', 'NOT_FOUND', 'REVISION_CONFLICT', 'UNSUPPORTED_TYPE'),
        },
      },
    },
  },
  components: { schemas },
};
