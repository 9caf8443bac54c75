import { columnsOf } from '@yewridge/contract/season';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { labelOf, type Value, valueSaid } from '../records/record-words';
import type { MetAct } from './met-act';

/** A field of which two things were said, as a keeper reads it. */
export interface BothSaid {
  readonly name: string;
  readonly mine: string;
  readonly there: string;
}

export function bothSaid({ act, table, place, fields, current }: MetAct, system: UnitSystem): readonly BothSaid[] {
  const change = act.changes[place];
  const mine = change?.op === 'put' ? change.fields : {};
  const there = current as unknown as Readonly<Record<string, unknown>>;
  return columnsOf(table).flatMap((column) => {
    const [field] = column;
    if (!fields.includes(field)) return [];
    const said = (of: Readonly<Record<string, unknown>>): string => {
      const text = valueSaid(table, column, (of[field] ?? null) as Value, { system, names: new Map() });
      return text === '' ? 'nothing' : text;
    };
    return [{ name: labelOf(field), mine: said(mine), there: said(there) }];
  });
}
