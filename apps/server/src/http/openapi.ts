import { API_BASE, API_ERRORS } from '@yewridge/contract/shared';
import { designSchema, saveDesignSchema } from '@yewridge/contract/schemas';
import { instant, json, jsonSchema, keptPaths, keptSchemas, ref } from './openapi-parts.js';
import { accessPaths } from './openapi-access.js';
import { devicesPaths } from './openapi-devices.js';
import { fieldPaths } from './openapi-field.js';
import { filesPaths } from './openapi-files.js';
import { seasonPaths, seasonSchemas } from './openapi-season.js';
import { storesPaths, storesSchemas } from './openapi-stores.js';
import { suctionPaths, suctionSchemas } from './openapi-suction.js';

const schemas = {
  Design: jsonSchema(designSchema),
  ...keptSchemas('Design', saveDesignSchema),
  ...suctionSchemas,
  ...storesSchemas,
  ...seasonSchemas,
  Workspace: {
    type: 'object',
    required: ['kind', 'name', 'now', 'timeZone', 'hemisphere', 'version', 'tiles'],
    properties: {
      kind: { type: 'string', enum: ['own', 'demo'] },
      name: { type: 'string' },
      now: instant,
      timeZone: { type: 'string' },
      hemisphere: { type: 'string', enum: ['N', 'S'] },
      version: { type: 'string' },
      tiles: {
        type: 'object',
        nullable: true,
        properties: { address: { type: 'string' }, credit: { type: 'string' } },
      },
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
    description:
      'Lengths in m, areas in m2, volumes in m3; instants in UTC. Who may ask for what: docs/reference/access.md.',
  },
  servers: [{ url: API_BASE }],
  paths: {
    '/health': { get: { summary: 'Is it up, and is the database there', responses: { 200: { description: 'Yes' } } } },
    '/workspace': {
      get: { summary: 'Whose records these are', responses: { 200: json('Workspace', ref('Workspace')) } },
    },
    ...keptPaths('designs', 'Design', 'design'),
    ...suctionPaths,
    ...storesPaths,
    ...seasonPaths,
    ...filesPaths,
    ...devicesPaths,
    ...fieldPaths,
    ...accessPaths,
  },
  components: { schemas, securitySchemes: { deviceKey: { type: 'http', scheme: 'bearer' } } },
};
