import express, { type Express, Router } from 'express';
import supertest from 'supertest';
import { openApiDocument } from '../src/http/openapi.js';
import { ofItsPlaces } from '../src/http/of-its-places.js';
import { API } from './access-support.js';
import { openBench } from './support.js';

/** Of somebody alone at the computer: no passkey and no certificate. */
const NOTHING_THERE = new Set(['/session/passkeys', '/network/authority', '/network/authority.crt']);

describe('a router that is asked for its own places alone', () => {
  let asked: string[];

  /** Notes every request it is asked about, and answers its own. */
  function noting(...paths: readonly string[]): Router {
    const router = Router();
    router.use((request, _response, next) => {
      asked.push(request.path);
      next();
    });
    const inner = Router();
    for (const [n, path] of paths.entries()) {
      const target = n % 2 === 0 ? router : inner;
      target.get(path, (_request, response) => {
        response.send(path);
      });
    }
    return router.use(inner);
  }
  function served(...routers: readonly Router[]): Express {
    const app = express();
    for (const router of routers) app.use('/api', ofItsPlaces(router));
    app.use((_request, response) => {
      response.status(404).send('nobody');
    });
    return app;
  }
  const get = async (app: Express, path: string): Promise<string> => (await supertest(app).get(path)).text;
  beforeEach(() => {
    asked = [];
  });

  it('answers what it has, its inner routers’ too, and is not asked for anything else', async () => {
    const app = served(noting('/rounds/due', '/ground'), noting('/records/:table'));
    expect(await get(app, '/api/rounds/due')).toBe('/rounds/due');
    expect(await get(app, '/api/ground')).toBe('/ground');
    expect(asked).toEqual(['/rounds/due', '/ground']);
    asked = [];
    expect(await get(app, '/api/records/visits')).toBe('/records/:table');
    expect(asked).toEqual(['/records/visits']);
    expect(await get(app, '/api/other')).toBe('nobody');
    expect(asked).toEqual(['/records/visits']);
  });

  it('reads paths as Express does: in any case, with a stroke at the end, with a question', async () => {
    const app = served(noting('/rounds/due'));
    for (const path of ['/api/ROUNDS/due', '/api/rounds/due/', '/api/rounds/due?x=/other']) {
      expect(await get(app, path))
        .withContext(path)
        .toBe('/rounds/due');
    }
  });

  it('one whose path begins with a parameter is asked for everything', async () => {
    expect(await get(served(noting('/:place/due')), '/api/anything/due')).toBe('/:place/due');
  });

  it('one with a router under a path of its own is asked for everything, and loses nothing', async () => {
    const inner = Router();
    inner.get('/due', (_request, response) => {
      response.send('inner');
    });
    expect(await get(served(noting('/ground').use('/rounds', inner)), '/api/rounds/due')).toBe('inner');
  });

  it('leaves no route of the API without an answer of its own', async () => {
    const bench = await openBench();
    const known = new Set<string>();
    for (const [path, methods] of Object.entries(openApiDocument.paths as Readonly<Record<string, object>>)) {
      if (!('get' in methods) || /stream|news|probe|manometer|battery/.test(path)) continue;
      const answer = await bench.http.get(API + path.replace('{table}', 'visits').replace(/\{\w+\}/g, 'none'));
      const code = (answer.body as { error?: { code?: string; fields?: unknown } }).error?.code;
      // What has no handler at all is answered by the last of them, before anything was validated.
      if (!path.includes('{')) expect([path, code === 'NOT_FOUND']).toEqual([path, NOTHING_THERE.has(path)]);
      known.add(path);
    }
    expect(known.size).toBeGreaterThan(40);
    await bench.database.close();
  });
});
