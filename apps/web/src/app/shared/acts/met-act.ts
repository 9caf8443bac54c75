import { type ActDto, type ChangeDto, columnsOf, type RecordDto, type TableName } from '@yewridge/contract/season';
import type { ApiFailure } from '../http/api-failure';

type Put = Extract<ChangeDto, { op: 'put' }>;

/** An act that met another's change of the same thing: only a keeper can say which is right. */
export interface MetAct {
  readonly id: string;
  readonly act: ActDto;
  readonly table: TableName;
  /** Of the change in the act. */
  readonly place: number;
  /** Fields of which two things were said; none where the question is whether both are one swarm. */
  readonly fields: readonly string[];
  /** The record as the other left it. */
  readonly current: RecordDto<TableName>;
  /** Acts that rest on this one, as they were done: they wait with it. Kept by earlier versions without. */
  readonly after?: readonly ActDto[];
}

/** Whether both are one swarm is asked, and not which field is right. */
export const asksSame = ({ table, fields }: Pick<MetAct, 'table' | 'fields'>): boolean =>
  table === 'catches' && fields.length === 0;

/** `null` where it was refused for anything else. */
export function metAct(id: string, act: ActDto, { code, fields, current }: ApiFailure): MetAct | null {
  if (typeof current !== 'object' || current === null) return null;
  const there = current as RecordDto<TableName>;
  if (code === 'SAME_SWARM') {
    const place = act.changes.findIndex((change) => change.op === 'put' && change.table === 'catches');
    return place === -1 ? null : { id, act, table: 'catches', place, fields: [], current: there };
  }
  if (code !== 'REVISION_CONFLICT') return null;
  const named = fields.flatMap(({ path }) => {
    const [, place, field] = /^changes\[(\d+)\]\.fields\.(\w+)$/.exec(path) ?? [];
    return place === undefined || field === undefined ? [] : [{ place: Number(place), field }];
  });
  const place = named[0]?.place;
  const change = place === undefined ? undefined : act.changes[place];
  if (place === undefined || change?.op !== 'put') return null;
  const collided = named.flatMap((one) => (one.place === place ? [one.field] : []));
  return { id, act, table: change.table, place, fields: collided, current: there };
}

/** Whether an act speaks of a record that another one was to make. */
export function restsOn(act: ActDto, first: ActDto): boolean {
  const made = first.changes.flatMap(({ op, id, revision }) => (op === 'put' && revision === 0 ? [id] : []));
  return act.changes.some(
    (change) =>
      made.includes(change.id) ||
      (change.op === 'put' && Object.values(change.fields).some((one) => made.includes(String(one)))),
  );
}

/**
 * What is sent once a keeper has said which is right: the act with the keeper's own values, put upon what the other left; or with
 * the other's, without those fields. Of one swarm logged twice, `mine` fills in what the other did not say, and whatever rests on
 * it goes to the other's record; `other` lets it go.
 */
export function chosen(met: MetAct, whose: 'mine' | 'other'): readonly ActDto[] {
  const { act, place, after = [] } = met;
  const mine = act.changes[place];
  const told = act.changes.flatMap((change, n) =>
    n !== place || change.op !== 'put' ? [change] : settled(met, change, whose),
  );
  const first = told.length === 0 ? [] : [{ ...act, changes: told }];
  // What was made twice is the other's record from now on.
  const twice = mine?.op === 'put' && mine.revision === 0;
  if (asksSame(met) && whose === 'other') return [];
  return [...first, ...after].map((one) => (twice ? renamed(one, mine.id, met.current.id) : one));
}

function settled({ fields, current, ...met }: MetAct, change: Put, whose: 'mine' | 'other'): readonly ChangeDto[] {
  const there = current as unknown as Readonly<Record<string, unknown>>;
  const fresh = change.revision === 0;
  const meant = fresh ? Object.keys(change.fields) : (change.only ?? []);
  const only = meant.filter((field) => {
    if (asksSame({ ...met, fields })) return (there[field] ?? null) === null && (change.fields[field] ?? null) !== null;
    return whose === 'mine' || (!fresh && !fields.includes(field));
  });
  return only.length === 0 ? [] : [upon(change, only, current)];
}

function upon(change: Put, only: readonly string[], current: RecordDto<TableName>): Put {
  const there = current as unknown as Readonly<Record<string, unknown>>;
  const fields = columnsOf(change.table).map(([field]): readonly [string, unknown] => [
    field,
    (only.includes(field) ? change.fields[field] : there[field]) ?? null,
  ]);
  return { ...change, id: current.id, revision: current.revision, fields: Object.fromEntries(fields), only };
}

/** An act that speaks of one record by another's id. */
function renamed(act: ActDto, from: string, to: string): ActDto {
  const named = (value: unknown): unknown => (value === from ? to : value);
  const changes = act.changes.map((change): ChangeDto => {
    if (change.op !== 'put') return { ...change, id: String(named(change.id)) };
    const fields = Object.fromEntries(Object.entries(change.fields).map(([field, one]) => [field, named(one)]));
    return { ...change, id: String(named(change.id)), fields };
  });
  return { ...act, changes };
}
