import { idSchema, keptQuerySchema, revisionQuerySchema } from '@yewridge/contract/schemas';
import { API_ERRORS } from '@yewridge/contract/shared';
import type { ObjectSchema } from 'joi';
import joiToJson from 'joi-to-json';

export type Json = Readonly<Record<string, unknown>>;

/** The JSON schema of a Joi schema, so that there is one source for what is accepted. */
export function jsonSchema(schema: ObjectSchema): Json {
  return (joiToJson as unknown as (schema: ObjectSchema, dialect: string) => Json)(schema, 'open-api');
}

export const ref = (name: string): Json => ({ $ref: `#/components/schemas/${name}` });
export const json = (description: string, schema: Json): Json => ({
  description,
  content: { 'application/json': { schema } },
});

export function parameters(place: 'path' | 'query', schema: ObjectSchema): readonly Json[] {
  const { properties = {}, required = [] } = jsonSchema(schema) as { properties?: Json; required?: readonly string[] };
  return Object.entries(properties).map(([name, one]) => ({
    name,
    in: place,
    required: place === 'path' || required.includes(name),
    schema: one,
  }));
}

export function refusals(...codes: readonly (keyof typeof API_ERRORS)[]): Json {
  const byStatus = new Map<number, string[]>();
  for (const code of codes) {
    const { status } = API_ERRORS[code];
    byStatus.set(status, [...(byStatus.get(status) ?? []), code]);
  }
  return Object.fromEntries([...byStatus].map(([status, names]) => [status, json(names.join(', '), ref('Error'))]));
}

export const instant = { type: 'string', format: 'date-time' };

const id = parameters('path', idSchema);
const revision = parameters('query', revisionQuerySchema);

/** The schemas of documents that are kept whole. `name` is the schema of the document itself. */
export function keptSchemas(name: string, save: ObjectSchema): Json {
  return {
    [`Save${name}`]: jsonSchema(save),
    [`Stored${name}`]: {
      type: 'object',
      required: ['id', 'revision', 'document', 'createdAt', 'updatedAt', 'deletedAt'],
      properties: {
        id: { type: 'string' },
        revision: { type: 'integer', minimum: 1 },
        document: ref(name),
        createdAt: instant,
        updatedAt: instant,
        deletedAt: { ...instant, nullable: true },
      },
    },
    [`${name}Page`]: {
      type: 'object',
      required: ['items', 'total', 'limit', 'offset'],
      properties: {
        items: { type: 'array', items: ref(`Stored${name}`) },
        total: { type: 'integer' },
        limit: { type: 'integer' },
        offset: { type: 'integer' },
      },
    },
  };
}

/** The five routes of documents that are kept whole. */
export function keptPaths(path: string, name: string, word: string): Json {
  const stored = ref(`Stored${name}`);
  return {
    [`/${path}`]: {
      get: {
        summary: `A page of ${path}, the bin left out`,
        parameters: parameters('query', keptQuerySchema),
        responses: { 200: json('A page', ref(`${name}Page`)), ...refusals('VALIDATION') },
      },
    },
    [`/${path}/{id}`]: {
      parameters: id,
      get: {
        summary: `One ${word}, also from the bin`,
        responses: { 200: json(`The ${word}`, stored), ...refusals('VALIDATION', 'NOT_FOUND') },
      },
      put: {
        summary: 'Create (revision 0) or save from the revision it was read at',
        requestBody: { required: true, ...json('', ref(`Save${name}`)) },
        responses: {
          200: json('Saved', stored),
          201: json('Created', stored),
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
        responses: { 200: json('Deleted', stored), ...refusals('VALIDATION', 'NOT_FOUND', 'REVISION_CONFLICT') },
      },
    },
    [`/${path}/{id}/restore`]: {
      parameters: id,
      post: {
        summary: 'Out of the bin',
        parameters: revision,
        responses: {
          200: json('Restored', stored),
          ...refusals('VALIDATION', 'NOT_FOUND', 'REVISION_CONFLICT', 'UNSUPPORTED_TYPE'),
        },
      },
    },
  };
}
