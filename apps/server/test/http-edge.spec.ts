import { readFile } from 'node:fs/promises';
import { API_ERRORS } from '@yewridge/contract/shared';
import { readConfig } from '../src/config/config.js';
import { openApiDocument } from '../src/http/openapi.js';
import { type Bench, designIn, errorIn, openBench, sample } from './support.js';

describe('the edge of the server', () => {
  let bench: Bench;
  beforeEach(async () => {
    bench = await openBench();
  });
  afterEach(() => bench.database.close());

  it('answers health, workspace and the web page', async () => {
    expect((await bench.http.get('/api/v1/health')).body).toEqual({ status: 'ok', version: 'test' });
    expect((await bench.http.get('/api/v1/workspace')).body).toEqual(jasmine.objectContaining({ kind: 'own' }));
    const page = await bench.http.get('/bench/any-design');
    expect([page.status, page.text]).toEqual([200, jasmine.stringContaining('sample page')]);
  });

  it('lets a page load nothing from outside', async () => {
    const policy = (await bench.http.get('/')).headers['content-security-policy'];
    expect(policy).toContain("default-src 'self'");
    expect(policy).not.toMatch(/https?:|\*/);
  });

  it('lets tiles in where the keeper has set their address, and nothing else from there', async () => {
    const address = 'https://tiles.example/{z}/{x}/{y}.png';
    const withTiles = await openBench({ address, credit: 'Example' });
    const policy = (await withTiles.http.get('/')).headers['content-security-policy'] ?? '';
    expect(policy.split(';').filter((part) => part.includes('https:'))).toEqual([
      "img-src 'self' data: blob: https://tiles.example",
    ]);
    await withTiles.database.close();
    expect(readConfig([], { YEWRIDGE_TILES: address }).tiles).toEqual({ address, credit: '' });
    for (const bad of ['https://tiles.example/{z}/{x}.png', 'javascript:{z}{x}{y}', "https://a.b/{z}/{x}/{y}' *"]) {
      expect(() => readConfig([], { YEWRIDGE_TILES: bad })).toThrowError(/YEWRIDGE_TILES/);
    }
  });

  it('squeezes what is large and lets the browser keep what is named by its content', async () => {
    for (let n = 0; n < 3; n++) await bench.http.put(`/api/v1/designs/d-${n}`).send({ revision: 0, document: sample });
    const list = await bench.http.get('/api/v1/designs').set('Accept-Encoding', 'gzip');
    expect(list.headers['content-encoding']).toBe('gzip');
    expect((await bench.http.get('/app-ABCD1234.js')).headers['cache-control']).toContain('immutable');
    expect((await bench.http.get('/bench')).headers['cache-control']).toBe('no-cache');
  });

  it('does not say what it is built with', async () => {
    const { headers } = await bench.http.get('/api/v1/health');
    expect(headers['x-powered-by']).toBeUndefined();
    expect(headers['x-content-type-options']).toBe('nosniff');
  });

  it('refuses, with its code, a fault of its own without telling what was inside', async () => {
    bench.database.connection.exec('DROP TABLE design');
    const answer = await bench.http.get('/api/v1/designs');
    expect([answer.status, errorIn(answer).code]).toEqual([500, 'INTERNAL']);
    expect(answer.text).not.toContain('design');
  });

  for (const [what, send, status, code] of [
    ['an unknown path', (b: Bench) => b.http.get('/api/v1/nothing'), 404, 'NOT_FOUND'],
    ['a design that is not there', (b: Bench) => b.http.get('/api/v1/designs/none'), 404, 'NOT_FOUND'],
    ['a missing file', (b: Bench) => b.http.get('/missing.js'), 404, 'NOT_FOUND'],
    ['a path that cannot be decoded', (b: Bench) => b.http.get('/api/v1/designs/%E0%A4%A'), 404, 'NOT_FOUND'],
    ['an id with a slash in it', (b: Bench) => b.http.get('/api/v1/designs/a%2Fb'), 400, 'VALIDATION'],
    ['a page of 100 000', (b: Bench) => b.http.get('/api/v1/designs?limit=100000'), 400, 'VALIDATION'],
    ['a query nobody knows', (b: Bench) => b.http.get('/api/v1/designs?colour=red'), 400, 'VALIDATION'],
    [
      'half a JSON',
      (b: Bench) => b.http.put('/api/v1/designs/a').type('json').send('{"revision":'),
      400,
      'MALFORMED_JSON',
    ],
    ['a form', (b: Bench) => b.http.put('/api/v1/designs/a').type('form').send('revision=0'), 415, 'UNSUPPORTED_TYPE'],
    ['no body at all', (b: Bench) => b.http.put('/api/v1/designs/a').type('json').send('null'), 400, 'MALFORMED_JSON'],
    ['another host', (b: Bench) => b.http.get('/api/v1/designs').set('Host', 'bees.example'), 403, 'FOREIGN_HOST'],
  ] as const) {
    it(`refuses ${what} with ${code}`, async () => {
      const answer = await send(bench);
      expect([answer.status, errorIn(answer).code]).toEqual([status, code]);
      expect(errorIn(answer).message).toBe(API_ERRORS[code].sentence);
    });
  }

  it('is not hurt by a body of 5 MB', async () => {
    const body = JSON.stringify({ revision: 0, document: { name: 'x'.repeat(5_000_000) } });
    const answer = await bench.http.put('/api/v1/designs/a').type('json').send(body);
    expect([answer.status, errorIn(answer).code]).toEqual([413, 'TOO_LARGE']);
    expect((await bench.http.get('/api/v1/health')).status).toBe(200);
  });
});

describe('the description of the API', () => {
  const paths = openApiDocument.paths as Readonly<Record<string, object>>;

  it('is served, and takes its limits from the schemas that guard the server', async () => {
    const bench = await openBench();
    const served = (await bench.http.get('/api/v1/openapi.json')).body as typeof openApiDocument;
    await bench.database.close();
    expect(Object.keys(served.paths)).toEqual(Object.keys(paths));
    const design = served.components.schemas.Design as { properties: { name: object } };
    expect(design.properties.name).toEqual(jasmine.objectContaining({ type: 'string', maxLength: 80, minLength: 1 }));
  });

  it('points nowhere that is not there', () => {
    const text = JSON.stringify(openApiDocument);
    const named = new Set([...text.matchAll(/#\/components\/schemas\/(\w+)/g)].map(([, name]) => name));
    expect([...named].filter((name) => !(String(name) in openApiDocument.components.schemas))).toEqual([]);
    expect(named.size).toBe(Object.keys(openApiDocument.components.schemas).length);
  });

  it('names the fields that a stored design and the workspace really have', async () => {
    const bench = await openBench();
    const stored = await bench.http.put('/api/v1/designs/a').send({ revision: 0, document: sample });
    const workspace = await bench.http.get('/api/v1/workspace');
    const page = await bench.http.get('/api/v1/designs');
    await bench.database.close();
    const { StoredDesign, Workspace, DesignPage, Design } = openApiDocument.components.schemas as unknown as Readonly<
      Record<string, { properties: object }>
    >;
    const keys = (value: unknown): readonly string[] => Object.keys(value as object).sort();
    expect(keys(stored.body)).toEqual(keys(StoredDesign?.properties));
    expect(keys(workspace.body)).toEqual(keys(Workspace?.properties));
    expect(keys(page.body)).toEqual(keys(DesignPage?.properties));
    const { properties, required } = Design as unknown as { properties: object; required: readonly string[] };
    expect(keys(properties)).toEqual(jasmine.arrayContaining([...keys(designIn(stored).document)]));
    expect(keys(designIn(stored).document)).toEqual(jasmine.arrayContaining([...required]));
  });

  it('has every path on the readable page, and every error code in the error page', async () => {
    const docs = new URL('../../../docs/reference/', import.meta.url);
    const api = await readFile(new URL('api.md', docs), 'utf8');
    const errors = await readFile(new URL('errors.md', docs), 'utf8');
    for (const path of Object.keys(paths)) expect(api).withContext(path).toContain(`\`${path}\``);
    const documented = [...errors.matchAll(/^\| `([A-Z_]+)` \| (\d+) \|/gm)].map(([, code, status]) => [
      code,
      Number(status),
    ]);
    expect(documented).toEqual(Object.entries(API_ERRORS).map(([code, { status }]) => [code, status]));
  });
});
