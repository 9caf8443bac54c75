import type { ChangesDto, FieldRowDto, RowChangeDto } from '@yewridge/contract/field';
import { blank, type Fields, type TableName } from '@yewridge/contract/season';
import { deleteDB } from 'idb';
import { Replica } from './replica';
import { type Gathers, gatherSmall, MOST_SMALL } from './small-pictures';

const NAME = 'yewridge-small-spec';

function row<T extends TableName>(table: T, id: string, fields: Partial<Fields<T>>): RowChangeDto {
  const kept = { id, revision: 1, createdAt: '', updatedAt: '', deletedAt: null, ...blank(table, fields) };
  return { table: table as never, id, row: kept as unknown as FieldRowDto['photos'] };
}
const photo = (id: string, of: Partial<Fields<'photos'>>, takenOn = '2026-05-10'): RowChangeDto =>
  row('photos', id, { takenOn, ...of });
const ROWS: readonly RowChangeDto[] = [
  row('deployments', 'd', { trapId: 't', siteId: 's', hungOn: '2026-05-01' }),
  row('deployments', 'old', { trapId: 't', siteId: 'far', hungOn: '2025-05-01', takenDownOn: '2025-07-01' }),
  row('catches', 'c', { deploymentId: 'd', foundOn: '2026-05-09', method: 'trap' }),
  row('catches', 'before', { deploymentId: 'old', foundOn: '2025-05-09', method: 'trap' }),
];

describe('small pictures that are taken along', () => {
  let replica: Replica;
  let fetched: string[];
  let missing: ReadonlySet<string>;
  let short: boolean;
  const gathers: Gathers = {
    fetchPicture: (id) => {
      fetched.push(id);
      return missing.has(id)
        ? Promise.reject(new TypeError('Failed to fetch'))
        : Promise.resolve(new Blob(['whole ', id]));
    },
    shrink: async (picture) => new Blob([(await picture.text()).replace('whole', 'small')]),
    roomIsShort: () => Promise.resolve(short),
  };
  const read = (seq: number, changes: readonly RowChangeDto[], more: Partial<ChangesDto> = {}): Promise<void> =>
    replica.take({ edition: 'e1', anew: false, seq, more: false, changes, ...more });
  const gather = async (edition = 'e1'): Promise<number> =>
    gatherSmall(replica, { rows: await replica.rows(), edition }, gathers);
  const small = async (id: string): Promise<string | null> => (await replica.small(id))?.text() ?? null;

  beforeEach(async () => {
    [fetched, missing, short] = [[], new Set(), false];
    replica = await Replica.open(NAME);
  });
  afterEach(async () => {
    replica.close();
    await deleteDB(NAME);
  });

  it('are of sites where a trap hangs, of those hangings and of what was caught there; of nothing else', async () => {
    await read(1, [
      ...ROWS,
      photo('tree', { siteId: 's' }),
      photo('door', { deploymentId: 'd' }),
      photo('bees', { catchId: 'c' }),
      photo('gone', { deploymentId: 'old' }),
      photo('past', { catchId: 'before' }),
      photo('call', { calloutId: 'k' }),
    ]);
    expect(await gather()).toBe(3);
    expect([await small('tree'), await small('door'), await small('bees')]).toEqual([
      'small tree',
      'small door',
      'small bees',
    ]);
    expect((await replica.smallIds()).length).toBe(3);
    expect(await gather())
      .withContext('nothing is fetched twice')
      .toBe(0);
    expect(fetched.length).toBe(3);
  });

  it('are the newest, and no more than a device takes', async () => {
    const all = Array.from({ length: MOST_SMALL + 2 }, (_, n) => {
      const day = `2026-0${1 + Math.floor(n / 20)}-${String((n % 20) + 1).padStart(2, '0')}`;
      return photo(`p${n}`, { siteId: 's' }, day);
    });
    await read(1, [...ROWS, ...all.reverse()]);
    expect(await gather()).toBe(MOST_SMALL);
    expect(fetched[0]).toBe(`p${MOST_SMALL + 1}`);
    expect([await small('p0'), await small('p1')]).toEqual([null, null]);
    expect(await small('p2')).toBe('small p2');
  });

  it('go once the photo is in the bin, or the trap has come down', async () => {
    await read(1, [...ROWS, photo('tree', { siteId: 's' }), photo('door', { deploymentId: 'd' })]);
    await gather();
    await read(2, [{ table: 'photos', id: 'tree', row: null }]);
    await gather();
    expect([await small('tree'), await small('door')]).toEqual([null, 'small door']);
    await read(3, [
      row('deployments', 'd', { trapId: 't', siteId: 's', hungOn: '2026-05-01', takenDownOn: '2026-05-14' }),
    ]);
    await gather();
    expect(await replica.smallIds()).toEqual([]);
  });

  it('leave out one that cannot be had, go on with the next, and ask for it again another time', async () => {
    missing = new Set(['door']);
    await read(1, [...ROWS, photo('door', { deploymentId: 'd' }, '2026-05-11'), photo('tree', { siteId: 's' })]);
    expect(await gather()).toBe(1);
    expect(fetched).toEqual(['door', 'tree']);
    missing = new Set();
    expect(await gather()).toBe(1);
  });

  it('stop where room is short, and none is fetched for nothing', async () => {
    await read(1, [...ROWS, photo('tree', { siteId: 's' })]);
    short = true;
    expect([await gather(), fetched]).toEqual([0, []]);
  });

  it('go with the rows: wiped, or of another edition; one fetched while that happened does not lie here', async () => {
    await read(1, [...ROWS, photo('tree', { siteId: 's' })]);
    await gather();
    await replica.wipe();
    expect(await replica.smallIds()).toEqual([]);
    expect(await replica.keepSmall('late', new Blob(['x']), 'e1'))
      .withContext('wiped meanwhile')
      .toBeFalse();
    await read(1, [...ROWS, photo('tree', { siteId: 's' })], { anew: true });
    await gather();
    await read(1, [], { edition: 'e2', anew: true });
    expect(await replica.smallIds()).toEqual([]);
    expect(await replica.keepSmall('late', new Blob(['x']), 'e1'))
      .withContext('another edition')
      .toBeFalse();
    expect(await replica.keepSmall('now', new Blob(['x']), 'e2')).toBeTrue();
  });
});
