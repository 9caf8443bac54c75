import { recordFieldsSchema } from '@yewridge/contract/schemas';
import { type ChangeDto, type Column, columnFault, columnsOf, TABLE_NAMES } from '@yewridge/contract/season';
import { type Bench, buildTraps, NOW, openBench } from './support.js';

type Fields = Readonly<Record<string, unknown>>;
const HUNG = '2026-04-10';
const DOWN = '2026-05-01';

describe('what a form refuses, and what the server does', () => {
  it('is the same for every column of every table: its bounds, its words, its length, its days', () => {
    const edges = (column: Column): readonly (string | number | boolean)[] => {
      switch (column.kind) {
        case 'number':
        case 'whole': {
          const step = column.kind === 'whole' ? 1 : Math.max(1e-6, Math.abs(column.max) * 1e-6);
          return [column.min - step, column.min, column.min + 0.5, column.max, column.max + step, 'seven'];
        }
        case 'text':
          return ['x'.repeat(column.most), 'x'.repeat(column.most + 1), '6,0', 'theft', '2026-05-14T21:05'];
        case 'word':
          return [...column.words, 'no such word'];
        case 'date':
          return ['2026-02-28', '2026-02-29', '1899-12-31', '2200-12-31', '13 May'];
        case 'minute':
          return ['2026-05-14T23:59', '2026-05-14T24:00', '2026-05-14', '2201-01-01T00:00'];
        case 'flag':
          return [true, false];
        case 'link':
          return ['s1'];
      }
    };
    let tried = 0;
    for (const table of TABLE_NAMES) {
      for (const [field, column] of columnsOf(table)) {
        for (const value of edges(column)) {
          const { error } = recordFieldsSchema(table).extract(field).validate(value);
          expect(columnFault(field, column, value) === null)
            .withContext(`${table}.${field} ${String(value).slice(0, 40)}`)
            .toBe(error === undefined);
          tried++;
        }
      }
    }
    expect(tried).toBeGreaterThan(500);
  });
});

/** Every rule between records, just before, at and just after the day it turns on. */
describe('the rules of the record, at their days', () => {
  let bench: Bench;
  let acts = 0;
  const put = (table: ChangeDto['table'], id: string, fields: Fields, revision = 0): ChangeDto => ({
    op: 'put',
    table,
    id,
    revision,
    fields,
  });
  /** `kept`, or the field and the first words of the sentence. */
  async function sent(...changes: readonly ChangeDto[]): Promise<string> {
    acts += 1;
    const answer = await bench.http.put(`/api/v1/acts/rule-${acts}`).send({ says: 'x', changes });
    if (answer.status === 201) return 'kept';
    const { error } = answer.body as { error: { code: string; fields?: { path: string; message: string }[] } };
    return `${error.code} ${error.fields?.[0]?.path.split('.').at(-1) ?? ''}`;
  }
  /** One act a value, each of a record of its own. */
  async function each(
    table: ChangeDto['table'],
    field: string,
    days: readonly string[],
    rest: Fields,
  ): Promise<string[]> {
    const answers: string[] = [];
    for (const [n, day] of days.entries()) {
      const id = `${table}-${field}-${n}-${++acts}`;
      const answer = await sent(put(table, id, { ...rest, [field]: day }));
      if (answer === 'kept') await sent({ op: 'delete', table, id, revision: 1 });
      answers.push(answer);
    }
    return answers;
  }

  beforeAll(async () => {
    bench = await openBench();
    await buildTraps(bench, ['t1', 't2']);
    const site = { name: 'Old weir', lat: 47.4, lon: 13.2, permission: 'granted' };
    expect(
      await sent(
        put('sites', 's', site),
        put('deployments', 'stay', { trapId: 't1', siteId: 's', hungOn: HUNG, takenDownOn: DOWN }),
        put('baits', 'bait', { deploymentId: 'stay', appliedOn: HUNG, carrier: 'gel', substance: 'citral' }),
        put('catches', 'caught', { deploymentId: 'stay', foundOn: '2026-04-20', method: 'trap' }),
      ),
    ).toBe('kept');
  });
  afterAll(() => bench.database.close());

  it('a look, a reading and a lure lie within the stay, its first and its last day included', async () => {
    const minutes = ['2026-04-09T23:59', '2026-04-10T00:00', '2026-05-01T23:59', '2026-05-02T00:00'];
    const expected = ['RULE at', 'kept', 'kept', 'RULE at'];
    expect(await each('visits', 'at', minutes, { deploymentId: 'stay' })).toEqual(expected);
    const reading = { deploymentId: 'stay', label: 'field', value: 1, source: 'measured' };
    expect(await each('readings', 'at', minutes, reading)).toEqual(expected);
    const days = ['2026-04-09', HUNG, DOWN, '2026-05-02'];
    const lure = { deploymentId: 'stay', carrier: 'gel', substance: 'citral' };
    expect(await each('baits', 'appliedOn', days, lure)).toEqual(['RULE appliedOn', 'kept', 'kept', 'RULE appliedOn']);
  });

  it('a trap hangs in one place at a time, and may come down and go up again on one day', async () => {
    const stay = { trapId: 't1', siteId: 's' };
    expect(await each('deployments', 'hungOn', ['2026-04-30', DOWN, '2026-05-02'], stay)).toEqual([
      'RULE hungOn',
      'kept',
      'kept',
    ]);
    const before = { ...stay, hungOn: '2026-04-01' };
    expect(await each('deployments', 'takenDownOn', ['2026-04-09', HUNG, '2026-04-11'], before)).toEqual([
      'kept',
      'kept',
      'RULE hungOn',
    ]);
    // Another trap at the same site is no conflict.
    expect(await each('deployments', 'hungOn', ['2026-04-20'], { trapId: 't2', siteId: 's' })).toEqual(['kept']);
  });

  it('what ends does not end before it began; the same day will do', async () => {
    const stay = { trapId: 't2', siteId: 's', hungOn: HUNG };
    expect(await each('deployments', 'takenDownOn', ['2026-04-09', HUNG], stay)).toEqual(['RULE takenDownOn', 'kept']);
    const lure = { deploymentId: 'stay', appliedOn: '2026-04-12', carrier: 'gel', substance: 'citral' };
    expect(await each('baits', 'removedOn', ['2026-04-11', '2026-04-12'], lure)).toEqual(['RULE removedOn', 'kept']);
    const swarm = { method: 'shaken', place: 'bakery', foundOn: '2026-04-20' };
    expect(await each('catches', 'arrivedOn', ['2026-04-20', '2026-04-21'], swarm)).toEqual(['kept', 'RULE foundOn']);
  });

  it('a lure is weighed from the day it was put in, and a catch has followed from the day it was found', async () => {
    const weighing = { baitId: 'bait', oilMassKg: 0 };
    expect(await each('weighings', 'weighedOn', ['2026-04-09', HUNG, '2026-04-11'], weighing)).toEqual([
      'RULE weighedOn',
      'kept',
      'kept',
    ]);
    const hived = { catchId: 'caught', kind: 'hived' };
    expect(await each('followups', 'on', ['2026-04-19', '2026-04-20', '2026-04-21'], hived)).toEqual([
      'RULE on',
      'kept',
      'kept',
    ]);
  });

  it('what happened is not still to come: tomorrow somewhere on the Earth will do, the day after not', async () => {
    const day = (days: number): string => new Date(Date.parse(NOW) + days * 86_400_000).toISOString().slice(0, 10);
    const bloom = { species: 'Hawthorn', stage: 'firstBloom' };
    expect(await each('phenology', 'on', [day(0), day(2)], bloom)).toEqual(['kept', 'RULE on']);
    expect(await each('catches', 'foundOn', [day(0), day(2)], { method: 'shaken', place: 'bakery' })).toEqual([
      'kept',
      'RULE foundOn',
    ]);
    const step = { catchId: 'caught', code: 'feed', state: 'done' };
    expect(await each('steps', 'at', [`${day(0)}T08:00`, `${day(2)}T08:00`], step)).toEqual(['kept', 'RULE at']);
    // Put off, it may lie ahead; put off to no time it is not.
    expect(await each('steps', 'at', [`${day(2)}T08:00`], { ...step, state: 'moved' })).toEqual(['kept']);
    expect(await sent(put('steps', 'nowhen', { ...step, state: 'moved' }))).toBe('RULE at');
  });

  it('one catch a stay, one weather a day, one mark a step', async () => {
    const second = { deploymentId: 'stay', foundOn: '2026-04-23', method: 'trap' };
    expect(await sent(put('catches', 'second', second))).toBe('RULE deploymentId');
    const weather = { date: '2026-04-20', tMinC: 5, tMaxC: 5, source: 'measured' };
    expect(await sent(put('weather', 'w1', weather))).toBe('kept');
    expect(await sent(put('weather', 'w2', weather))).toBe('RULE date');
    expect(await sent(put('weather', 'w3', { ...weather, date: '2026-04-21', tMaxC: 4.9 }))).toBe('RULE tMaxC');
    const mark = { catchId: 'caught', code: 'open', state: 'skipped' };
    expect(await sent(put('steps', 'one', mark))).toBe('kept');
    // Two devices that mark it alike mean one mark; in one act it is a fault.
    expect(await sent(put('steps', 'two', mark))).toBe('kept');
    expect(await sent(put('steps', 'three', { ...mark, state: 'done', at: '2026-04-20T08:00' }))).toBe(
      'REVISION_CONFLICT state',
    );
  });

  it('a record goes into the bin by the revision it was read at, and not while others belong to it', async () => {
    const note = { species: 'Blackthorn', stage: 'firstBloom', on: '2026-04-02' };
    expect(await sent(put('phenology', 'p', note))).toBe('kept');
    expect(await sent(put('phenology', 'p', { ...note, notes: 'by the ford' }, 1))).toBe('kept');
    const bin = (revision: number): ChangeDto => ({ op: 'delete', table: 'phenology', id: 'p', revision });
    expect(await sent(bin(1))).toContain('CONFLICT');
    expect(await sent(bin(2))).toBe('kept');
    expect(await sent({ op: 'delete', table: 'sites', id: 's', revision: 1 })).toContain('RULE');
  });

  it('a swarm out of a trap names the trap, any other does not need one', async () => {
    const swarm = { foundOn: '2026-04-20' };
    expect(await sent(put('catches', 'c1', { ...swarm, method: 'trap' }))).toBe('RULE deploymentId');
    expect(await sent(put('catches', 'c2', swarm))).toBe('RULE deploymentId');
    expect(await sent(put('catches', 'c3', { ...swarm, method: 'cutOut', place: 'mill' }))).toBe('kept');
  });

  it('a photo is of one thing', async () => {
    const photo = { takenOn: '2026-04-20' };
    expect(await sent(put('photos', 'f1', photo))).toBe('RULE siteId');
    expect(await sent(put('photos', 'f2', { ...photo, siteId: 's', deploymentId: 'stay' }))).toBe('RULE siteId');
    expect(await sent(put('photos', 'f3', { ...photo, siteId: 's' }))).toBe('kept');
    const call = { calledAt: '2026-04-20T10:00', place: 'Mill', kind: 'unknown', state: 'called' } as const;
    const asked = { poison: 'unknown', permission: 'unknown' } as const;
    expect(await sent(put('callouts', 'k', { ...call, ...asked }))).toBe('kept');
    expect(await sent(put('photos', 'f4', { ...photo, siteId: 's', calloutId: 'k' }))).toBe('RULE siteId');
    expect(await sent(put('photos', 'f5', { ...photo, calloutId: 'k' }))).toBe('kept');
  });
});
