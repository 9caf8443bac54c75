import {
  copyNameSchema,
  fileQuerySchema,
  fileTableSchema,
  ownersQuerySchema,
  placesQuerySchema,
  recordIdSchema,
} from '@yewridge/contract/schemas';
import { type Json, json, parameters, refusals } from './openapi-parts.js';

const bytes = { content: { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } } };
const file = (type: string, summary: string, extra: Json = {}): Json => ({
  get: {
    summary,
    ...extra,
    responses: {
      200: { description: 'The file', content: { [type]: { schema: { type: 'string' } } } },
      ...refusals('VALIDATION', 'NOT_FOUND'),
    },
  },
});
const whole = { type: 'object' };

/** Files out and in. */
export const filesPaths = {
  '/files/tables': { get: { summary: 'How many rows each table has', responses: { 200: json('Counts', whole) } } },
  '/files/tables/{table}': {
    parameters: [...parameters('path', fileTableSchema), ...parameters('query', ownersQuerySchema)],
    ...file('text/csv', 'A table as CSV (RFC 4180), in SI units'),
  },
  '/files/sites.geojson': {
    parameters: parameters('query', placesQuerySchema),
    ...file('application/geo+json', 'Sites as GeoJSON (RFC 7946)'),
  },
  '/files/sites.gpx': {
    parameters: parameters('query', placesQuerySchema),
    ...file('application/gpx+xml', 'Sites as GPX 1.1'),
  },
  '/files/backup.zip': {
    parameters: parameters('query', ownersQuerySchema),
    ...file('application/zip', 'Everything kept, and the pictures, each with a checksum'),
  },
  '/files/backup.json': {
    parameters: parameters('query', ownersQuerySchema),
    ...file('application/json', 'Everything kept but the pictures, with a checksum'),
  },
  '/files/plan': {
    parameters: parameters('query', fileQuerySchema),
    post: {
      summary: 'What taking a file in would do',
      requestBody: { required: true, ...bytes },
      responses: { 200: json('The plan', whole), ...refusals('VALIDATION', 'TOO_LARGE', 'UNSUPPORTED_TYPE') },
    },
  },
  '/files/taken/{id}': {
    parameters: [...parameters('path', recordIdSchema), ...parameters('query', fileQuerySchema)],
    put: {
      summary: 'Take a file in, all of it or nothing',
      requestBody: { required: true, ...bytes },
      responses: {
        200: json('What it did', whole),
        ...refusals('VALIDATION', 'FILE_REFUSED', 'ACT_REUSED', 'TOO_LARGE', 'UNSUPPORTED_TYPE', 'DISK_FULL'),
      },
    },
  },
  '/files/progress/{id}': {
    parameters: parameters('path', recordIdSchema),
    get: {
      summary: 'How far the reading of a file has come that was sent with this `work`',
      responses: { 200: json('Progress', whole), ...refusals('VALIDATION') },
    },
  },
  '/files/pictures/{id}': {
    parameters: parameters('path', recordIdSchema),
    put: {
      summary: 'Keep the bytes of a photo under the id of its record',
      requestBody: { required: true, ...bytes },
      responses: {
        200: json('Kept before', whole),
        201: json('Kept', whole),
        ...refusals('VALIDATION', 'FILE_REFUSED', 'ACT_REUSED', 'TOO_LARGE', 'UNSUPPORTED_TYPE', 'DISK_FULL'),
      },
    },
    ...file('image/*', 'The picture'),
  },
  '/files/copies': {
    get: {
      summary: 'What stood here before a backup was put back, and the copies of the last seven days',
      responses: { 200: json('Copies', whole) },
    },
  },
  '/files/copies/{name}': {
    parameters: parameters('path', copyNameSchema),
    ...file('application/vnd.sqlite3', 'One of those copies'),
  },
};
