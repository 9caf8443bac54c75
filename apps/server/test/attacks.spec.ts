import { gzipSync } from 'node:zlib';
import { addDays } from '@yewridge/core/season';
import type { KeptActDto } from '@yewridge/contract/season';
import { type Bench, errorIn, openBench, pngOf, put, sample } from './support.js';

const JSON_TYPE = 'application/json';
const BYTES = 'application/octet-stream';
const board = (id: string): object => put('goods', id, { kind: 'board', name: id, count: 1 });

describe('under attack, the server', () => {
  let bench: Bench;
  beforeEach(async () => {
    bench = await openBench();
  });
  afterEach(() => bench.database.close());

  const act = (id: string, changes: readonly object[]): ReturnType<Bench['http']['put']> =>
    bench.http.put(`/api/v1/acts/${id}`).send({ says: id, changes });
  const answer = async (asked: PromiseLike<{ status: number; body: unknown }>): Promise<string> => {
    const { status, body } = await asked;
    return `${status} ${status < 400 ? '' : errorIn({ body }).code}`.trim();
  };

  it('refuses a body that does not come out of its compression', async () => {
    const squeezed = gzipSync(JSON.stringify({ says: 'x', changes: [board('g')] }));
    const sent = (encoding: string, body: Buffer): PromiseLike<{ status: number; body: unknown }> =>
      bench.http
        .put('/api/v1/acts/a')
        .type(JSON_TYPE)
        .set('Content-Encoding', encoding)
        .serialize((one) => one as never)
        .send(body as never);
    expect(await answer(sent('gzip', squeezed))).toBe('201');
    expect(await answer(sent('gzip', squeezed.subarray(0, 20)))).toBe('400 MALFORMED_JSON');
    expect(await answer(sent('gzip', Buffer.from('no gzip at all')))).toBe('400 MALFORMED_JSON');
    expect(await answer(sent('br', Buffer.from('no brotli at all')))).toBe('400 MALFORMED_JSON');
    expect(await answer(sent('deflate', Buffer.from('no deflate')))).toBe('400 MALFORMED_JSON');
    expect(await answer(sent('rot13', squeezed))).toBe('415 UNSUPPORTED_TYPE');
  });

  it('answers a part or a condition of a file that does not fit with its own refusal', async () => {
    const file = (): ReturnType<Bench['http']['get']> => bench.http.get('/app-ABCD1234.js');
    expect(await answer(file())).toBe('200');
    expect(await answer(file().set('Range', 'bytes=999999-'))).toBe('416 RANGE_NOT_THERE');
    expect(await answer(file().set('If-Match', '"never"'))).toBe('412 PRECONDITION_FAILED');
  });

  it('answers HEAD as it answers GET, and its own name with the dot of the root', async () => {
    for (const path of ['/', '/bench', '/api/v1/health']) {
      expect((await bench.http.head(path)).status)
        .withContext(path)
        .toBe(200);
    }
    expect(await answer(bench.http.get('/api/v1/health').set('Host', 'localhost.:8147'))).toBe('200');
    expect(await answer(bench.http.get('/api/v1/health').set('Host', 'localhost.evil.example'))).toBe(
      '403 FOREIGN_HOST',
    );
    expect(await answer(bench.http.get('/api/v1/health').set('Host', 'localhost..'))).toBe('403 FOREIGN_HOST');
  });

  it('takes no text that holds half a character or a sign that is none, wherever it stands', async () => {
    for (const bad of ['half \ud83d', '\udc00 half', 'nul \u0000', 'bell \u0007', 'delete \u007f']) {
      expect(await answer(act('a', [put('owners', 'o', { name: bad })])))
        .withContext(JSON.stringify(bad))
        .toBe('400 VALIDATION');
      const design = { revision: 0, document: { ...sample, note: bad } };
      expect(await answer(bench.http.put('/api/v1/designs/d').send(design))).toBe('400 VALIDATION');
      expect(await answer(bench.http.post('/api/v1/today/calendars').send({ name: bad }))).toBe('400 VALIDATION');
    }
    for (const good of ['a whole sign \u{1f41d}', 'two\nlines\tand a tab']) {
      expect(await answer(act(`ok-${good.length}`, [put('owners', `o${good.length}`, { name: good })]))).toBe('201');
    }
    const { fields } = errorIn(await act('a', [put('owners', 'o', { name: '\ud83d' })]));
    expect(fields?.[0]?.path).toBe('changes[0].fields.name');
  });

  it('takes days of the years 1900 to 2200 and no others', async () => {
    const bloom = (id: string, on: string): Promise<string> =>
      answer(act(id, [put('phenology', id, { species: 'Apple', stage: 'firstBloom', on })]));
    expect(await bloom('y1', '1899-12-31')).toBe('400 VALIDATION');
    expect(await bloom('y2', '1900-01-01')).toBe('201');
    expect(await bloom('y3', '0026-04-20')).toBe('400 VALIDATION');
    const until = (id: string, date: string): Promise<string> =>
      answer(act(id, [put('sites', id, { name: id, lat: 47, lon: 13, permission: 'granted', permissionUntil: date })]));
    expect(await until('s1', '2200-12-31')).toBe('201');
    expect(await until('s2', '2201-01-01')).toBe('400 VALIDATION');
  });

  it('draws a ribbon of 12,000 days and not of a day more, nor of years that are none', async () => {
    const ribbon = (from: string, to: string): Promise<string> =>
      answer(bench.http.get(`/api/v1/rounds/ribbon?from=${from}&to=${to}`));
    const from = '2000-01-01';
    expect(await ribbon(from, addDays(from, 12_000))).toBe('200');
    expect(await ribbon(from, addDays(from, 12_001))).toBe('400 VALIDATION');
    expect(await ribbon(from, addDays(from, -1))).toBe('400 VALIDATION');
    expect(await ribbon('0001-01-01', '9998-12-31')).toBe('400 VALIDATION');
  });

  it('takes no time zone that nobody knows, which would refuse every look later', async () => {
    const site = (id: string, timeZone: string | null): Promise<string> =>
      answer(act(id, [put('sites', id, { name: id, lat: 47, lon: 13, permission: 'granted', timeZone })]));
    expect(await site('s1', 'Europe/Vellmark')).toBe('409 RULE');
    expect(await site('s2', 'Europe/Vienna')).toBe('201');
    expect(await site('s3', null)).toBe('201');
  });

  it('takes an act back by an id of its own, and by no other act’s', async () => {
    await act('one', [board('g1')]);
    await act('two', [board('g2')]);
    const undo = (id: string, by: string): Promise<string> =>
      answer(bench.http.post(`/api/v1/acts/${id}/undo`).send({ id: by }));
    const undone = async (id: string): Promise<string | null | undefined> => {
      const { items } = (await bench.http.get('/api/v1/acts')).body as { items: readonly KeptActDto[] };
      return items.find((one) => one.id === id)?.undoneBy;
    };
    expect(await undo('one', 'two')).toBe('409 ACT_REUSED');
    expect(await undone('one')).toBeNull();
    expect(await undo('one', 'back')).toMatch(/^20/);
    expect(await undone('one')).toBe('back');
    // Sent once more it is the same; for another act it is not.
    expect(await undo('one', 'back')).toMatch(/^20/);
    expect(await undo('two', 'back')).toBe('409 ACT_REUSED');
  });

  it('keeps no picture that claims to be larger than any camera’s, or whose head is cut off', async () => {
    const claiming = (width: number, height: number): Buffer => {
      const bytes = pngOf(2, 2);
      bytes.writeUInt32BE(width, 16);
      bytes.writeUInt32BE(height, 20);
      return bytes;
    };
    const sent = (id: string, bytes: Buffer): Promise<string> =>
      answer(bench.http.put(`/api/v1/files/pictures/${id}`).type(BYTES).send(bytes));
    expect(await sent('p1', claiming(30_000, 30_000))).toBe('422 FILE_REFUSED');
    expect(await sent('p2', claiming(12_001, 10))).toBe('422 FILE_REFUSED');
    expect(await sent('p3', claiming(12_000, 10))).toBe('201');
    expect(await sent('p4', claiming(10_000, 5001))).toBe('422 FILE_REFUSED');
    expect(await sent('p5', pngOf(2, 2).subarray(0, 10))).toBe('422 FILE_REFUSED');
  });
});
