import type { FaultDto, FilePlanDto, FileTable, TableRowsDto } from '@yewridge/contract/files';

/** What a table is called, and its rows when there are many. */
export const TABLE_NAMES_SAID: Readonly<Record<FileTable, string>> = {
  traps: 'traps',
  seasons: 'seasons',
  owners: 'landowners',
  sites: 'sites',
  colonies: 'known colonies',
  deployments: 'stays of traps',
  baits: 'lures put in',
  weighings: 'weighings of lures',
  visits: 'visits',
  errands: 'traps given to somebody for a day',
  catches: 'catches',
  steps: 'steps after a catch',
  followups: 'what became of them',
  photos: 'photos',
  phenology: 'blooms',
  weather: 'weather',
  combs: 'combs',
  readings: 'free readings',
  goods: 'goods on the shelf',
  callouts: 'call-outs',
  collections: 'what was taken at call-outs',
  spells: 'spells of suction',
  pieces: 'combs that were cut',
  signs: 'signs of the queen',
  tasks: 'steps after a call-out',
  kit: 'kit for call-outs',
  batches: 'what is sawn together',
  windows: 'days of the year that count',
  corrections: 'rules of thumb and the log',
  questions: 'questions to the records',
  neighbours: 'records of other keepers',
  trials: 'trials',
  assignments: 'traps of trials',
  deviations: 'what went otherwise in trials',
  spots: 'places thought of',
  stances: 'pins and bars',
  placings: 'plans of where to hang',
  picks: 'sites of plans',
  rounds: 'rounds of a day',
  stops: 'what was said of stops',
  ways: 'ways that were timed',
};

export interface TableGroup {
  readonly name: string;
  readonly tables: readonly FileTable[];
}
/** In the order of a keeper's year. */
export const TABLE_GROUPS: readonly TableGroup[] = [
  { name: 'Ground', tables: ['sites', 'owners', 'colonies', 'spots', 'stances', 'placings', 'picks'] },
  { name: 'Stores', tables: ['traps', 'combs', 'goods', 'kit', 'batches'] },
  {
    name: 'Rounds',
    tables: ['deployments', 'visits', 'errands', 'rounds', 'stops', 'ways', 'baits', 'weighings', 'readings', 'photos'],
  },
  { name: 'Catches', tables: ['catches', 'steps', 'followups'] },
  { name: 'Calls', tables: ['callouts', 'collections', 'spells', 'pieces', 'signs', 'tasks'] },
  { name: 'The year', tables: ['seasons', 'phenology', 'weather'] },
  {
    name: 'Evidence',
    tables: ['windows', 'corrections', 'questions', 'neighbours', 'trials', 'assignments', 'deviations'],
  },
];

export function tableName(table: string): string {
  const names: Readonly<Partial<Record<string, string>>> = {
    ...TABLE_NAMES_SAID,
    design: 'designs',
    design_version: 'versions of designs',
    rig: 'bee vacuums',
    rig_version: 'versions of bee vacuums',
    act: 'acts in the log',
    record_change: 'changes in the log',
    map_layer: 'sheets under the map',
  };
  return names[table] ?? table;
}

const many = (count: number, one: string, more: string): string =>
  `${count.toLocaleString('en-GB')} ${count === 1 ? one : more}`;

/** The answer of the place. */
export function keptWords(tables: readonly TableRowsDto[]): string {
  const used = tables.filter(({ rows }) => rows > 0);
  if (used.length === 0) return 'Nothing is kept yet';
  const rows = used.reduce((sum, one) => sum + one.rows, 0);
  return `${many(rows, 'row', 'rows')} kept in ${many(used.length, 'table', 'tables')}`;
}

/** What a file turned out to be. */
export function kindWords({ kind, table, fresh }: FilePlanDto): string {
  switch (kind) {
    case 'table':
      return table ? `A table of ${TABLE_NAMES_SAID[table]}` : 'A table';
    case 'places':
      return 'Places on a map, which become sites';
    case 'sheet':
      return `${many(fresh, 'line or area', 'lines and areas')}: a sheet to lie under the map`;
    case 'backup':
      return 'A backup of Yewridge';
    case null:
      return 'Nothing that can be loaded';
  }
}

/** What taking it in would do, in one sentence. */
export function planWords(plan: FilePlanDto): string {
  const { kind, fresh, changed, same, faultCount } = plan;
  if (faultCount > 0) {
    return `${many(faultCount, 'place stands', 'places stand')} against it. Nothing of it is loaded until all are mended.`;
  }
  if (kind === 'backup') return 'It replaces everything kept here.';
  if (kind === 'sheet') return 'It is drawn under the sites; the record does not change.';
  const parts = [
    fresh > 0 ? `${fresh.toLocaleString('en-GB')} new` : '',
    changed > 0 ? `${changed.toLocaleString('en-GB')} changed` : '',
    same > 0 ? `${same.toLocaleString('en-GB')} kept like that already` : '',
  ].filter((part) => part !== '');
  if (fresh + changed === 0) return 'All of it is kept like that already: there is nothing to do.';
  return `${parts.join(', ')}.`;
}

/** Whether there is anything to take in, and nothing against it. */
export function canTake({ kind, fresh, changed, faultCount }: FilePlanDto): boolean {
  return kind !== null && faultCount === 0 && (kind === 'backup' || kind === 'sheet' || fresh + changed > 0);
}

/** `row 4`, `place 2`, `the file`. */
export function faultPlace({ row }: FaultDto, kind: FilePlanDto['kind']): string {
  if (row === 0) return 'the file';
  return kind === 'places' || kind === 'sheet' ? `place ${row}` : `row ${row}`;
}

export function sizeWords(bytes: number): string {
  if (bytes < 1000) return `${bytes} B`;
  return bytes < 1e6 ? `${Math.round(bytes / 1000)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
}
