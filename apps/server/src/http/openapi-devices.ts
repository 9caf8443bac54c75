import {
  calendarKeySchema,
  calendarPathSchema,
  idSchema,
  readingsQuerySchema,
  recordIdSchema,
  registerDeviceSchema,
  stepClockSchema,
  streamQuerySchema,
  trapReadingsSchema,
  weatherDaysSchema,
} from '@yewridge/contract/schemas';
import { type Json, json, jsonSchema, parameters, ref, refusals } from './openapi-parts.js';

const whole = { type: 'object' };
const stream = { description: 'A stream that lasts until it is closed', content: { 'text/event-stream': {} } };
const body = (schema: Json): Json => ({ required: true, ...json('', schema) });

/** Sensors, stations, calendars, and the clock of the demo. */
export const devicesPaths = {
  '/workspace/clock': {
    post: {
      summary: 'Put the demo’s clock on; own records run on the real one',
      requestBody: body(jsonSchema(stepClockSchema)),
      responses: { 200: json('As it stands now', ref('Workspace')), ...refusals('VALIDATION', 'NOT_FOUND') },
    },
  },
  '/workspace/sight/{id}': {
    parameters: parameters('path', recordIdSchema),
    get: {
      summary: 'What a keeper at the foot of a demo trap would see, simulated',
      responses: { 200: json('Seen', whole), ...refusals('VALIDATION', 'NOT_FOUND') },
    },
  },
  '/devices': {
    get: { summary: 'Sensors and stations with their latest reading', responses: { 200: json('Devices', whole) } },
    post: {
      summary: 'Register a device; its key is told in this answer and never again',
      requestBody: body(jsonSchema(registerDeviceSchema)),
      responses: { 201: json('Registered', whole), ...refusals('VALIDATION', 'RULE', 'UNSUPPORTED_TYPE') },
    },
  },
  '/devices/{id}': {
    parameters: parameters('path', idSchema),
    delete: {
      summary: 'Remove a device: its key opens nothing any more, what it told stays',
      responses: { 200: json('Removed', whole), ...refusals('VALIDATION', 'NOT_FOUND') },
    },
  },
  '/devices/{id}/readings': {
    parameters: parameters('path', idSchema),
    post: {
      summary: 'What a device measured, with its key as a bearer token: all of it is kept, or nothing',
      security: [{ deviceKey: [] }],
      requestBody: body({ oneOf: [jsonSchema(trapReadingsSchema), jsonSchema(weatherDaysSchema)] }),
      responses: {
        200: json('How many were new, and how many known', whole),
        ...refusals('VALIDATION', 'MALFORMED_JSON', 'UNKNOWN_KEY', 'RULE', 'TOO_LARGE', 'UNSUPPORTED_TYPE'),
      },
    },
  },
  '/readings': {
    parameters: parameters('query', readingsQuerySchema),
    get: {
      summary: 'One device’s readings from a day on, oldest first',
      responses: { 200: json('Readings', whole), ...refusals('VALIDATION') },
    },
  },
  '/readings/stream': {
    parameters: parameters('query', streamQuerySchema),
    get: {
      summary: 'Readings numbered after `after` or `Last-Event-ID`, then each new one, as server-sent events `reading`',
      responses: { 200: stream, ...refusals('VALIDATION') },
    },
  },
  '/today/calendars': {
    get: { summary: 'Calendars that may be read by their secret', responses: { 200: json('Calendars', whole) } },
    post: {
      summary: 'Make a calendar address; its secret is told in this answer and never again',
      requestBody: body(jsonSchema(calendarKeySchema)),
      responses: { 201: json('Made', whole), ...refusals('VALIDATION', 'UNSUPPORTED_TYPE') },
    },
  },
  '/today/calendars/{id}': {
    parameters: parameters('path', idSchema),
    delete: {
      summary: 'Revoke a calendar address',
      responses: { 200: json('Revoked', whole), ...refusals('VALIDATION', 'NOT_FOUND') },
    },
  },
  '/calendar/{file}': {
    parameters: parameters('path', calendarPathSchema),
    get: {
      summary: 'The steps to come, for whoever knows the secret',
      responses: {
        200: { description: 'The calendar', content: { 'text/calendar': { schema: { type: 'string' } } } },
        ...refusals('VALIDATION', 'NOT_FOUND'),
      },
    },
  },
};
