import type { RecordDto, TableName } from '@yewridge/contract/season';
import type { StoredRecord } from '../../db/entities/record-entities.js';

/** A record as it crosses the wire: all but the instant that the server works out of a wall time. */
export function recordDto<T extends TableName>(row: StoredRecord): RecordDto<T> {
  const { atUtc: _instant, ...dto } = row;
  return dto as unknown as RecordDto<T>;
}
