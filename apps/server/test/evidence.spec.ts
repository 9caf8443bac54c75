import type { EvidenceDto } from '@yewridge/contract/evidence';
import type { SummaryDto } from '@yewridge/contract/rounds';
import type { ChangeDto, TableName } from '@yewridge/contract/season';
import { join } from 'node:path';
import SQLite from 'better-sqlite3';
import type { Response } from 'supertest';
import { DemoClock } from '../src/shared/clock/demo-clock.js';
import { DEMO_NOW, seedDemo } from '../src/demo/seed-demo.js';
import { API, joined, switchOn } from './access-support.js';
import { type Bench, buildTraps, errorIn, openBench, put as putOf } from './support.js';

const TODAY = '2026-05-14';
const put = (table: TableName, id: string, fields: object): ChangeDto => putOf(table, id, fields) as ChangeDto;
const clock = { now: () => new Date('2026-05-14T16:20:00Z') };
const QUESTION = {
  fact: 'comb',
  optionA: 'oldBrood',
  optionB: '*',
  nameA: 'old comb',
  nameB: 'no old comb',
  askedOn: TODAY,
};
const NEIGHBOUR = { keeper: 'k-1', takenOn: TODAY, digest: 'd1', rows: 1, spells: '2024|4|30|0|removed' };
const TRIAL = {
  name: 'Old comb or none',
  fact: 'comb',
  optionA: 'oldBrood',
  optionB: 'none',
  nameA: 'old comb',
  nameB: 'no comb',
  seed: 7,
  beginsOn: '2026-05-20',
  endsOn: '2026-07-15',
  hopedRatio: 2,
};

describe('Evidence over HTTP', () => {
  let bench: Bench;
  let count = 0;
  const act = (...changes: readonly ChangeDto[]): PromiseLike<Response> => {
    count += 1;
    return bench.http.put(`${API}/acts/e${count}`).send({ says: `act ${count}`, changes });
  };
  /** What stands against it, with its sentence; `kept` where nothing does. */
  const said = async (...changes: readonly ChangeDto[]): Promise<string> => {
    const answer = await act(...changes);
    if (answer.status < 300) return 'kept';
    const { code, fields } = errorIn(answer);
    return `${code} ${fields?.[0]?.path ?? ''}: ${fields?.[0]?.message ?? ''}`;
  };
  const evidence = async (): Promise<EvidenceDto> => (await bench.http.get(`${API}/evidence`)).body as EvidenceDto;
  const summary = async (): Promise<SummaryDto> => (await bench.http.get(`${API}/rounds/summary`)).body as SummaryDto;
  const days = ({ spells }: EvidenceDto): number => spells.reduce((sum, one) => sum + one.days, 0);

  afterEach(async () => {
    await bench.database.close();
  });

  describe('of the demo', () => {
    beforeEach(async () => {
      bench = await openBench();
      await seedDemo(bench.database, await DemoClock.open(bench.database, DEMO_NOW));
    });

    it('is every stay of the record, in the count or beside it', async () => {
      const { spells, outside, seasons, trapsNow, keeper } = await evidence();
      const { items, total } = (await bench.http.get(`${API}/records/deployments?limit=500`)).body as {
        items: { id: string; hungOn: string }[];
        total: number;
      };
      const counted = new Set(spells.map(({ deploymentId }) => deploymentId));
      for (const { deploymentId } of outside) counted.add(deploymentId);
      expect(items.filter(({ id }) => !counted.has(id)).map(({ id }) => id)).toEqual([]);
      expect(total).toBe(75);
      expect(seasons.map(({ season }) => season)).toEqual([2023, 2024, 2025, 2026]);
      expect(trapsNow).toBe(13);
      expect(keeper).toMatch(/^k-[0-9a-f]{8}$/);
    });

    it('comes to the same days and catches as the seasons do', async () => {
      const told = await evidence();
      const { seasons } = await summary();
      expect(seasons.reduce((sum, { trapDays }) => sum + trapDays, 0)).toBe(days(told));
      expect(seasons.reduce((sum, { catches }) => sum + catches, 0)).toBe(
        told.spells.filter(({ event }) => event === 1).length,
      );
      expect(days(told)).toBe(3833);
    });

    it('says of how scouts foretell what the season’s page says', async () => {
      const sheet = (await bench.http.get(`${API}/today/season`)).body as { scouts: EvidenceDto['scouts'] };
      expect((await evidence()).scouts).toEqual(sheet.scouts);
    });

    it('has the keepers’ groups of places, and says that they were made after the records were seen', async () => {
      const { items } = (await bench.http.get(`${API}/records/questions`)).body as {
        items: { nameA: string; afterSeeing: boolean; groupsPlaces: boolean; answer: string | null }[];
      };
      expect(
        items.map(({ nameA, afterSeeing, groupsPlaces, answer }) => [nameA, afterSeeing, groupsPlaces, answer]),
      ).toEqual([['an edge', true, true, null]]);
    });
  });

  describe('from an empty workspace', () => {
    beforeEach(async () => {
      bench = await openBench(null, { clock });
    });

    it('is empty, and says which days will count', async () => {
      const told = await evidence();
      expect([told.spells, told.outside, told.seasons, told.trapsNow, told.window]).toEqual([
        [],
        [],
        [],
        0,
        { from: '04-01', until: '07-15', said: false },
      ]);
    });

    it('follows what is written at once: a stay, a catch, the days that count', async () => {
      await buildTraps(bench, ['1']);
      expect(
        await said(
          put('sites', 's', { name: 'Weir', permission: 'granted', landmark: 'hedgerow' }),
          put('deployments', 'd', { trapId: '1', siteId: 's', hungOn: '2026-04-14', comb: 'oldBrood' }),
        ),
      ).toBe('kept');
      const [hung] = (await evidence()).spells;
      expect([hung?.days, hung?.reason, hung?.facts.comb, hung?.facts.lure, hung?.facts.heightM]).toEqual([
        30,
        'asOf',
        'oldBrood',
        'none',
        null,
      ]);
      expect(await said(put('windows', 'window', { fromDay: '05-01', untilDay: '06-30' }))).toBe('kept');
      const narrower = await evidence();
      expect([days(narrower), narrower.window]).toEqual([13, { from: '05-01', until: '06-30', said: true }]);
      expect((await summary()).seasons.map(({ start, end, trapDays }) => [start, end, trapDays])).toEqual([
        ['2026-05-01', '2026-06-30', 13],
      ]);
      expect(
        await said(put('catches', 'c', { deploymentId: 'd', foundOn: '2026-05-12', arrivedOn: '2026-05-10' })),
      ).toBe('kept');
      const [caught] = (await evidence()).spells;
      expect([caught?.event, caught?.left, caught?.right]).toEqual([1, '2026-04-14', '2026-05-12']);
    });

    for (const [fromDay, untilDay, says] of [
      ['4-1', '07-15', 'fromDay'],
      ['04-01', '07-32', 'untilDay'],
      ['13-01', '07-15', 'fromDay'],
    ] as const) {
      it(`takes no days from ${fromDay} to ${untilDay}`, async () => {
        expect(await said(put('windows', 'window', { fromDay, untilDay }))).toContain(
          `VALIDATION changes[0].fields.${says}`,
        );
      });
    }

    it('keeps a question with what was said, and nothing else', async () => {
      expect(await said(put('questions', 'q', QUESTION))).toBe('kept');
      const row = rowOf('questions', 'q');
      expect(row).toEqual(jasmine.objectContaining({ fact: 'comb', option_a: 'oldBrood', asked_on: TODAY }));
      for (const column of ['after_seeing', 'groups_places', 'code', 'answer', 'ratio', 'comparisons', 'height_from_m'])
        expect(row?.[column]).withContext(column).toBeNull();
    });

    for (const [change, says] of [
      [{ fact: 'colour' }, 'VALIDATION changes[0].fields.fact'],
      [{ optionA: '' }, 'VALIDATION changes[0].fields.optionA'],
      [{ nameA: 'x'.repeat(61) }, 'VALIDATION changes[0].fields.nameA'],
      [{ heightFromM: 41 }, 'VALIDATION changes[0].fields.heightFromM'],
      [{ seasonFrom: 1899 }, 'VALIDATION changes[0].fields.seasonFrom'],
      [{ code: 'proved' }, 'VALIDATION changes[0].fields.code'],
      [{ askedOn: '2026-05-16' }, 'RULE changes[0].fields.askedOn'],
    ] as const) {
      it(`keeps no question with ${JSON.stringify(change).slice(0, 40)}`, async () => {
        expect(await said(put('questions', 'q', { ...QUESTION, ...change }))).toContain(says);
      });
    }

    it('takes a neighbour’s file in once, back out, and in again', async () => {
      expect(await said(put('neighbours', 'n', NEIGHBOUR))).toBe('kept');
      expect(await said(put('neighbours', 'n2', { ...NEIGHBOUR, keeper: 'k-2' }))).toBe(
        'RULE changes[0].fields.digest: these records are taken in already: a file counts once',
      );
      expect(await said({ op: 'delete', table: 'neighbours', id: 'n', revision: 1 })).toBe('kept');
      expect(await said(put('neighbours', 'n2', NEIGHBOUR))).toBe('kept');
      const { items } = (await bench.http.get(`${API}/records/neighbours`)).body as { items: { id: string }[] };
      expect(items.map(({ id }) => id)).toEqual(['n2']);
    });

    it('takes 2000 rows of a neighbour, and not one more', async () => {
      const spells = 'x'.repeat(240_000);
      expect(await said(put('neighbours', 'n', { ...NEIGHBOUR, rows: 2000, spells }))).toBe('kept');
      expect(await said(put('neighbours', 'm', { ...NEIGHBOUR, digest: 'e', rows: 2001 }))).toContain('fields.rows');
      expect(await said(put('neighbours', 'm', { ...NEIGHBOUR, digest: 'e', spells: `${spells}x` }))).toContain(
        'fields.spells',
      );
    });

    it('leaves a neighbour’s records at the table: a telephone does not take them along', async () => {
      await act(put('neighbours', 'n', NEIGHBOUR), put('questions', 'q', QUESTION));
      const { changes } = (await bench.http.get(`${API}/changes?after=0&edition=`)).body as {
        changes: { table: string }[];
      };
      const tables = new Set(changes.map(({ table }) => table));
      expect([tables.has('questions'), tables.has('neighbours')]).toEqual([true, false]);
    });

    it('keeps a trial that ends after it begins, with each trap once', async () => {
      await buildTraps(bench, ['1', '2']);
      expect(await said(put('trials', 't', { ...TRIAL, endsOn: TRIAL.beginsOn }))).toBe(
        'RULE changes[0].fields.endsOn: 2026-05-20 is the day the trial begins: it needs more than one',
      );
      expect(await said(put('trials', 't', { ...TRIAL, endsOn: '2026-05-19' }))).toBe(
        'RULE changes[0].fields.endsOn: 2026-05-19 is before 2026-05-20, when the trial begins',
      );
      const assigned = (id: string, trapId: string, side: string): ChangeDto =>
        put('assignments', id, { trialId: 't', block: 1, trapId, side });
      expect(await said(put('trials', 't', TRIAL), assigned('a', '1', 'A'), assigned('b', '2', 'B'))).toBe('kept');
      expect(await said(assigned('c', '1', 'B'))).toBe(
        'RULE changes[0].fields.trialId: this trap is in the trial already',
      );
      expect(await said(assigned('c', 'gone', 'B'))).toContain('there is no "gone" among the traps');
      expect(await said(put('deviations', 'd', { trialId: 't', on: TODAY, what: 'peeked' }))).toBe('kept');
      expect(await said(put('deviations', 'e', { trialId: 't', on: '2026-05-16', what: 'peeked' }))).toContain(
        'is still to come',
      );
      expect(await said(put('deviations', 'e', { trialId: 't', on: TODAY, what: 'forgot' }))).toContain('fields.what');
    });

    it('refuses all of an act where one part of it is refused', async () => {
      await buildTraps(bench, ['1']);
      const refused = await said(
        put('trials', 't', TRIAL),
        put('assignments', 'a', { trialId: 't', block: 1, trapId: '1', side: 'C' }),
      );
      expect(refused).toContain('fields.side');
      expect(rowOf('trials', 't')).toBeUndefined();
    });

    it('is for whoever is in: a helper reads it, and writes none of it', async () => {
      const owner = await switchOn(bench);
      const { cookie } = await joined(bench, owner, 'helper', 'Ivo');
      expect((await bench.http.get(`${API}/evidence`)).status).toBe(401);
      expect((await bench.http.get(`${API}/evidence`).set('Cookie', cookie)).status).toBe(200);
      for (const [table, fields] of [
        ['questions', QUESTION],
        ['neighbours', NEIGHBOUR],
        ['trials', TRIAL],
        ['windows', { fromDay: '04-01', untilDay: '07-15' }],
      ] as const) {
        const answer = await bench.http
          .put(`${API}/acts/h-${table}`)
          .set('Cookie', cookie)
          .send({ says: 'helps', changes: [put(table, 'x', fields)] });
        expect([table, answer.status]).toEqual([table, 403]);
      }
    });

    it('calls this workspace by a code that says nothing of it, always the same', async () => {
      const { keeper } = await evidence();
      await act(put('sites', 's', { name: 'Weir', permission: 'granted' }));
      expect((await evidence()).keeper).toBe(keeper);
      const workspace = new SQLite(join(bench.dataFolder, 'test.sqlite'), { readonly: true })
        .prepare('SELECT workspace FROM edition')
        .pluck()
        .get() as string;
      expect(workspace).not.toContain(String(keeper).slice(2));
    });

    function rowOf(table: TableName, id: string): Readonly<Record<string, unknown>> | undefined {
      const database = new SQLite(join(bench.dataFolder, 'test.sqlite'), { readonly: true });
      const row = database.prepare(`SELECT * FROM ${table} WHERE id = ?`).get(id);
      database.close();
      return row as Readonly<Record<string, unknown>> | undefined;
    }
  });
});
