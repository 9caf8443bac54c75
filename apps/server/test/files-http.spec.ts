import { execFile } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import {
  type BackupDto,
  FILE_TABLES,
  type FilePlanDto,
  type FileTakenDto,
  type KeptCopyDto,
} from '@yewridge/contract/files';
import type { MapLayerDto } from '@yewridge/contract/ground';
import type { KeptActDto } from '@yewridge/contract/season';
import { seedDemo } from '../src/demo/seed-demo.js';
import { DemoClock } from '../src/shared/clock/demo-clock.js';
import { backupOf, type Bench, errorIn, NOW, openBench, pngOf } from './support.js';

const run = promisify(execFile);
const BYTES = 'application/octet-stream';

describe('files over HTTP', () => {
  let demo: Bench;
  let own: Bench;
  beforeEach(async () => {
    demo = await openBench();
    own = await openBench();
    await seedDemo(demo.database, await DemoClock.open(demo.database, NOW));
  });
  afterEach(async () => {
    await demo.database.close();
    await own.database.close();
  });

  const text = async ({ http }: Bench, path: string): Promise<string> => {
    const response = await http
      .get(`/api/v1/files/${path}`)
      .buffer(true)
      .parse((stream, done) => {
        let body = '';
        stream.setEncoding('utf8');
        stream.on('data', (chunk: string) => (body += chunk));
        stream.on('end', () => {
          done(null, body);
        });
      });
    if (response.status !== 200) throw new Error(`${path}: ${response.status} ${String(response.body)}`);
    return response.body as string;
  };
  const table = (bench: Bench, name: string): Promise<string> => text(bench, `tables/${name}?owners=true`);
  const backup = async (bench: Bench, query = '?owners=true'): Promise<BackupDto> =>
    JSON.parse(await text(bench, `backup.json${query}`)) as BackupDto;
  const plan = async ({ http }: Bench, file: string | Buffer, query = ''): Promise<FilePlanDto> =>
    (await http.post(`/api/v1/files/plan${query}`).type(BYTES).send(Buffer.from(file))).body as FilePlanDto;
  const take = ({ http }: Bench, id: string, file: string | Buffer, query = ''): ReturnType<Bench['http']['put']> =>
    http.put(`/api/v1/files/taken/${id}${query}`).type(BYTES).send(Buffer.from(file));
  const takenIn = (response: { body: unknown }): FileTakenDto => response.body as FileTakenDto;

  it('every table goes out and in again, and nothing is changed by it', async () => {
    const before = (await backup(demo)).sha256;
    for (const name of FILE_TABLES) {
      const file = await table(demo, name);
      const rows = file.split('\r\n').length > 2;
      expect(await plan(demo, file, `?table=${name}`))
        .withContext(name)
        .toEqual(jasmine.objectContaining({ kind: 'table', table: name, fresh: 0, changed: 0, faultCount: 0 }));
      const taken = await take(demo, `again-${name}`, file, `?table=${name}`);
      expect([taken.status, takenIn(taken).actId])
        .withContext(name)
        .toEqual([200, null]);
      if (['visits', 'sites', 'traps'].includes(name)) expect(rows).toBeTrue();
    }
    expect((await backup(demo)).sha256).toBe(before);
  });

  it('the files of one keeper, taken in table by table, are another’s whole record', async () => {
    for (const name of FILE_TABLES) {
      const taken = await take(own, `move-${name}`, await table(demo, name), `?table=${name}&name=${name}.csv`);
      expect(taken.status)
        .withContext(`${name} ${JSON.stringify(taken.body).slice(0, 300)}`)
        .toBe(200);
    }
    for (const name of FILE_TABLES.filter((one) => one !== 'traps')) {
      expect(await table(own, name))
        .withContext(name)
        .toBe(await table(demo, name));
    }
    const traps = (await table(own, 'traps')).split('\r\n');
    const theirs = (await table(demo, 'traps')).split('\r\n');
    const but = (row: string): string => row.replace(/,(drawn|none),/, ',,');
    expect(traps.map(but)).toEqual(theirs.map(but));
    const due = (bench: Bench): Promise<{ body: unknown }> => bench.http.get('/api/v1/rounds/summary');
    expect((await due(own)).body).toEqual((await due(demo)).body);
  });

  it('one bad row keeps all of a file out, and every bad row is named', async () => {
    const file = await table(demo, 'visits');
    const rows = file.split('\r\n');
    rows[3] = rows[3]!.replace(/,(true|false),/, ',perhaps,');
    rows[5] = rows[5]!.replace(/^([^,]+),[^,]+,/, '$1,nowhere,');
    rows.splice(rows.length - 1, 0, 'new-1,stay-v-01-2023-04-08,2023-01-01T10:00,false', '');
    const header = rows[0]!.split(',').length;
    rows[rows.length - 3] = `${rows[rows.length - 3]!}${','.repeat(header - 4)}`;
    const broken = rows.join('\r\n');
    const [cells, rules] = [await plan(demo, broken), await plan(demo, broken.replace(',perhaps,', ',false,'))];
    expect(cells.faults.map(({ row, column, code }) => [row, column, code])).toEqual([[4, 'occupied', 'TYPE']]);
    expect(rules.faults.map(({ row, column, code }) => [row, column, code])).toEqual([
      [6, 'deployment_id', 'REFERENCE'],
      [rows.length - 2, jasmine.any(String), jasmine.any(String)] as never,
    ]);
    const before = (await backup(demo)).sha256;
    const refused = await take(demo, 'broken', broken);
    expect([refused.status, errorIn(refused).code]).toEqual([422, 'FILE_REFUSED']);
    expect(errorIn(refused).fields).toEqual([
      { path: 'row 4, occupied', message: '"perhaps" is neither true nor false' },
    ]);
    expect((await backup(demo)).sha256).toBe(before);
  });

  it('a file is one act: kept once however often it is sent, and taken back whole', async () => {
    const file = 'id,name,lat,lon,permission\ns1,Old weir,47.4,13.2,asked\ns2,Sawmill,47.41,13.21,granted\n';
    const taken = takenIn(await take(own, 'file-1', file, '?name=sites.csv'));
    expect([taken.actId, taken.says]).toEqual(['file-1', 'Loaded sites.csv: 2 new']);
    await take(own, 'file-1', file, '?name=sites.csv');
    const changed = file.replace('Sawmill', 'Old sawmill');
    expect(errorIn(await take(own, 'file-1', changed)).code).toBe('ACT_REUSED');
    const planned = await plan(own, changed);
    expect([planned.changed, planned.same]).toEqual([1, 1]);
    expect(planned.differences).toEqual([{ id: 's2', column: 'name', before: 'Sawmill', after: 'Old sawmill' }]);
    expect((await plan(own, changed, '?mode=add')).faults.map(({ row, code }) => [row, code])).toEqual([
      [2, 'DUPLICATE'],
      [3, 'DUPLICATE'],
    ]);
    const undone = await own.http.post('/api/v1/acts/file-1/undo').send({ id: 'back-1' });
    expect((undone.body as KeptActDto).changes.length).toBe(2);
    expect((await plan(own, file)).faults[0]?.message).toContain('in the bin');
  });

  it('columns that a file does not have are left as they are', async () => {
    await take(own, 'a', 'id,name,lat,lon,permission,notes\ns1,Old weir,47.4,13.2,asked,by the sluice\n');
    await take(own, 'b', 'id,name,lat,lon,permission\ns1,Old weir,47.4,13.2,granted\n');
    expect(await table(own, 'sites')).toContain('granted,,,by the sluice');
  });

  it('landowners leave only when that is asked for, in no file and in no word', async () => {
    const names = (await table(demo, 'owners'))
      .split('\r\n')
      .slice(1)
      .map((row) => row.split(',')[1] ?? '')
      .filter((name) => name !== '');
    expect(names.length).toBeGreaterThan(3);
    expect((await demo.http.get('/api/v1/files/tables/owners')).status).toBe(400);
    const out = await Promise.all([
      ...FILE_TABLES.filter((name) => name !== 'owners').map((name) => text(demo, `tables/${name}`)),
      ...['sites.geojson', 'sites.gpx', 'backup.json'].map((name) => text(demo, name)),
    ]);
    for (const name of names)
      expect(out.some((file) => file.includes(name)))
        .withContext(name)
        .toBeFalse();
    expect(out.join('')).not.toMatch(/"owner_id":"/);
    expect(await text(demo, 'sites.geojson?owners=true')).toContain('owner_id');
  });

  it('a backup brings everything back, to the last byte, and what stood there is kept as a copy', async () => {
    const whole = await backup(demo);
    await take(own, 'mine', 'id,name,lat,lon,permission\ns1,Mine,47,13,asked\n');
    const planned = await plan(own, JSON.stringify(whole));
    expect(planned.kind).toBe('backup');
    expect(planned.counts).toContain({ table: 'sites', held: 1, inFile: 21 });
    expect(await table(own, 'sites')).toContain('Mine');
    const put = await take(own, 'restore', JSON.stringify(whole));
    expect(put.status).toBe(200);
    expect((await backup(own)).sha256).toBe(whole.sha256);
    const { items } = (await own.http.get('/api/v1/files/copies')).body as { items: KeptCopyDto[] };
    expect(items.length).toBe(1);
    const copy = readFileSync(join(own.dataFolder, 'copies', items[0]!.name));
    expect((await take(own, 'back', copy)).status).toBe(200);
    expect(await table(own, 'sites')).toContain('Mine');
    expect(await table(own, 'visits')).not.toContain('stay-');
  });

  it('a backup that does not hold together changes nothing, though its checksum fits', async () => {
    const { data, createdAt } = await backup(demo);
    const before = (await backup(own)).sha256;
    const spoilt = async (
      change: (rows: Record<string, unknown>[], table: string) => unknown[],
      of: string,
    ): Promise<string> => {
      const rows = data[of]!.map((row) => ({ ...row }));
      const file = backupOf({ ...data, [of]: change(rows, of) as never }, createdAt);
      const refused = await take(own, `spoilt-${of}`, file);
      expect(refused.status).toBe(422);
      return `${errorIn(refused).fields?.[0]?.path}: ${errorIn(refused).fields?.[0]?.message}`;
    };
    expect(await spoilt((rows) => rows.slice(1), 'sites')).toContain('points at something that is not among the sites');
    expect(await spoilt(([first, ...rest]) => [{ ...first, hung_on: '2023-13-01' }, ...rest], 'deployments')).toContain(
      'hungOn',
    );
    expect(await spoilt((rows) => [...rows, { ...rows[0], id: 'twice' }], 'deployments')).toContain(
      'one place at a time',
    );
    expect(await spoilt(([first, ...rest]) => [{ ...first, document: {} }, ...rest], 'design')).toContain(
      'is required',
    );
    expect(await spoilt((rows) => rows.map(({ name: _, ...row }) => row), 'owners')).toContain('not in the backup');
    expect((await backup(own)).sha256).toBe(before);
  });

  it('a map of lines and areas goes under the map; one of places becomes sites, and a twin nearby is named', async () => {
    const area = {
      type: 'Feature',
      geometry: {
        type: 'Polygon',
        coordinates: [
          [
            [13, 47],
            [13.1, 47],
            [13, 47.1],
            [13, 47],
          ],
        ],
      },
      properties: {},
    };
    const sheet = JSON.stringify({ type: 'FeatureCollection', features: [area] });
    expect((await take(own, 'sheet-1', sheet, '?name=woods.geojson')).status).toBe(200);
    const { items } = (await own.http.get('/api/v1/ground/layers')).body as { items: MapLayerDto[] };
    expect(items.map(({ name, shown }) => [name, shown])).toEqual([['woods', true]]);
    const off = JSON.stringify({
      type: 'FeatureCollection',
      features: [area, { ...area, geometry: { type: 'Point', coordinates: [500000, 5200000] } }],
    });
    expect((await plan(own, off)).faults[0]).toEqual(jasmine.objectContaining({ row: 2, code: 'FORMAT' }));

    const gpx = (name: string): string =>
      `<gpx><wpt lat="47.40000" lon="13.2"><name>${name}</name></wpt><wpt lat="47.5" lon="13.2"/></gpx>`;
    expect((await take(own, 'gpx-1', gpx('Old weir'))).status).toBe(200);
    const again = await plan(own, gpx('Old weir'));
    expect([again.same, again.fresh]).toEqual([2, 0]);
    const twin = await plan(own, gpx('The weir'));
    expect(twin.places.map(({ name, near }) => [name, near?.name ?? null])).toEqual([
      ['The weir', 'Old weir'],
      ['Waypoint 2', null],
    ]);
    expect((await plan(own, gpx('The weir'), '?without=1')).fresh).toBe(0);
  });

  it('what is too large, is no bytes or is nothing at all is refused in words', async () => {
    const large = await own.http
      .post('/api/v1/files/plan')
      .type(BYTES)
      .send(Buffer.alloc(64 * 1024 * 1024 + 1, 0x41));
    expect((large.body as FilePlanDto).faults[0]?.message).toContain('64 MB');
    const form = await own.http.post('/api/v1/files/plan').type('text/plain').send('id,name');
    expect([form.status, errorIn(form).code]).toEqual([415, 'UNSUPPORTED_TYPE']);
    expect((await plan(own, '')).faults[0]?.code).toBe('EMPTY');
    expect((await own.http.get('/api/v1/files/copies/before-..%2Fyewridge.json')).status).toBe(400);
    expect((await own.http.get('/api/v1/files/tables/act?owners=true')).status).toBe(400);
  });

  it('a picture is kept once and never changed; what is none is refused, and its record is of one thing', async () => {
    const picture = pngOf(4, 3);
    const put = (id: string, bytes: Buffer): ReturnType<Bench['http']['put']> =>
      own.http.put(`/api/v1/files/pictures/${id}`).type(BYTES).send(bytes);
    expect([(await put('p1', picture)).status, (await put('p1', picture)).status]).toEqual([201, 200]);
    expect(errorIn(await put('p1', pngOf(3, 4))).code).toBe('ACT_REUSED');
    expect(errorIn(await put('p2', Buffer.from('<svg onload="alert(1)"/>'))).fields?.[0]?.message).toContain(
      'no picture',
    );
    expect((await put('p3', Buffer.alloc(3 * 1024 * 1024 + 1, 0xff))).status).toBe(413);
    const got = await own.http.get('/api/v1/files/pictures/p1');
    expect([got.headers['content-type'], got.body]).toEqual(['image/png', picture]);
    expect(got.headers['x-content-type-options']).toBe('nosniff');
    await take(own, 'site', 'id,name,lat,lon,permission\ns1,Mine,47,13,asked\n');
    const photo = (fields: string): Promise<FilePlanDto> =>
      plan(own, `id,taken_on,site_id,catch_id\np1,2026-05-01,${fields}\n`, '?table=photos');
    expect((await photo('s1,')).fresh).toBe(1);
    expect((await photo(',')).faults[0]?.message).toContain('a photo is of one thing');
    const emptied = await backup(demo);
    expect((await take(own, 'away', JSON.stringify(emptied))).status).toBe(200);
    expect((await own.http.get('/api/v1/files/pictures/p1')).status).toBe(200);
  });

  describe('read by GDAL', () => {
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-gdal-'));
    const kept = async (name: string): Promise<string> => {
      const path = join(folder, name);
      writeFileSync(path, await text(demo, name));
      return path;
    };
    const summary = async (...args: string[]): Promise<string> => (await run('ogrinfo', ['-ro', ...args])).stdout;

    it('GPX and GeoJSON hold every site at its place, and a route in its order', async () => {
      const gpx = await summary('-al', await kept('sites.gpx'), 'waypoints');
      expect(gpx).toContain('Feature Count: 21');
      expect(gpx).toMatch(/name \(String\) = Old weir/);
      const geojson = await summary('-al', await kept('sites.geojson'));
      expect(geojson).toContain('Geometry: 3D Point');
      expect(geojson).toContain('Feature Count: 21');
      const route = await text(demo, 'sites.gpx?route=old-weir,old-station');
      writeFileSync(join(folder, 'route.gpx'), route);
      expect(await summary('-al', join(folder, 'route.gpx'), 'routes')).toMatch(/LINESTRING \([^,]+,[^,]+\)/);
    });

    it('KML that GDAL writes of our sites brings the same sites in', async () => {
      const kml = join(folder, 'sites.kml');
      await run('ogr2ogr', ['-f', 'KML', kml, await kept('sites.geojson'), '-dsco', 'NameField=name']);
      expect(await summary('-al', '-so', kml)).toContain('Feature Count: 21');
      const file = (await run('cat', [kml])).stdout;
      const planned = await plan(own, file);
      expect([planned.kind, planned.fresh, planned.faultCount]).toEqual(['places', 21, 0]);
      const near = await plan(demo, file);
      expect(near.places.every(({ near: twin, name }) => twin?.name === name && twin.metres < 0.2)).toBeTrue();
    });
  });
});
