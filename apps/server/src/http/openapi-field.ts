import { changesQuerySchema } from '@yewridge/contract/schemas';
import { CHANGES_PAGE, FIELD_TABLES } from '@yewridge/contract/field';
import { type Json, json, parameters, refusals } from './openapi-parts.js';

const string = { type: 'string' };
const day = { type: 'string', format: 'date' };

/** What a telephone takes along. */
export const fieldPaths: Json = {
  '/changes': {
    get: {
      summary: `Rows as they are now, in the order of their latest change, at most ${CHANGES_PAGE}; looks of stays that ended before this season are left out`,
      parameters: parameters('query', changesQuerySchema),
      responses: {
        200: json('A page of rows', {
          type: 'object',
          required: ['edition', 'anew', 'seq', 'more', 'changes'],
          properties: {
            edition: { ...string, description: 'Of another edition, a replica is thrown away.' },
            anew: { type: 'boolean' },
            seq: { type: 'integer', minimum: 0, description: 'Ask for what comes after it.' },
            more: { type: 'boolean' },
            changes: {
              type: 'array',
              items: {
                type: 'object',
                required: ['table', 'id', 'row'],
                properties: {
                  table: { type: 'string', enum: FIELD_TABLES },
                  id: string,
                  row: {
                    type: 'object',
                    nullable: true,
                    description: 'As its own address gives it; null once it is gone.',
                  },
                },
              },
            },
          },
        }),
        ...refusals('VALIDATION'),
      },
    },
  },
  '/changes/past': {
    get: {
      summary: 'What looks before this season came to: days a caught trap was found empty, and days somebody looked',
      responses: {
        200: json('In short', {
          type: 'object',
          required: ['empty', 'days'],
          properties: {
            empty: { type: 'array', items: { type: 'array', items: string, minItems: 2, maxItems: 2 } },
            days: { type: 'array', items: day },
          },
        }),
      },
    },
  },
  '/changes/told': {
    get: {
      summary: 'What rests on looks of all years and on devices: how scouts foretell, and what sensors say, by trap',
      responses: {
        200: json('Told', {
          type: 'object',
          required: ['scouts', 'sensors'],
          properties: { scouts: { type: 'object' }, sensors: { type: 'array', items: { type: 'array', items: {} } } },
        }),
      },
    },
  },
  '/changes/news': {
    get: {
      summary: 'An open line: an event "news" with the latest number at once, and whenever something was written',
      responses: { 200: { description: 'Server-sent events', content: { 'text/event-stream': { schema: string } } } },
    },
  },
};
