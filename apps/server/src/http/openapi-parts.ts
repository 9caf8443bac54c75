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
