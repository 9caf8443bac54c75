export { columnFault, type ColumnGiven } from './column-fault.js';
export { type Column, columnName, date, must, number, text, whole, word } from './columns.js';
export {
  ACT_LIMITS,
  type ActDto,
  type ChangeDto,
  ACT_CLOCK,
  CLOCK_OFF_S,
  KNOWN_ACTS,
  type KeptActDto,
  type KeptChangeDto,
  type LoggedChangeDto,
  RECORD_PAGE,
  type RecordDto,
  type RecordMeta,
  type RecordPageDto,
  type RecordQuery,
} from './record-dto.js';
export {
  blank,
  columnsOf,
  type Fields,
  LANDMARKS,
  RECORD_ID,
  RECORD_TABLES,
  RISKS,
  TABLE_NAMES,
  type TableName,
} from './record-tables.js';
