import type { ChangesDto, FieldRowDto, RowChangeDto } from '@yewridge/contract/field';
import type { ActDto, RecordDto } from '@yewridge/contract/season';
import type { WorkspaceDto } from '@yewridge/contract/shared';
import type { DueListDto, RibbonDto } from '@yewridge/contract/rounds';
import { SCOUT_PRIOR } from '@yewridge/core/season';
import { deleteDB } from 'idb';
import { changed, made } from '../season/records-api';
import type { FieldQuestion, NotYetThere } from './field-answers';
import type { FieldAnswer } from './field-run';
import { FieldWork, SignedOut } from './field-work';
import { Replica } from './replica';
import type { Gathers } from './small-pictures';

const NAME = 'yewridge-field-spec';
const META = { revision: 1, createdAt: '', updatedAt: '', deletedAt: null };
const WORKSPACE: WorkspaceDto = {
  kind: 'own',
  name: 'x',
  now: '2026-05-14T16:20:00.000Z',
  timeZone: 'Europe/Vienna',
  hemisphere: 'N',
  version: 'x',
  tiles: null,
};
/** This device's clock is a minute behind the server's. */
const CLOCK = Date.parse(WORKSPACE.now) - 60_000;

const put = (
  table: 'sites' | 'deployments' | 'visits' | 'photos' | 'catches',
  id: string,
  fields: object,
): RowChangeDto => ({
  table,
  id,
  row: { ...(made(table, fields as never) as { fields: object }).fields, id, ...META } as never,
});
const TRAP: RowChangeDto = {
  table: 'traps',
  id: 't',
  row: {
    trap: {
      id: 't',
      ...META,
      designId: 'd',
      designVersion: 1,
      document: {
        number: 'V-07',
        asBuilt: { name: 'Five-frame nuc', sections: [] },
        massKg: null,
        paintedOn: null,
        darkCombs: 0,
        combSince: null,
        condition: 'good',
        owner: '',
        note: '',
      },
    },
    design: {},
    latestVersion: 1,
  } as unknown as FieldRowDto['traps'],
};
const SITE = put('sites', 's', { name: 'Old weir', permission: 'granted', lat: 48.2, lon: 15.6 });
const STAY = put('deployments', 'd', { trapId: 't', siteId: 's', hungOn: '2026-05-01' });
const LOOK = put('visits', 'v', { deploymentId: 'd', at: '2026-05-10T18:20', scoutsPerMin: 3 });

const reading = (at: string): object => ({
  at,
  instant: `${at}:00Z`,
  perMin: 2,
  insideC: 20,
  massKg: null,
  source: 'measured',
});
const SENSOR = {
  deviceId: 'x',
  name: 'Sensor',
  simulated: false,
  told: [reading('2026-05-12T08:00'), reading('2026-05-13T08:00')],
};

/** A server that answers what it is told to, and may be away. */
class Server {
  pages: ChangesDto[] = [];
  away = false;
  fetchFails: Error | null = null;
  workspace = WORKSPACE;
  readonly asked: string[] = [];

  readonly fetch = (path: string): Promise<unknown> => {
    this.asked.push(path);
    if (this.fetchFails) return Promise.reject(this.fetchFails);
    if (this.away) return Promise.reject(new TypeError('Failed to fetch'));
    if (path === 'workspace') return Promise.resolve(this.workspace);
    if (path === 'changes/past') return Promise.resolve({ empty: [], days: [] });
    if (path === 'changes/told') {
      return Promise.resolve({
        scouts: { model: SCOUT_PRIOR, own: SCOUT_PRIOR, looks: 0, arrivals: 0, earned: false, tuned: false },
        sensors: [['t', SENSOR]],
      });
    }
    const page = this.pages.shift();
    return page ? Promise.resolve(page) : Promise.reject(new Error('no more pages'));
  };
}
const page = (seq: number, changes: readonly RowChangeDto[], more: Partial<ChangesDto> = {}): ChangesDto => ({
  edition: 'e1',
  anew: false,
  seq,
  more: false,
  changes,
  ...more,
});

describe('a device that takes its rows along', () => {
  let server: Server;
  let clock = CLOCK;
  const opened: Replica[] = [];
  const workOver = (): FieldWork =>
    new FieldWork(
      server.fetch,
      async () => {
        const replica = await Replica.open(NAME);
        opened.push(replica);
        return replica;
      },
      () => clock,
      gathers,
    );
  const gathers: Gathers = {
    fetchPicture: (id) => Promise.resolve(new Blob([id])),
    shrink: (picture) => Promise.resolve(picture),
    roomIsShort: () => Promise.resolve(false),
  };
  let work: FieldWork;
  const nothing: NotYetThere = { made: [], waiting: [] };
  async function ask<T>(path: string, params: FieldQuestion['params'] = {}, notYet = nothing): Promise<T> {
    const answer = await work.do({ kind: 'answer', question: { path, params, notYet }, heardAt: null });
    return (answer as Extract<FieldAnswer, { kind: 'answered' }>).answer as T;
  }
  const catchUp = (...pages: readonly ChangesDto[]): Promise<FieldAnswer> => {
    server.pages = [...pages];
    return work.do({ kind: 'catchUp' });
  };
  const looksOf = async (): Promise<readonly string[]> =>
    (await ask<{ items: readonly { id: string }[] }>('records/visits')).items.map(({ id }) => id);

  beforeEach(async () => {
    clock = CLOCK;
    server = new Server();
    await deleteDB(NAME);
    work = workOver();
  });
  afterEach(async () => {
    for (const one of opened.splice(0)) one.close();
    await deleteDB(NAME);
  });

  it('answers nothing before it was told anything, and nothing of half a replica', async () => {
    expect(await ask('rounds/due')).toBeUndefined();
    server.pages = [page(4, [SITE, TRAP], { anew: true, more: true })];
    expect((await work.do({ kind: 'catchUp' })).kind).toBe('failed');
    expect(await ask('rounds/due')).toBeUndefined();
    // It goes on where it stopped.
    await catchUp(page(9, [STAY, LOOK]));
    expect(server.asked.filter((path) => path.startsWith('changes?')).at(-1)).toBe('changes?after=4&edition=e1');
    expect((await ask<DueListDto>('rounds/due')).traps.map(({ number, lastScouts }) => [number, lastScouts])).toEqual([
      ['V-07', 3],
    ]);
  });

  it('answers the same after it was closed, with no server, and says of when', async () => {
    await catchUp(page(9, [SITE, TRAP, STAY, LOOK], { anew: true }));
    work = workOver();
    server.away = true;
    const question = { path: 'rounds/due', params: {}, notYet: nothing };
    const asOf = async (heardAt: number | null): Promise<unknown> =>
      ((await work.do({ kind: 'answer', question, heardAt })) as { asOf?: unknown }).asOf;
    expect(await asOf(null)).toBe(WORKSPACE.now);
    // Heard an hour after the feed was read: nothing was missing until then. This clock is a minute behind.
    expect(await asOf(CLOCK + 3_600_000)).toBe('2026-05-14T17:20:00.000Z');
    expect(await asOf(CLOCK - 3_600_000)).toBe(WORKSPACE.now);
    expect((await work.do({ kind: 'catchUp' })).kind).toBe('failed');
    expect((await ask<DueListDto>('rounds/due')).traps.length).toBe(1);
  });

  it('a row that is gone is gone, one that changed is as it is now, and what changed is told', async () => {
    await catchUp(page(9, [SITE, TRAP, STAY, LOOK], { anew: true }));
    const later = put('visits', 'v2', { deploymentId: 'd', at: '2026-05-12T18:20', scoutsPerMin: 30 });
    const answer = await catchUp(page(12, [{ table: 'visits', id: 'v', row: null }, later]));
    expect((answer as Extract<FieldAnswer, { kind: 'caughtUp' }>).caughtUp).toEqual({
      asOf: WORKSPACE.now,
      anew: false,
      putBack: false,
      rows: [
        { table: 'visits', id: 'v', revision: null },
        { table: 'visits', id: 'v2', revision: 1 },
      ],
    });
    expect(await looksOf()).toEqual(['v2']);
  });

  it('a hundred small changes are folded up, and the rows are the same', async () => {
    await catchUp(page(9, [SITE, TRAP, STAY, LOOK], { anew: true }));
    for (let n = 1; n <= 100; n++) {
      const look = put('visits', 'v', { deploymentId: 'd', at: '2026-05-10T18:20', scoutsPerMin: n });
      const gone = { table: 'visits' as const, id: `w${n - 1}`, row: null };
      await catchUp(page(9 + n, [look, put('visits', `w${n}`, { deploymentId: 'd', at: '2026-05-10T18:20' }), gone]));
    }
    expect(await looksOf()).toEqual(['v', 'w100']);
    work = workOver();
    expect((await ask<DueListDto>('rounds/due')).traps[0]?.lastScouts).toBe(100);
    const pages = await opened[0]?.pageCount();
    expect(pages).toBeLessThan(70);
  });

  it('rows of another edition are thrown away, never mixed', async () => {
    await catchUp(page(9, [SITE, TRAP, STAY, LOOK], { anew: true }));
    await catchUp(page(2, [SITE], { anew: true, edition: 'e2' }));
    expect(await looksOf()).toEqual([]);
    expect((await ask<DueListDto>('rounds/due')).inUse).toBe(0);
  });

  it('what waits to be sent stands in every view: a new look, a field of an old one, and one put into the bin', async () => {
    await catchUp(page(9, [SITE, TRAP, STAY, LOOK], { anew: true }));
    const look = LOOK.row as unknown as RecordDto<'visits'>;
    const acts = (...changes: ActDto['changes']): NotYetThere => ({ made: [], waiting: [{ says: 'x', changes }] });
    const last = async (notYet: NotYetThere): Promise<unknown> =>
      (await ask<DueListDto>('rounds/due', {}, notYet)).traps.map(({ lastScouts }) => lastScouts);
    const fresh = made('visits', { deploymentId: 'd', at: '2026-05-14T18:00', scoutsPerMin: 40 });
    expect(await last(acts(fresh))).toEqual([40]);
    expect(await last(acts(changed('visits', look, { scoutsPerMin: 7 })))).toEqual([7]);
    expect(await last(acts({ op: 'delete', table: 'visits', id: 'v', revision: 1 }))).toEqual([null]);
    const record = { ...look, revision: 2, scoutsPerMin: 11 } as RecordDto<'visits'>;
    expect(await last({ made: [{ table: 'visits', record }], waiting: [] })).toEqual([11]);
    expect(await last(nothing)).toEqual([3]);
  });

  it('its clock goes on by the server’s, and a day later the day is another', async () => {
    await catchUp(page(9, [SITE, TRAP, STAY, LOOK], { anew: true }));
    expect((await ask<WorkspaceDto>('workspace')).now).toBe(WORKSPACE.now);
    expect((await ask<DueListDto>('rounds/due')).today).toBe('2026-05-14');
    // Eighteen minutes before midnight in Vienna, by this device a minute earlier.
    clock = Date.parse('2026-05-14T21:58:00.000Z');
    expect((await ask<DueListDto>('rounds/due')).today).toBe('2026-05-14');
    clock = Date.parse('2026-05-14T21:59:00.000Z');
    expect((await ask<DueListDto>('rounds/due')).today).toBe('2026-05-15');
  });

  it('records are found by their fields, sorted and paged; what it lacks it leaves to the server', async () => {
    const more = [1, 2, 3].map((n) =>
      put('visits', `w${n}`, {
        deploymentId: n === 3 ? 'other' : 'd',
        at: `2026-05-0${n}T08:00`,
        scoutsPerMin: n === 1 ? null : n,
      }),
    );
    await catchUp(page(9, [SITE, TRAP, STAY, LOOK, ...more], { anew: true }));
    const list = async (params: FieldQuestion['params']): Promise<unknown> => {
      const found = await ask<{ items: readonly { id: string }[]; total: number }>('records/visits', params);
      return [found.items.map(({ id }) => id), found.total];
    };
    expect(await list({ deploymentId: 'd', sort: '-at', limit: '2' })).toEqual([['v', 'w2'], 3]);
    expect(await list({ sort: 'scoutsPerMin' })).toEqual([['w1', 'w2', 'v', 'w3'], 4]);
    expect(await list({ limit: '2', offset: '2' })).toEqual([['w2', 'w3'], 4]);
    expect((await ask<{ id: string }>('records/visits/w1')).id).toBe('w1');
    for (const path of ['records/visits/none', 'records/batches', 'records/visits/v/changes', 'files/copies', 'acts']) {
      expect(await ask(path))
        .withContext(path)
        .toBeUndefined();
    }
    expect(await ask('records/visits', { bin: 'true' })).toBeUndefined();
  });

  it('traps, designs, sheets and call-outs are found as the server gives them', async () => {
    await catchUp(page(9, [SITE, TRAP, STAY, LOOK], { anew: true }));
    const traps = await ask<{ items: readonly unknown[]; nextNumber: string }>('traps', { limit: '200' });
    expect([traps.items.length, traps.nextNumber]).toEqual([1, 'V-08']);
    expect((await ask<{ latestVersion: number }>('traps/t')).latestVersion).toBe(1);
    expect(await ask('ground/layers')).toEqual({ items: [] });
    expect(await ask<object>('callouts')).toEqual(jasmine.objectContaining({ calls: [], rigs: [] }));
    expect(await ask<object>('designs')).toEqual({ items: [], total: 0, limit: 50, offset: 0 });
    const ribbon = await ask<RibbonDto>('rounds/ribbon', { from: '2026-05-01', to: '2026-05-31' });
    expect(ribbon.rows[0]?.stays[0]?.visits.map(({ id }) => id)).toEqual(['v']);
  });

  it('what a sensor told lately is drawn without a signal; of another nothing is known here', async () => {
    await catchUp(page(9, [SITE, TRAP, STAY, LOOK], { anew: true }));
    const of = (deviceId: string): Promise<{ items: readonly { at: string }[] } | undefined> =>
      ask('readings', { deviceId, from: '2026-05-13' });
    expect((await of('x'))?.items.map(({ at }) => at)).toEqual(['2026-05-13T08:00']);
    expect(await of('y')).toBeUndefined();
  });

  it('looks of earlier seasons are asked for once, how scouts foretell when a look was told', async () => {
    const asked = (what: string): number => server.asked.filter((path) => path === `changes/${what}`).length;
    await catchUp(page(9, [SITE, TRAP, STAY, LOOK], { anew: true }));
    expect([asked('past'), asked('told')]).toEqual([1, 1]);
    await catchUp(page(10, [put('sites', 's2', { name: 'Mill race', permission: 'asked' })]));
    expect([asked('past'), asked('told')]).toEqual([1, 1]);
    await catchUp(page(11, [put('visits', 'v2', { deploymentId: 'd', at: '2026-05-13T18:20', scoutsPerMin: 5 })]));
    expect([asked('past'), asked('told')]).toEqual([1, 2]);
    work = workOver();
    await catchUp(page(11, []));
    expect([asked('past'), asked('told')]).toEqual([2, 3]);
  });

  it('the workspace is told anew though no row changed: a clock that was put on, a name', async () => {
    await catchUp(page(9, [SITE, TRAP, STAY, LOOK], { anew: true }));
    await ask('workspace');
    server.workspace = { ...WORKSPACE, kind: 'demo', now: '2026-05-21T16:20:00.000Z' };
    await catchUp(page(9, []));
    expect((await ask<WorkspaceDto>('workspace')).now).toBe('2026-05-21T16:20:00.000Z');
    expect((await ask<DueListDto>('rounds/due')).today).toBe('2026-05-21');
  });

  it('that was signed out says so, and wiped it has nothing more to say', async () => {
    await catchUp(page(9, [SITE, TRAP, STAY, LOOK], { anew: true }));
    server.fetchFails = new SignedOut('workspace');
    expect(await work.do({ kind: 'catchUp' })).toEqual(
      jasmine.objectContaining({ kind: 'failed', because: 'signedOut' }),
    );
    expect((await work.do({ kind: 'wipe' })).kind).toBe('wiped');
    expect(await ask('rounds/due')).toBeUndefined();
    work = workOver();
    expect(await ask('workspace')).toBeUndefined();
  });

  it('tells a backup that was put back from a season that begins, and from another workspace', async () => {
    const putBack = async (edition: string): Promise<boolean> => {
      const answer = await catchUp(page(9, [SITE], { anew: true, edition }));
      const { caughtUp } = answer as Extract<FieldAnswer, { kind: 'caughtUp' }>;
      return caughtUp.putBack;
    };
    expect(await putBack('w.m1.v.2026'))
      .withContext('the first')
      .toBeFalse();
    expect(await putBack('w.m1.v.2027'))
      .withContext('another season')
      .toBeFalse();
    expect(await putBack('w.m2.v.2027'))
      .withContext('another making')
      .toBeTrue();
    expect(await putBack('x.m3.v.2027'))
      .withContext('another workspace')
      .toBeFalse();
  });

  it('takes small pictures along, gives them out, and wipes them with the rest', async () => {
    const photo = put('photos', 'tree', { takenOn: '2026-05-10', deploymentId: 'd' });
    expect(await work.do({ kind: 'gather' }))
      .withContext('before the rows')
      .toEqual({ kind: 'gathered', came: 0 });
    await catchUp(page(1, [TRAP, SITE, STAY, photo]));
    expect(await work.do({ kind: 'gather' })).toEqual({ kind: 'gathered', came: 1 });
    const small = await work.do({ kind: 'small', id: 'tree' });
    expect(small.kind === 'small' ? await small.picture?.text() : null).toBe('tree');
    await work.do({ kind: 'wipe' });
    expect(await work.do({ kind: 'small', id: 'tree' })).toEqual({ kind: 'small', picture: null });
  });

  it('a device that refuses to keep anything says so', async () => {
    work = new FieldWork(
      server.fetch,
      () => Promise.reject(new DOMException('no', 'InvalidStateError')),
      () => clock,
      gathers,
    );
    const answer = await work.do({ kind: 'catchUp' });
    expect(answer).toEqual(jasmine.objectContaining({ kind: 'failed', because: 'storage' }));
  });
});
