import type { FilePlanDto } from '@yewridge/contract/files';
import { columnsOf, TABLE_NAMES, type TableName } from '@yewridge/contract/season';
import { keptNumber, type LinkNames, numberAs, shownNumber } from '../../../shared/records/record-words';
import { type BookRow, changesSaid, linkedTables, linkSaid, rowSaid } from './book-words';
import { valueSaid } from '../../../shared/records/record-words';
import { canTake, faultPlace, keptWords, planWords, sizeWords, TABLE_GROUPS, TABLE_NAMES_SAID } from './file-words';

const nothing: FilePlanDto = {
  kind: 'table',
  table: 'visits',
  fresh: 0,
  changed: 0,
  same: 0,
  faults: [],
  faultCount: 0,
  differences: [],
  places: [],
  counts: [],
  madeAt: null,
};

describe('files in words', () => {
  it('every table has its place on the page, once', () => {
    const shown = TABLE_GROUPS.flatMap(({ tables }) => tables);
    expect([...shown].sort()).toEqual((Object.keys(TABLE_NAMES_SAID) as (typeof shown)[number][]).sort());
  });

  it('a plan says what would happen, and offers only what can be done', () => {
    const same = { ...nothing, same: 40 };
    expect([planWords(same), canTake(same)]).toEqual([
      'All of it is kept like that already: there is nothing to do.',
      false,
    ]);
    const some = { ...nothing, fresh: 1200, changed: 1, same: 3 };
    expect([planWords(some), canTake(some)]).toEqual(['1,200 new, 1 changed, 3 kept like that already.', true]);
    const faulty = { ...some, faultCount: 1 };
    expect(planWords(faulty)).toContain('1 place stands against it. Nothing of it is loaded');
    expect(canTake(faulty)).toBeFalse();
    expect(canTake({ ...nothing, kind: 'backup' })).toBeTrue();
    expect(canTake({ ...nothing, kind: null })).toBeFalse();
  });

  it('a fault is found by the row of the table or the place of the map', () => {
    const fault = { row: 7, column: 'lat', code: 'RANGE', message: '' } as const;
    expect([faultPlace(fault, 'table'), faultPlace(fault, 'places'), faultPlace({ ...fault, row: 0 }, null)]).toEqual([
      'row 7',
      'place 7',
      'the file',
    ]);
  });

  it('what is kept is counted, and sizes are said', () => {
    expect(keptWords([{ table: 'sites', rows: 0 }])).toBe('Nothing is kept yet');
    expect(
      keptWords([
        { table: 'sites', rows: 1 },
        { table: 'visits', rows: 1999 },
      ]),
    ).toBe('2,000 rows kept in 2 tables');
    expect([sizeWords(12), sizeWords(61_900), sizeWords(1_250_000)]).toEqual(['12 B', '62 kB', '1.3 MB']);
  });
});

describe('the book in words', () => {
  const names: LinkNames = new Map([
    ['traps', new Map([['t1', 'V-07']])],
    ['sites', new Map([['s1', 'Old weir']])],
    ['deployments', new Map([['d1', 'V-07 at Old weir']])],
  ]);
  const how = { system: 'metric', names } as const;
  const row = (fields: object): BookRow => ({
    id: 'x',
    revision: 1,
    createdAt: '',
    updatedAt: '',
    deletedAt: null,
    ...fields,
  });

  it('a row leads with what it is, and leaves out what tells nothing', () => {
    const visit = row({
      deploymentId: 'd1',
      at: '2026-05-13T17:05',
      occupied: false,
      scoutsPerMin: 25,
      action: 'none',
      notes: null,
    });
    expect(rowSaid('visits', visit, how)).toEqual({
      id: 'x',
      head: '13 May 2026, 17:05, V-07 at Old weir',
      rest: 'scouts a minute: 25',
    });
    const stay = row({ trapId: 't1', siteId: 's1', hungOn: '2026-04-03' });
    expect(linkSaid('deployments', stay, names)).toEqual({
      short: 'V-07 at Old weir',
      full: 'V-07 at Old weir, hung 3 Apr 2026',
    });
  });

  it('figures are said in the reader’s units and kept in SI, to the last digit', () => {
    const column = (table: TableName, field: string): ReturnType<typeof columnsOf>[number] =>
      columnsOf(table).find(([name]) => name === field)!;
    const say = (table: TableName, field: string, value: number, system: 'metric' | 'imperial'): string =>
      valueSaid(table, column(table, field), value, { system, names });
    expect(say('weather', 'tMinC', -3, 'metric')).toBe('-3 °C');
    expect(say('weather', 'tMinC', -5, 'imperial')).toBe('23 °F');
    expect(say('catches', 'massKg', 1.6, 'metric')).toBe('1.6 kg');
    expect(say('baits', 'massKg', 0.00045, 'metric')).toBe('0.45 g');
    for (const table of TABLE_NAMES) {
      for (const [field, one] of columnsOf(table)) {
        const as = one.kind === 'number' || one.kind === 'whole' ? numberAs(table, field, one) : null;
        if (!as || (one.kind !== 'number' && one.kind !== 'whole')) continue;
        for (const value of [one.min, one.max, 0.3 * one.min + 0.7 * one.max]) {
          expect(keptNumber(shownNumber(value, as), as))
            .withContext(`${table} ${field}`)
            .toBeCloseTo(value, 9);
        }
      }
    }
  });

  it('what changed is said column by column', () => {
    const before = row({ species: 'Blackthorn', stage: 'fullBloom', on: '2026-04-02', notes: null });
    const after = { ...before, on: '2026-04-04', notes: 'by the ford' } as unknown as BookRow;
    expect(changesSaid('phenology', before, after, how)).toEqual([
      'day: 2 Apr 2026 → 4 Apr 2026',
      'notes: not said → by the ford',
    ]);
    expect(changesSaid('phenology', null, after, how)).toEqual(['written']);
    expect(changesSaid('phenology', before, { ...before, deletedAt: 'then' }, how)).toEqual(['put into the bin']);
  });

  it('the names behind a link are fetched too', () => {
    expect(linkedTables('weighings')).toEqual(['baits', 'deployments', 'goods', 'traps', 'sites', 'owners']);
    expect(linkedTables('weather')).toEqual([]);
  });
});
