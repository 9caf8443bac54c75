import { columnsOf, type RecordDto, type TableName } from '@yewridge/contract/season';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { labelOf, type LinkNames, type Value, valueSaid } from '../../../shared/records/record-words';
import { dayLong } from '../../../shared/season/season-words';

/** A row of the book, whatever its table. */
export type BookRow = RecordDto<TableName>;

export const valueOf = (row: BookRow, field: string): Value =>
  (row as unknown as Readonly<Record<string, Value>>)[field] ?? null;

/** What a row leads with: what it belongs to and when, or its name. */
const HEADS: Readonly<Record<TableName, readonly string[]>> = {
  seasons: ['season', 'hemisphere'],
  owners: ['name'],
  sites: ['name'],
  colonies: ['name'],
  deployments: ['trapId', 'siteId', 'hungOn'],
  baits: ['appliedOn', 'deploymentId'],
  weighings: ['weighedOn', 'baitId'],
  visits: ['at', 'deploymentId'],
  errands: ['on', 'memberName', 'deploymentId'],
  catches: ['foundOn', 'deploymentId', 'place'],
  steps: ['catchId', 'code', 'state'],
  followups: ['on', 'kind', 'catchId'],
  photos: ['takenOn', 'deploymentId', 'siteId', 'catchId', 'calloutId'],
  phenology: ['on', 'species', 'stage'],
  weather: ['date'],
  combs: ['name', 'drawnYear'],
  readings: ['at', 'deploymentId', 'label'],
  goods: ['name'],
  callouts: ['calledAt', 'place', 'state'],
  collections: ['calloutId'],
  spells: ['startedAt', 'collectionId'],
  pieces: ['at', 'use', 'collectionId'],
  signs: ['at', 'sign', 'collectionId'],
  tasks: ['calloutId', 'code', 'state'],
  kit: ['code', 'name'],
  batches: ['name'],
  windows: ['fromDay', 'untilDay'],
  corrections: ['what', 'use'],
  questions: ['askedOn', 'nameA', 'nameB'],
  neighbours: ['keeper', 'takenOn'],
  trials: ['name', 'beginsOn'],
  assignments: ['trialId', 'trapId', 'side'],
  deviations: ['on', 'trialId', 'what'],
  spots: ['name'],
  stances: ['season', 'stance', 'siteId', 'spotId'],
  placings: ['season', 'traps'],
  picks: ['placingId', 'siteId'],
  rounds: ['on', 'leaveAt'],
  stops: ['roundId', 'deploymentId', 'state'],
  ways: ['fromSiteId', 'toSiteId', 'start'],
};
/** How the book opens: what happened last comes first. */
export const FIRST_SORT: Readonly<Record<TableName, string>> = {
  seasons: '-season',
  owners: 'name',
  sites: 'name',
  colonies: 'name',
  deployments: '-hungOn',
  baits: '-appliedOn',
  weighings: '-weighedOn',
  visits: '-at',
  errands: '-on',
  catches: '-foundOn',
  steps: 'catchId',
  followups: '-on',
  photos: '-takenOn',
  phenology: '-on',
  weather: '-date',
  combs: 'name',
  readings: '-at',
  goods: 'name',
  callouts: '-calledAt',
  collections: 'calloutId',
  spells: '-startedAt',
  pieces: '-at',
  signs: '-at',
  tasks: 'calloutId',
  kit: 'code',
  batches: 'name',
  windows: 'fromDay',
  corrections: 'what',
  questions: '-askedOn',
  neighbours: 'keeper',
  trials: '-beginsOn',
  assignments: 'trialId',
  deviations: '-on',
  spots: 'name',
  stances: '-season',
  placings: '-season',
  picks: 'placingId',
  rounds: '-on',
  stops: 'roundId',
  ways: 'fromSiteId',
};

/** Said so often that saying it tells nothing. */
const DULL: readonly Value[] = [null, false, 'none', 'look'];

export interface RowSaid {
  readonly id: string;
  readonly head: string;
  readonly rest: string;
}

/** What a record is called where another points at it: a stay by trap and site, and by its day where stays are chosen from. */
export function linkSaid(
  table: TableName,
  row: BookRow,
  names: LinkNames,
): { readonly short: string; readonly full: string } {
  const { head } = rowSaid(table, row, { system: 'metric', names });
  if (table !== 'deployments') return { short: head, full: head };
  const [trap, site] = (['traps', 'sites'] as const).map((to, n) => {
    const id = String(valueOf(row, n === 0 ? 'trapId' : 'siteId'));
    return names.get(to)?.get(id) ?? id;
  });
  const short = `${trap} at ${site}`;
  return { short, full: `${short}, hung ${dayLong(String(valueOf(row, 'hungOn')))}` };
}

/** A row in words: what it is, then everything else that was said. */
export function rowSaid(
  table: TableName,
  row: BookRow,
  how: { readonly system: UnitSystem; readonly names: LinkNames },
): RowSaid {
  const columns = columnsOf(table);
  const said = (field: string): string => {
    const column = columns.find(([name]) => name === field);
    return column ? valueSaid(table, column, valueOf(row, field), how) : '';
  };
  const heads = HEADS[table];
  const rest = columns
    .filter(([field]) => !heads.includes(field) && !DULL.includes(valueOf(row, field)))
    .map((column) => `${labelOf(column[0])}: ${valueSaid(table, column, valueOf(row, column[0]), how)}`);
  return {
    id: row.id,
    head:
      heads
        .map(said)
        .filter((text) => text !== '')
        .join(', ') || row.id,
    rest: rest.join('; '),
  };
}

/** A column of the book as a page of it shows it. */
export interface BookColumn {
  readonly field: string;
  readonly label: string;
  /** Figures end at one edge. */
  readonly figure: boolean;
  /** Rows of a link lie by its id, which is no order for a reader. */
  readonly sorts: boolean;
}
export interface BookLine {
  readonly id: string;
  /** What the row is, in full: for whoever follows its link by ear. */
  readonly head: string;
  readonly cells: Readonly<Record<string, string>>;
}

/** A page of the book as a table: what a row leads with, then every column in which a row of this page says something. */
export function bookTable(
  table: TableName,
  rows: readonly BookRow[],
  how: { readonly system: UnitSystem; readonly names: LinkNames },
): { readonly columns: readonly BookColumn[]; readonly lines: readonly BookLine[] } {
  const heads = HEADS[table];
  const all = columnsOf(table);
  const tells = (field: string): boolean => rows.some((row) => !DULL.includes(valueOf(row, field)));
  const shown = [
    ...heads.flatMap((head) => all.filter(([field]) => field === head)),
    ...all.filter(([field]) => !heads.includes(field)),
  ].filter(([field], n) => n === 0 || tells(field));
  return {
    columns: shown.map(([field, { kind }]) => ({
      field,
      label: labelOf(field),
      figure: kind === 'number' || kind === 'whole',
      sorts: kind !== 'link',
    })),
    lines: rows.map((row) => ({
      id: row.id,
      head: rowSaid(table, row, how).head,
      cells: Object.fromEntries(
        shown.map((column) => [column[0], valueSaid(table, column, valueOf(row, column[0]), how)]),
      ),
    })),
  };
}

/** What changed between two states of a row, by its columns. */
export function changesSaid(
  table: TableName,
  before: BookRow | null,
  after: BookRow,
  how: { readonly system: UnitSystem; readonly names: LinkNames },
): readonly string[] {
  if (before === null) return ['written'];
  if (before.deletedAt === null && after.deletedAt !== null) return ['put into the bin'];
  if (before.deletedAt !== null && after.deletedAt === null) return ['taken out of the bin'];
  return columnsOf(table)
    .filter(([field]) => valueOf(before, field) !== valueOf(after, field))
    .map((column) => {
      const [was, is] = [before, after].map((row) => valueSaid(table, column, valueOf(row, column[0]), how));
      return `${labelOf(column[0])}: ${was === '' ? 'not said' : was} → ${is === '' ? 'not said' : is}`;
    });
}

/** Tables whose names are needed to say a row of `table`. */
export function linkedTables(table: TableName): readonly string[] {
  const direct = columnsOf(table).flatMap(([, column]) => (column.kind === 'link' ? [column.to] : []));
  const behind = direct.flatMap((to) => (to === 'traps' || to === table ? [] : linkedTables(to as TableName)));
  return [...new Set([...direct, ...behind])];
}
