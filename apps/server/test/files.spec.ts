import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { FILE_TABLES, fileColumns, type FileTable } from '@yewridge/contract/files';
import type { Cell } from '../src/files/csv-file.js';
import { parseCsv, toCsv, unguarded } from '../src/files/csv-file.js';
import { canonicalJson, makeBackup, readBackup, sha256Hex } from '../src/files/backup-file.js';
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
import { tasksToIcs } from '../src/today/calendar-file.js';

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

const RUN: Readonly<Record<string, (...input: never[]) => unknown>> = {
  parseCsv,
  toCsv,
  tasksToIcs,
  importTable,
  sha256Hex,
  canonicalJson,
  makeBackup,
  readBackup: (json: unknown) => readBackup(json).data,
  sitesToGpx: (sites: readonly Partial<SiteOut>[], route?: readonly string[]) => sitesToGpx(sites.map(site), route),
  sitesToGeoJson: (sites: readonly Partial<SiteOut>[]) => sitesToGeoJson(sites.map(site)),
  sitesFromKml: (text: string) => sitesFromKml(text).map(place),
};

function outcome({ fn, input }: FileCase): unknown {
  try {
    return RUN[fn]?.(...(input as never[]));
  } catch (error) {
    if (error instanceof FileFault) return { error: error.fault.code };
    throw error;
  }
}

// Printed with a failure; fixed so that a failure comes back.
fc.configureGlobal({ seed: 20260514 });

describe('formats of files', () => {
  for (const one of cases.filter(({ fn }) => fn in RUN)) {
    it(`worked case ${one.id}`, () => {
      const got = outcome(one);
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
      [1, 'lon', 'MISSING'],
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
    expect(says(bytes('PK\u0003\u0004'))).toContain('save the sheet as CSV');
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

  it('a backup that is damaged, newer or no backup is told apart', () => {
    const backup = makeBackup({ sites: [{ id: 's1' }] }, '2026-05-14T16:20:00Z');
    const code = (json: unknown): string => {
      try {
        readBackup(json);
        return 'read';
      } catch (error) {
        return (error as FileFault).fault.code;
      }
    };
    expect(code(backup)).toBe('read');
    expect(code(JSON.parse(JSON.stringify(backup, null, 2)))).toBe('read');
    expect(code({ ...backup, data: { sites: [{ id: 's2' }] } })).toBe('CHECKSUM');
    expect(code({ ...backup, version: 2 })).toBe('VERSION');
    expect(code({ ...backup, data: { sites: 1 } })).toBe('FORMAT');
    expect(code(null)).toBe('FORMAT');
  });
});
