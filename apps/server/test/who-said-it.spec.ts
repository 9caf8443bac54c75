import { columnName, columnsOf, TABLE_NAMES, type TableName } from '@yewridge/contract/season';
import SQLite from 'better-sqlite3';
import { join } from 'node:path';
import { type Bench, buildTraps, openBench } from './support.js';

type Row = Readonly<Record<string, unknown>>;

/** What the program says of a row by itself; all else a row holds, somebody has said. */
const COMPUTED: readonly string[] = ['id', 'revision', 'at_utc', 'created_at_utc', 'updated_at_utc', 'deleted_at_utc'];
/** The least that can be said of each, in the order in which they point at one another. */
const LEAST: Readonly<Record<TableName, Row>> = {
  seasons: { hemisphere: 'N', season: 2026 },
  owners: { name: 'A neighbour' },
  sites: { name: 'Old weir', permission: 'unknown' },
  colonies: { lat: 47.4, lon: 13.2 },
  goods: { kind: 'lure', name: 'Marn mix', count: 0 },
  deployments: { trapId: 't', siteId: 'sites', hungOn: '2026-04-10' },
  baits: { deploymentId: 'deployments', appliedOn: '2026-04-10', carrier: 'pipette', substance: 'blend' },
  weighings: { baitId: 'baits', weighedOn: '2026-04-11', oilMassKg: 0 },
  visits: { deploymentId: 'deployments', at: '2026-04-11T10:00' },
  errands: { on: '2026-04-11', deploymentId: 'deployments', memberId: 'm', memberName: 'Ivo' },
  catches: { deploymentId: 'deployments', foundOn: '2026-04-12' },
  steps: { catchId: 'catches', code: 'peek', state: 'skipped' },
  followups: { catchId: 'catches', on: '2026-04-13', kind: 'hived' },
  photos: { takenOn: '2026-04-13', siteId: 'sites' },
  phenology: { species: 'Hawthorn', stage: 'firstBloom', on: '2026-04-20' },
  weather: { date: '2026-04-20', source: 'measured' },
  combs: { name: 'C-1', drawnYear: 2024, state: 'spare' },
  readings: { deploymentId: 'deployments', at: '2026-04-11T10:00', label: 'field', value: 0, source: 'measured' },
  callouts: {
    calledAt: '2026-05-14T17:40',
    place: 'Cider lane',
    kind: 'unknown',
    poison: 'unknown',
    permission: 'unknown',
    state: 'called',
  },
  collections: { calloutId: 'callouts' },
  spells: { collectionId: 'collections', startedAt: '2026-05-14T18:20:00' },
  pieces: { collectionId: 'collections', use: 'brood' },
  signs: { collectionId: 'collections', at: '2026-05-14T18:40', sign: 'fanning' },
  tasks: { calloutId: 'callouts', code: 'join', state: 'open' },
  kit: { code: 'ladder', count: 0 },
  batches: { name: 'Winter', lines: 'fence-box:3' },
  windows: { fromDay: '04-01', untilDay: '07-15' },
  corrections: { what: 'scouts', use: 'rule' },
  questions: {
    fact: 'comb',
    optionA: 'oldBrood',
    optionB: '*',
    nameA: 'old comb',
    nameB: 'no old comb',
    askedOn: '2026-04-10',
  },
  neighbours: { keeper: 'k-1', takenOn: '2026-04-10', digest: 'd', rows: 1, spells: '2024|4|1|0|removed' },
  trials: {
    name: 'Comb',
    fact: 'comb',
    optionA: 'oldBrood',
    optionB: 'none',
    nameA: 'old comb',
    nameB: 'no comb',
    seed: 7,
    beginsOn: '2026-04-10',
    endsOn: '2026-07-15',
    hopedRatio: 2,
  },
  assignments: { trialId: 'trials', block: 1, trapId: 't', side: 'A' },
  spots: { name: 'Hedge', lat: 47.4, lon: 13.2 },
  stances: { season: 2027, stance: 'pinned', spotId: 'spots' },
  placings: { season: 2027, keptOn: '2026-05-14', traps: 16, apartM: 200, permission: 'noNo' },
  picks: { placingId: 'placings', siteId: 'sites' },
  rounds: {
    on: '2026-05-14',
    leaveAt: '18:30',
    fromName: 'Mill',
    fromLat: 47.4,
    fromLon: 13.2,
    homeAgain: true,
    people: 1,
  },
  stops: { roundId: 'rounds', deploymentId: 'deployments', state: 'dropped' },
  ways: { fromSiteId: 'sites', start: 'Mill', durationS: 360 },
  deviations: { trialId: 'trials', on: '2026-04-12', what: 'peeked' },
};

/** A row as it lies in the database, without what is empty. */
function held(bench: Bench, table: TableName): Row {
  const database = new SQLite(join(bench.dataFolder, 'test.sqlite'), { readonly: true });
  const row = database.prepare<[string], Row>(`SELECT * FROM "${table}" WHERE id = ?`).get(table) ?? {};
  database.close();
  return Object.fromEntries(Object.entries(row).filter(([, value]) => value !== null));
}

describe('who said it', () => {
  let bench: Bench;
  beforeAll(async () => {
    bench = await openBench();
    await buildTraps(bench, ['t']);
    const changes = Object.entries(LEAST).map(([table, fields]) => ({
      op: 'put',
      table,
      id: table,
      revision: 0,
      fields,
    }));
    const answer = await bench.http.put('/api/v1/acts/least').send({ says: 'the least', changes });
    expect(answer.status).withContext(answer.text).toBe(201);
  });
  afterAll(() => bench.database.close());

  for (const table of TABLE_NAMES) {
    it(`${table}: every column of a row was in the act, or is the program’s own`, () => {
      const said = Object.fromEntries(
        Object.entries(LEAST[table]).map(([field, value]) => [columnName(field), value === true ? 1 : value]),
      );
      const row = held(bench, table);
      const told = Object.fromEntries(Object.entries(row).filter(([name]) => !COMPUTED.includes(name)));
      expect(told).toEqual(said);
      expect(row['revision']).toBe(1);
    });

    it(`${table}: what must be said is in the least that can be said, and nothing else`, () => {
      const needed = columnsOf(table).flatMap(([field, { required }]) => (required ? [field] : []));
      const beside = Object.keys(LEAST[table]).filter((field) => !needed.includes(field));
      expect(needed.filter((field) => !(field in LEAST[table]))).toEqual([]);
      // A catch names the trap it was in, a photo what it is of, and a pin its place, by the rules between records.
      expect(beside).toEqual(
        { catches: ['deploymentId'], photos: ['siteId'], stances: ['spotId'], ways: ['fromSiteId', 'start'] }[
          table as string
        ] ?? [],
      );
    });
  }
});
