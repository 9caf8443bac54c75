import {
  knownActsSchema,
  recordFieldsSchema,
  probeQuerySchema,
  recordIdSchema,
  recordPathSchema,
  ribbonQuerySchema,
  saveMapLayerSchema,
  seasonQuerySchema,
  tablePathSchema,
} from '@yewridge/contract/schemas';
import type { ApiErrorCode } from '@yewridge/contract/shared';
import { ACT_LIMITS, RECORD_PAGE, TABLE_NAMES } from '@yewridge/contract/season';
import { instant, type Json, json, jsonSchema, parameters, ref, refusals } from './openapi-parts.js';

const string = { type: 'string' };
const revision = { type: 'integer', minimum: 0 };
const fieldsName = (table: string): string => `${table.charAt(0).toUpperCase()}${table.slice(1)}Fields`;
const items = (schema: Json): Json => ({
  type: 'object',
  required: ['items'],
  properties: { items: { type: 'array', items: schema } },
});

const record = {
  description: 'The fields of its table, and what the server keeps with them.',
  allOf: [
    { anyOf: TABLE_NAMES.map((table) => ref(fieldsName(table))) },
    {
      type: 'object',
      required: ['id', 'revision', 'createdAt', 'updatedAt', 'deletedAt'],
      properties: {
        id: string,
        revision: { type: 'integer', minimum: 1 },
        createdAt: instant,
        updatedAt: instant,
        deletedAt: { ...instant, nullable: true },
      },
    },
  ],
};
const change = {
  type: 'object',
  required: ['op', 'table', 'id', 'revision'],
  properties: {
    op: { type: 'string', enum: ['put', 'delete', 'restore'] },
    table: { type: 'string', enum: TABLE_NAMES },
    id: string,
    revision,
    fields: { description: 'With `put`: every field of the table; what is left out is null.', type: 'object' },
  },
};

/** The records of a season, the acts that change them, and the views of them. */
export const seasonSchemas = {
  ...Object.fromEntries(TABLE_NAMES.map((table) => [fieldsName(table), jsonSchema(recordFieldsSchema(table))])),
  Record: record,
  Act: {
    type: 'object',
    required: ['says', 'changes'],
    properties: {
      says: { type: 'string', maxLength: ACT_LIMITS.says },
      changes: { type: 'array', minItems: ACT_LIMITS.changes.min, maxItems: ACT_LIMITS.changes.max, items: change },
    },
  },
  KeptAct: {
    type: 'object',
    required: ['id', 'at', 'says', 'undoneBy', 'changes'],
    properties: {
      id: string,
      at: instant,
      says: string,
      undoneBy: { type: 'string', nullable: true },
      changes: {
        type: 'array',
        items: { type: 'object', properties: { table: string, record: ref('Record') } },
      },
    },
  },
};

const view = (summary: string, ...codes: readonly ApiErrorCode[]): Json => ({
  summary,
  responses: { 200: json('The view', { type: 'object' }), ...refusals(...codes) },
});
const changeRefusals = refusals(
  'VALIDATION',
  'MALFORMED_JSON',
  'NOT_FOUND',
  'DELETED',
  'REVISION_CONFLICT',
  'RULE',
  'ACT_REUSED',
  'TOO_LARGE',
  'UNSUPPORTED_TYPE',
);

export const seasonPaths = {
  '/acts': {
    get: { summary: 'The latest acts, newest first', responses: { 200: json('Acts', items(ref('KeptAct'))) } },
  },
  '/acts/{id}': {
    parameters: parameters('path', recordIdSchema),
    put: {
      summary: 'One thing a keeper did: all of its changes are kept, or none; sent twice, it is kept once',
      requestBody: { required: true, ...json('', ref('Act')) },
      responses: {
        200: json('Kept before', ref('KeptAct')),
        201: json('Kept', ref('KeptAct')),
        ...changeRefusals,
      },
    },
  },
  '/acts/known': {
    post: {
      summary: 'Which of these acts are here: a backup that was put back may not have them',
      requestBody: { required: true, ...json('', jsonSchema(knownActsSchema)) },
      responses: { 200: json('Their ids', { type: 'object' }), ...refusals('VALIDATION') },
    },
  },
  '/acts/{id}/undo': {
    parameters: parameters('path', recordIdSchema),
    post: {
      summary: 'Take an act back by an act of its own',
      requestBody: { required: true, ...json('', { type: 'object', required: ['id'], properties: { id: string } }) },
      responses: {
        200: json('Taken back', ref('KeptAct')),
        ...refusals('VALIDATION', 'NOT_FOUND', 'ALREADY_UNDONE', 'REVISION_CONFLICT', 'RULE', 'UNSUPPORTED_TYPE'),
      },
    },
  },
  '/records/{table}': {
    parameters: parameters('path', tablePathSchema),
    get: {
      summary: 'A page of records; any field may be asked for by its value',
      parameters: [
        { name: 'sort', in: 'query', schema: string },
        { name: 'limit', in: 'query', schema: { type: 'integer', minimum: 1, maximum: RECORD_PAGE.maxLimit } },
        { name: 'offset', in: 'query', schema: { type: 'integer', minimum: 0 } },
        { name: 'bin', in: 'query', schema: { type: 'boolean' } },
      ],
      responses: { 200: json('A page', items(ref('Record'))), ...refusals('VALIDATION') },
    },
  },
  '/records/{table}/{id}': {
    parameters: parameters('path', recordPathSchema),
    get: {
      summary: 'One record, also from the bin',
      responses: { 200: json('The record', ref('Record')), ...refusals('VALIDATION', 'NOT_FOUND') },
    },
  },
  '/records/{table}/{id}/changes': {
    parameters: parameters('path', recordPathSchema),
    get: view('What happened to a record, oldest first', 'VALIDATION'),
  },
  '/rounds/due': { get: view('Every trap that hangs, those that need a keeper most first') },
  '/rounds/ribbon': {
    parameters: parameters('query', ribbonQuerySchema),
    get: view('Stays, looks, lures and catches between two days, trap by trap', 'VALIDATION'),
  },
  '/rounds/summary': { get: view('Season by season: traps out, days at risk, catches') },
  '/evidence': { get: view('Every stretch at risk with what is known of it, and what does not count') },
  '/ground': { get: view('Sites with what hangs there and what was caught there, owners, known colonies') },
  '/ground/layers': { get: view('The sheets under the map') },
  '/ground/layers/{id}': {
    parameters: parameters('path', recordIdSchema),
    get: view('One sheet with its GeoJSON', 'VALIDATION', 'NOT_FOUND'),
    put: {
      summary: 'Show a sheet or not',
      requestBody: { required: true, ...json('', jsonSchema(saveMapLayerSchema)) },
      responses: { 200: json('The sheet', { type: 'object' }), ...refusals('VALIDATION', 'NOT_FOUND') },
    },
    delete: { summary: 'Take a sheet away for good', responses: { 204: { description: 'Gone' } } },
  },
  '/people/{id}': {
    parameters: parameters('path', recordIdSchema),
    get: view('Everything that is kept of a landowner, as it is and as it was', 'VALIDATION', 'NOT_FOUND'),
    delete: {
      summary: 'Erase who a landowner is; their sites stay',
      responses: { 204: { description: 'Erased' }, ...refusals('VALIDATION', 'NOT_FOUND') },
    },
  },
  '/catches/{id}/plan': {
    parameters: parameters('path', recordIdSchema),
    get: view('What to do with a catch and when, and how far that has come', 'VALIDATION', 'NOT_FOUND'),
  },
  '/today': { get: view('What asks for a keeper: traps, steps after a catch, the season, the sun and the weather') },
  '/today/season': {
    parameters: parameters('query', seasonQuerySchema),
    get: view(
      'The season in full: the clock, the years it rests on, scouts, and trips for each carrier of lures',
      'VALIDATION',
    ),
  },
  '/today/steps.ics': {
    get: {
      summary: 'Steps after catches that are still to come, as a calendar (RFC 5545)',
      responses: { 200: { description: 'The calendar', content: { 'text/calendar': { schema: string } } } },
    },
  },
  '/callouts': { get: view('Every call-out with all that was said of it, the rigs, and the weather around today') },
  '/callouts/{id}': {
    parameters: parameters('path', recordIdSchema),
    get: view('One call-out with all that was said of it', 'VALIDATION', 'NOT_FOUND'),
  },
  '/callouts/{id}/probe': {
    parameters: [...parameters('path', recordIdSchema), ...parameters('query', probeQuerySchema)],
    get: {
      summary: 'Readings of the box at work, as server-sent events named "reading"; simulated, in the demo alone',
      responses: {
        200: { description: 'A stream that lasts until it is closed', content: { 'text/event-stream': {} } },
        ...refusals('VALIDATION', 'NOT_FOUND'),
      },
    },
  },
  '/catches/board': { get: view('Every catch with where it stands, newest first') },
  '/catches/track': {
    get: view('Every colony along its days: spans, marks, and the steps of those that still have some'),
  },
};
