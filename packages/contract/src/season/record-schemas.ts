import Joi from 'joi';
import { day as realDate } from '../shared/part-schemas.js';
import { isRecordMinute } from '../shared/record-date.js';
import type { Column } from './columns.js';
import { ACT_LIMITS, type ActDto, type ChangeDto, KNOWN_ACTS, RECORD_PAGE, type RecordQuery } from './record-dto.js';
import { columnsOf, RECORD_ID, TABLE_NAMES, type TableName } from './record-tables.js';

const recordId = Joi.string().strict().pattern(RECORD_ID, 'letters, digits, _ and -');
const plainText = Joi.string().strict();
const localMinute = plainText
  .custom((value: string, helpers) => (isRecordMinute(value) ? value : helpers.error('any.invalid')))
  .messages({ 'any.invalid': '{{#label}} must be a time of the years 1900 to 2200, like 2026-05-14T18:20' });

function shapeSchema(column: Column): Joi.Schema {
  switch (column.kind) {
    case 'text': {
      const schema = plainText.max(column.most);
      return column.pattern ? schema.pattern(column.pattern, column.patternSays ?? '') : schema;
    }
    case 'number':
      return Joi.number().strict().min(column.min).max(column.max);
    case 'whole':
      return Joi.number().strict().integer().min(column.min).max(column.max);
    case 'word':
      return plainText.valid(...column.words);
    case 'link':
      return recordId;
    case 'flag':
      return Joi.boolean().strict();
    case 'date':
      return realDate;
    case 'minute':
      return localMinute;
  }
}

/** Every field of a record; what is left out of an optional one is `null`. */
function fieldsSchema(table: TableName): Joi.ObjectSchema {
  const fields = columnsOf(table).map(([field, column]) => {
    const schema = shapeSchema(column);
    return [field, column.required ? schema.required() : schema.allow(null).default(null)] as const;
  });
  return Joi.object(Object.fromEntries(fields));
}

const FIELDS = Object.fromEntries(TABLE_NAMES.map((table) => [table, fieldsSchema(table)])) as Readonly<
  Record<TableName, Joi.ObjectSchema>
>;

export const recordFieldsSchema = (table: TableName): Joi.ObjectSchema => FIELDS[table];

/** Longer than any name of a field, and more than any table has. */
const FIELD_NAME = 40;
const FIELDS_MOST = 80;

const revision = Joi.number().strict().integer().min(0).required();
const tableWord = plainText.valid(...TABLE_NAMES).required();
const put = Joi.object({
  op: Joi.valid('put').required(),
  table: tableWord,
  id: recordId.required(),
  revision,
  fields: Joi.alternatives()
    .conditional('table', {
      switch: TABLE_NAMES.map((table) => ({ is: table, then: FIELDS[table].required() })),
      otherwise: Joi.object(),
    })
    .required(),
  only: Joi.array().items(plainText.max(FIELD_NAME)).max(FIELDS_MOST).unique(),
});
const mark = Joi.object({
  op: plainText.valid('delete', 'restore').required(),
  table: tableWord,
  id: recordId.required(),
  revision: revision.min(1),
});

export const actSchema = Joi.object<ActDto>({
  says: plainText.max(ACT_LIMITS.says).required(),
  changes: Joi.array()
    .items(Joi.alternatives().conditional('.op', { is: 'put', then: put, otherwise: mark }))
    .min(ACT_LIMITS.changes.min)
    .max(ACT_LIMITS.changes.max)
    .unique((a: ChangeDto, b: ChangeDto) => a.table === b.table && a.id === b.id)
    .required(),
});

export const knownActsSchema = Joi.object<{ readonly ids: readonly string[] }>({
  ids: Joi.array().items(recordId).max(KNOWN_ACTS).required(),
});

/** Query texts arrive as strings, so these may be converted. */
function equalTo(column: Column): Joi.Schema {
  if (column.kind === 'number' || column.kind === 'whole') return Joi.number();
  return column.kind === 'flag' ? Joi.boolean() : Joi.string().max(200);
}

type QuerySchema = Joi.ObjectSchema<Readonly<Record<string, unknown>>>;
const queries = new Map<TableName, QuerySchema>();

/** The query of a list: equal fields by name, and how it is sorted and paged. Made once a table. */
export function recordQuerySchema(table: TableName): QuerySchema {
  const known = queries.get(table) ?? querySchemaOf(table);
  queries.set(table, known);
  return known;
}

function querySchemaOf(table: TableName): QuerySchema {
  const columns = columnsOf(table);
  const sorts = ['id', 'updatedAt', ...columns.map(([field]) => field)].flatMap((field) => [field, `-${field}`]);
  return Joi.object({
    ...Object.fromEntries(columns.map(([field, column]) => [field, equalTo(column)])),
    sort: Joi.string()
      .valid(...sorts)
      .default('id'),
    limit: Joi.number().integer().min(1).max(RECORD_PAGE.maxLimit).default(RECORD_PAGE.defaultLimit),
    offset: Joi.number().integer().min(0).default(0),
    bin: Joi.boolean().default(false),
  });
}

/** A checked query, its equal fields told apart from the rest. */
export function recordQueryOf(checked: Readonly<Record<string, unknown>>): RecordQuery {
  const { sort, limit, offset, bin, ...where } = checked as unknown as Omit<RecordQuery, 'where'> &
    RecordQuery['where'];
  return { where: where, sort, limit, offset, bin };
}

export const recordIdSchema = Joi.object<{ readonly id: string }>({ id: recordId.required() });
export const recordPathSchema = Joi.object<{ readonly table: TableName; readonly id: string }>({
  table: tableWord,
  id: recordId.required(),
});
export const tablePathSchema = Joi.object<{ readonly table: TableName }>({ table: tableWord });
/** The id of the act that takes another one back. */
export const undoSchema = recordIdSchema;
