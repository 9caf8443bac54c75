import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import fc from 'fast-check';
import { FILE_TABLES, fileColumns, type FileTable } from '@yewridge/contract/files';
import type { Cell } from '../src/files/csv-file.js';
import { parseCsv, toCsv, unguarded } from '../src/files/csv-file.js';
import { canonicalJson, sha256Hex } from '../src/files/backup-file.js';
import { stageJson } from '../src/files/backup-stage.js';
import { FileFault } from '../src/files/file-fault.js';
import { readFile } from '../src/files/file-kind.js';
import {
  type SiteOut,
  sitesFromGeoJson,
  sitesFromGpx,
  sitesFromKml,
  sitesToGeoJson,
  sitesToGpx,
} from '../src/files/place-files.js';
import { readTable, tableOf } from '../src/files/table-file.js';
import { tasksToIcs } from '@yewridge/core/season';
import { backupOf } from './support.js';

interface FileCase {
  readonly id: string;
  readonly fn: string;
  readonly input: readonly unknown[];
  readonly expect: unknown;
}

const cases = JSON.parse(readFileSync(new URL('./cases/formats.json', import.meta.url), 'utf8')) as readonly FileCase[];

/** A table's file as the cases write it: rows by the names of the columns that every file must offer. */
function importTable(table: FileTable, text: string): unknown {
  const read = readTable(table, text);
  if (!read.ok) return { ok: false, errors: read.errors.map(({ row, column, code }) => ({ row, column, code })) };
  const columns = fileColumns(table);
  return {
    ok: true,
    rows: read.rows.map((row) => Object.fromEntries(columns.map(({ name, field }) => [name, row[field]]))),
  };
}

const site = (known: Partial<SiteOut>): SiteOut => {
  const empty = Object.fromEntries(fileColumns('sites').map(({ field }) => [field, null]));
  return { ...empty, ...known } as SiteOut;
};
const place = ({ name, lat, lon, elevationM }: ReturnType<typeof sitesFromKml>[number]): unknown => ({
  name,
  lat,
  lon,
  elevationM,
});

const scratch = (): string => join(mkdtempSync(join(tmpdir(), 'yewridge-stage-')), 'rows.sqlite');

const RUN: Readonly<Record<string, (...input: never[]) => unknown>> = {
  parseCsv,
  toCsv,
  tasksToIcs,
  importTable,
  sha256Hex,
  canonicalJson,
  makeBackup: (data: Parameters<typeof backupOf>[0], createdAt: string): unknown =>
    JSON.parse(backupOf(data, createdAt)),
  readBackup: async (json: unknown): Promise<unknown> => {
    const backup = await stageJson(Readable.from([JSON.stringify(json)], { objectMode: false }), scratch());
    const data = Object.fromEntries(backup.tables.map((table) => [table, [...backup.rows(table)]]));
    backup.close();
    return data;
  },
  sitesToGpx: (sites: readonly Partial<SiteOut>[], route?: readonly string[]) => sitesToGpx(sites.map(site), route),
  sitesToGeoJson: (sites: readonly Partial<SiteOut>[]) => sitesToGeoJson(sites.map(site)),
  sitesFromKml: (text: string) => sitesFromKml(text).map(place),
};

async function outcome({ fn, input }: FileCase): Promise<unknown> {
  try {
    return await RUN[fn]?.(...(input as never[]));
  } catch (error) {
    if (error instanceof FileFault) return { error: error.fault.code };
    throw error;
  }
}

// Printed with a failure; fixed so that a failure comes back.
fc.configureGlobal({ seed: 20260514 });

describe('formats of files', () => {
  for (const one of cases.filter(({ fn }) => fn in RUN)) {
    it(`worked case ${one.id}`, async () => {
      const got = await outcome(one);
      // A table may offer more columns than those that every file must.
      if (one.fn === 'importTable' && (one.expect as { ok: boolean }).ok) {
        const { rows } = got as { rows: readonly Record<string, unknown>[] };
        const { rows: wanted } = one.expect as { rows: readonly Record<string, unknown>[] };
        expect(rows).toEqual(wanted.map((row) => jasmine.objectContaining(row) as never));
      } else expect(got as object).toEqual(one.expect as object);
    });
  }

  it('whatever is written into a cell is read out of it again, and never begins a formula', () => {
    const texts = fc.array(fc.tuple(fc.string({ unit: 'binary' }), fc.string()), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(texts, (rows) => {
        const text = toCsv(
          ['a', 'b'],
          rows.map(([a, b]) => ({ a, b })),
        );
        const [, ...cells] = parseCsv(text);
        expect(cells.map((row) => row.map(unguarded))).toEqual(rows.map((row) => [...row]));
        for (const cell of cells.flat()) expect(cell).not.toMatch(/^[=+\-@\t]/);
      }),
    );
  });

  it('rows end with CRLF, LF or CR, a mark at the start is dropped and blank lines are not counted', () => {
    expect(parseCsv('\uFEFFid,a\r1,x\r\n\n2,"y\rz"\n')).toEqual([
      ['id', 'a'],
      ['1', 'x'],
      ['2', 'y\rz'],
    ]);
    const late = readTable('weather', 'date,source\n\n\n2026-05-01,measured\n\n2026-05-01,measured\n');
    expect(late).toEqual({ ok: false, errors: [jasmine.objectContaining({ row: 3, code: 'DUPLICATE' })] } as never);
  });

  for (const [why, text, row] of [
    ['is not closed', 'id,a\n1,"x\n2,y', 2],
    ['stands within a text', 'id,a\n1,x\n2,y"z', 3],
    ['is followed by text', 'id,a\n1,"x"y', 2],
  ] as const) {
    it(`a quote that ${why} is refused with its row`, () => {
      expect(() => parseCsv(text)).toThrowMatching(
        (error) => error instanceof FileFault && error.fault.code === 'FORMAT' && error.fault.row === row,
      );
    });
  }

  it('every fault of a table is told: the header alone, or each cell with its value', () => {
    const faults = (table: FileTable, text: string): unknown => {
      const read = readTable(table, text);
      return read.ok ? [] : read.errors.map(({ row, column, code }) => [row, column, code]);
    };
    expect(faults('sites', 'id, lat,colour,lat\n1,2,3,4')).toEqual([
      [1, 'name', 'MISSING'],
      [1, 'permission', 'MISSING'],
      [1, 'colour', 'UNKNOWN'],
      [1, 'lat', 'DUPLICATE'],
    ]);
    expect(
      faults(
        'visits',
        'id,deployment_id,at,occupied,scouts_per_min\nv 1,d1,2026-02-29T10:00,yes,1200\nv2,d1,2026-05-01T24:00,true,3;5\nv3,d1\n',
      ),
    ).toEqual([
      [2, 'id', 'FORMAT'],
      [2, 'at', 'FORMAT'],
      [2, 'occupied', 'TYPE'],
      [2, 'scouts_per_min', 'RANGE'],
      [3, 'at', 'FORMAT'],
      [3, 'scouts_per_min', 'TYPE'],
      [4, '', 'LENGTH'],
    ]);
    expect(faults('sites', '')).toEqual([[1, '', 'EMPTY']]);
    expect(faults('sites', 'id;name;lat;lon;permission\n')).toEqual([[1, '', 'FORMAT']]);
    const comma = readTable('followups', 'id,catch_id,on,kind,frames\nf,c,2026-05-01,hived,"4,5"');
    expect(comma.ok ? '' : comma.errors[0]?.message).toContain('decimal point, not a comma');
  });

  it('a table is known by its header, also when a needed column is missing', () => {
    for (const table of FILE_TABLES) {
      const names = fileColumns(table).map(({ name }) => name);
      expect(tableOf(names.join(','))).toBe(table);
    }
    expect(tableOf('id,deployment_id,at,pollen')).toBe('visits');
    expect(tableOf('one,two')).toBeNull();
  });

  const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
  const says = (given: Uint8Array): string => {
    try {
      return readFile(given).kind;
    } catch (error) {
      if (error instanceof FileFault) return error.fault.message;
      throw error;
    }
  };

  it('a file is what its content is, and says so when it is nothing that is read', () => {
    expect(says(bytes('id,name\n1,x'))).toBe('table');
    expect(says(bytes(' <gpx><wpt lat="1" lon="2"/></gpx>'))).toBe('places');
    expect(says(bytes('{"format":"yewridge-backup"}'))).toBe('backup');
    expect(says(bytes('{"type":"FeatureCollection","features":[{"geometry":{"type":"Polygon"}}]}'))).toBe('sheet');
    expect(says(new Uint8Array())).toContain('nothing in this file');
    expect(says(new Uint8Array([0xff, 0xfe, 0x69, 0]))).toContain('UTF-16');
    expect(says(new Uint8Array([0x69, 0xe9, 0x2c]))).toContain('no text in UTF-8');
    expect(says(bytes('a\0b'))).toContain('not a text file');
    expect(says(bytes('{"type":'))).toContain('cut off');
    expect(says(bytes('{"type":"Topology"}'))).toContain('neither a backup');
    expect(says(bytes('<html/>'))).toContain('neither GPX nor KML');
  });

  it('XML is read strictly: no document type, nothing broken, no other root', () => {
    const bomb =
      '<!DOCTYPE kml [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><kml><Placemark><name>&b;</name></Placemark></kml>';
    for (const text of [
      bomb,
      '<kml><Placemark></kml>',
      '<kml/><kml/>',
      '<kml>&other;</kml>',
      '<gpx/>',
      '<kml>'.repeat(200),
    ]) {
      expect(() => sitesFromKml(text))
        .withContext(text.slice(0, 60))
        .toThrowMatching((error) => error instanceof FileFault && error.fault.code === 'FORMAT');
    }
    const [mark] = sitesFromKml(
      '<k:kml xmlns:k="http://www.opengis.net/kml/2.2"><k:Folder><k:Placemark><k:name><![CDATA[A&B]]> &#233;</k:name>' +
        '<k:MultiGeometry><k:Point><k:coordinates> 1.5,2.5 </k:coordinates></k:Point></k:MultiGeometry></k:Placemark></k:Folder></k:kml>',
    );
    expect(mark).toEqual(jasmine.objectContaining({ name: 'A&B é', lat: 2.5, lon: 1.5, elevationM: null }) as never);
  });

  it('a position that is on no globe is refused with its place', () => {
    const gpx = (lat: string): string => `<gpx><wpt lat="1" lon="2"/><wpt lat="${lat}" lon="2"/></gpx>`;
    const fault = (lat: string): unknown => {
      try {
        return sitesFromGpx(gpx(lat));
      } catch (error) {
        const { row, column, code } = (error as FileFault).fault;
        return [row, column, code];
      }
    };
    expect(fault('91')).toEqual([2, 'lat', 'RANGE']);
    expect(fault('north')).toEqual([2, 'lat', 'TYPE']);
    expect(fault('')).toEqual([2, 'lat', 'TYPE']);
  });

  it('sites come back from GeoJSON and GPX as they went, the date line and the names included', () => {
    const degrees = (most: number): fc.Arbitrary<number> =>
      fc.integer({ min: -most * 1e6, max: most * 1e6 }).map((one) => one / 1e6);
    const name = fc.string({ minLength: 1, maxLength: 20, unit: 'grapheme' }).map((text) => text.trim() || 'x');
    const one = fc.record({
      lat: degrees(90),
      lon: degrees(180),
      name,
      elevationM: fc.constantFrom(null, 0, 812.4, -3),
    });
    fc.assert(
      fc.property(fc.array(one, { minLength: 1, maxLength: 6 }), (many) => {
        const sites = many.map((known, n) => site({ ...known, id: `s${n}` }));
        const route = ['s0'];
        const wanted = many.map((known) => jasmine.objectContaining(known as Record<string, Cell>));
        const json: unknown = JSON.parse(JSON.stringify(sitesToGeoJson(sites, { route: [...route, 's0'] })));
        expect(sitesFromGeoJson(json)).toEqual(wanted as never);
        expect(sitesFromGpx(sitesToGpx(sites, route))).toEqual(wanted as never);
      }),
    );
  });

  describe('a backup read row by row', () => {
    const staged = async (text: string): Promise<string> => {
      try {
        const backup = await stageJson(Readable.from([text], { objectMode: false }), scratch());
        const read = backup.tables.map((table) => `${table}:${JSON.stringify([...backup.rows(table)])}`).join(' ');
        backup.close();
        return read;
      } catch (error) {
        if (error instanceof FileFault) return error.fault.code;
        throw error;
      }
    };
    const whole = backupOf({ sites: [{ id: 's1', n: [1, { a: null }] }], goods: [] }, '2026-05-14T16:20:00Z');
    const again = JSON.parse(whole) as Record<string, unknown>;
    const changed = (change: Record<string, unknown>): string => JSON.stringify({ ...again, ...change });

    it('comes out as it went in, with or without blanks and whatever the order of its tables', async () => {
      const rows = 'goods:[] sites:[{"id":"s1","n":[1,{"a":null}]}]';
      expect(await staged(whole)).toBe(rows);
      expect(await staged(JSON.stringify(again, null, 2))).toBe(rows);
      const { goods, sites } = again['data'] as Record<string, unknown>;
      expect(await staged(changed({ data: { sites, goods } }))).toBe(rows);
    });

    it('that is damaged, newer or no backup is told apart', async () => {
      expect(await staged(changed({ data: { sites: [{ id: 's2' }], goods: [] } }))).toBe('CHECKSUM');
      expect(await staged(changed({ data: { sites: [{ id: 's1', n: [1, { a: null }] }] } }))).toBe('CHECKSUM');
      expect(await staged(changed({ version: 2 }))).toBe('VERSION');
      expect(await staged(changed({ version: 'one' }))).toBe('VERSION');
      expect(await staged(changed({ data: { sites: 1 } }))).toBe('FORMAT');
      expect(await staged(changed({ data: { sites: [1] } }))).toBe('FORMAT');
      expect(await staged(changed({ format: 'other' }))).toBe('FORMAT');
      expect(await staged(changed({ sha256: null }))).toBe('FORMAT');
    });

    it('that was cut off anywhere, or is nested without end, is refused in words', async () => {
      for (const at of [1, 20, 60, 90, whole.length - 1]) {
        expect(await staged(whole.slice(0, at)))
          .withContext(whole.slice(0, at))
          .toBe('FORMAT');
      }
      const deep = `{"id":${'['.repeat(100_000)}${']'.repeat(100_000)}}`;
      expect(await staged(whole.replace('{"id":"s1"', `${deep},{"id":"s1"`))).toBe('FORMAT');
    });
  });

  it('what is nested without end, or wider or longer than any table, is refused before it is parsed', () => {
    expect(says(bytes('['.repeat(100_000)))).toContain('nested deeper than 100');
    const nested = `{"type":"FeatureCollection","features":[${'['.repeat(99)}`;
    expect(says(bytes(nested))).toContain('nested deeper');
    expect(says(bytes(`{"type":"Topology","a":"${'['.repeat(500)}"}`))).toContain('neither a backup');
    expect(says(bytes(`id,name${','.repeat(498)}`))).toBe('table');
    expect(says(bytes(`id,name${','.repeat(500)}`))).toContain('more than 500 fields');
    expect(says(bytes('x\n'.repeat(40_001)))).toContain('more than 40000 lines');
    expect(says(bytes('{"type":"FeatureCollection","features":[],"a":"\\ud800"}'))).toContain('half of a character');
  });

  it('lines and areas of a map file are counted and not kept', () => {
    const track = `<trk><trkseg>${'<trkpt lat="1" lon="2"><ele>3</ele></trkpt>'.repeat(300_000)}</trkseg></trk>`;
    expect(sitesFromGpx(`<gpx>${track}<wpt lat="1" lon="2"><name>Weir</name></wpt></gpx>`).length).toBe(1);
    const many = '<x/>'.repeat(200_001);
    expect(() => sitesFromKml(`<kml>${many}</kml>`)).toThrowMatching(
      (error) => error instanceof FileFault && error.fault.code === 'RANGE',
    );
  });

  it('a text that a spreadsheet would run is guarded, also after a line end', () => {
    for (const text of ['=1+1', '+1', '-1', '@x', '\t=1', '\r=1', '\n=1', "'quoted"]) {
      const file = toCsv(['a'], [{ a: text }]);
      const [, [cell = ''] = []] = parseCsv(file);
      expect(cell.charAt(0)).withContext(JSON.stringify(text)).toBe("'");
      expect(unguarded(cell)).toBe(text);
    }
  });
});
