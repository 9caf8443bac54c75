import { isRecordDate, isRecordMinute } from '../shared/record-date.js';
import type { Column, NumberColumn, TextColumn } from './columns.js';

/** What may stand in a field of a form: nothing, or what somebody typed or chose. */
export type ColumnGiven = string | number | boolean | null | undefined;

function numberFault(label: string, { kind, min, max }: NumberColumn, value: ColumnGiven): string | null {
  if (typeof value !== 'number' || !Number.isFinite(value)) return `${label}: “${String(value)}” is not a number.`;
  if (value < min || value > max) return `${label}: ${value} is not within ${min} and ${max}.`;
  return kind === 'whole' && !Number.isInteger(value) ? `${label}: ${value} is not a whole number.` : null;
}

function textFault(label: string, { most, pattern, patternSays }: TextColumn, text: string): string | null {
  if (text.length > most) return `${label}: ${text.length} characters; at most ${most} are kept.`;
  return pattern && !pattern.test(text) ? `${label}: “${text}” is not ${patternSays ?? 'of the right form'}.` : null;
}

/** Why a column does not take a value, by the one description of the table; `null` when it does. Empty is no fault here. */
export function columnFault(label: string, column: Column, value: ColumnGiven): string | null {
  if (value === null || value === undefined || value === '') return null;
  const text = String(value);
  switch (column.kind) {
    case 'number':
    case 'whole':
      return numberFault(label, column, value);
    case 'text':
      return textFault(label, column, text);
    case 'word':
      return column.words.includes(text) ? null : `${label}: “${text}” is no choice.`;
    case 'date':
      return isRecordDate(text) ? null : `${label}: “${text}” is no day of records.`;
    case 'minute':
      return isRecordMinute(text) ? null : `${label}: “${text}” is no day and hour.`;
    case 'flag':
    case 'link':
      return null;
  }
}
