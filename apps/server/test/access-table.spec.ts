import type { ApiErrorBody } from '@yewridge/contract/shared';
import { readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { openApiDocument } from '../src/http/openapi.js';
import { API, cookieIn, invited, joined, OWNER, passphraseOf, switchOn } from './access-support.js';
import { type Bench, openBench } from './support.js';

/**
 * Every route and who may ask for it: o an owner, k a keeper, h a helper, g a guest, * anybody at all, without a session too.
 * Written by hand from what each role is for; a route that is added without a row fails.
 */
const MAY: Readonly<Record<string, string>> = {
  'GET /health': '*',
  'GET /workspace': 'okhg',
  'POST /workspace/clock': 'ok',
  'GET /workspace/sight/{id}': 'okh',
  'GET /session': '*',
  'POST /session': '*',
  'PUT /session/passphrase': 'okh',
  'POST /session/passkey/asked': '*',
  'POST /session/passkey': '*',
  'GET /session/passkeys': 'okh',
  'POST /session/passkeys': 'okh',
  'POST /session/passkeys/asked': 'okh',
  'DELETE /session/passkeys/{id}': 'okh',
  'GET /sessions': 'okh',
  'DELETE /sessions/{id}': 'okh',
  'PUT /access': 'o',
  'GET /members': 'o',
  'GET /members/names': 'okh',
  'PUT /members/{id}': 'o',
  'DELETE /members/{id}': 'o',
  'POST /members/{id}/renewal': 'o',
  'POST /invitations': 'o',
  'DELETE /invitations/{id}': 'o',
  'POST /invitations/opened': '*',
  'POST /invitations/joined': '*',
  'POST /invitations/visited': '*',
  'GET /guest': 'okhg',
  'GET /network': 'o',
  'PUT /network': 'o',
  'GET /network/authority': '*',
  'GET /network/authority.crt': '*',
  'GET /designs': 'okh',
  'GET /designs/{id}': 'okh',
  'PUT /designs/{id}': 'ok',
  'DELETE /designs/{id}': 'ok',
  'POST /designs/{id}/restore': 'ok',
  'GET /designs/{id}/versions': 'okh',
  'GET /rigs': 'okh',
  'GET /rigs/{id}': 'okh',
  'PUT /rigs/{id}': 'ok',
  'DELETE /rigs/{id}': 'ok',
  'POST /rigs/{id}/restore': 'ok',
  'GET /rigs/{id}/versions': 'okh',
  'POST /rigs/{id}/versions': 'ok',
  'GET /rigs/{id}/battery': 'okh',
  'GET /rigs/{id}/manometer': 'okh',
  'GET /traps': 'okh',
  'POST /traps': 'ok',
  'GET /traps/{id}': 'okh',
  'PUT /traps/{id}': 'ok',
  'DELETE /traps/{id}': 'ok',
  'POST /traps/{id}/restore': 'ok',
  'GET /acts': 'okh',
  'PUT /acts/{id}': 'okh',
  'POST /acts/known': 'okh',
  'POST /acts/{id}/undo': 'okh',
  'GET /records/{table}': 'okh',
  'GET /records/{table}/{id}': 'okh',
  'GET /records/{table}/{id}/changes': 'okh',
  'GET /rounds/due': 'okh',
  'GET /rounds/ribbon': 'okh',
  'GET /rounds/summary': 'okh',
  'GET /evidence': 'okh',
  'GET /ground': 'okh',
  'GET /ground/layers': 'okh',
  'GET /ground/layers/{id}': 'okh',
  'PUT /ground/layers/{id}': 'ok',
  'DELETE /ground/layers/{id}': 'ok',
  'GET /people/{id}': 'ok',
  'DELETE /people/{id}': 'ok',
  'GET /catches/{id}/plan': 'okh',
  'GET /catches/board': 'okh',
  'GET /catches/track': 'okh',
  'GET /callouts': 'okh',
  'GET /callouts/{id}': 'okh',
  'GET /callouts/{id}/probe': 'okh',
  'GET /today': 'okh',
  'GET /today/season': 'okh',
  'GET /today/steps.ics': 'okh',
  'GET /today/calendars': 'okh',
  'POST /today/calendars': 'okh',
  'DELETE /today/calendars/{id}': 'okh',
  // By secrets of their own, which the routes ask for.
  'GET /calendar/{file}': '*',
  'POST /devices/{id}/readings': '*',
  'GET /devices': 'okh',
  'POST /devices': 'ok',
  'DELETE /devices/{id}': 'ok',
  'GET /readings': 'okh',
  'GET /readings/stream': 'okh',
  'GET /changes': 'okh',
  'GET /changes/past': 'okh',
  'GET /changes/told': 'okh',
  'GET /changes/news': 'okh',
  'GET /files/tables': 'ok',
  'GET /files/tables/{table}': 'ok',
  'GET /files/sites.geojson': 'ok',
  'GET /files/sites.gpx': 'ok',
  'GET /files/backup.zip': 'ok',
  'GET /files/backup.json': 'ok',
  'POST /files/plan': 'ok',
  'PUT /files/taken/{id}': 'ok',
  'GET /files/progress/{id}': 'ok',
  'PUT /files/pictures/{id}': 'okh',
  'GET /files/pictures/{id}': 'okh',
  'GET /files/copies': 'o',
  'GET /files/copies/{name}': 'o',
  'DELETE /session': 'okhg',
  'DELETE /access': 'o',
};
const ASKING = { o: 'an owner', k: 'a keeper', h: 'a helper', g: 'a guest', n: 'nobody' } as const;
type Asking = keyof typeof ASKING;

describe('every route of the API', () => {
  let bench: Bench;
  let server: Server;
  let base: string;
  let links: { guest: string; id: Record<string, string> };

  /** Goes on by two minutes at each question: who asks often is not what is tested here. */
  const clock = { at: Date.parse('2100-05-14T16:20:00Z'), now: () => new Date(clock.at) };

  beforeAll(async () => {
    bench = await openBench(null, { access: { clock } });
    const owner = await switchOn(bench);
    await joined(bench, owner, 'keeper', 'Keeper');
    await joined(bench, owner, 'helper', 'Helper');
    links = { guest: await invited(bench, owner, 'guest'), id: {} };
    server = createServer(bench.app);
    await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
    base = `http://127.0.0.1:${(server.address() as AddressInfo).port}${API}`;
  });
  afterAll(async () => {
    server.closeAllConnections();
    server.close();
    await bench.database.close();
  });

  /** A session of its own for each question: some of them end it. */
  async function cookieOf(who: Asking): Promise<string | null> {
    if (who === 'n') return null;
    if (who === 'g') {
      return cookieIn(await bench.http.post(`${API}/invitations/visited`).send({ secret: links.guest }));
    }
    const name = { o: OWNER.name, k: 'Keeper', h: 'Helper' }[who];
    const passphrase = who === 'o' ? OWNER.passphrase : passphraseOf(name);
    return cookieIn(await bench.http.post(`${API}/session`).send({ name, passphrase }));
  }

  /** The refusal by role, or `in`. */
  async function asked(route: string, who: Asking): Promise<string> {
    const [method = '', path = ''] = route.split(' ');
    clock.at += 120_000;
    const cookie = await cookieOf(who);
    const abort = new AbortController();
    const answer = await fetch(base + path.replace('{table}', 'visits').replace(/\{\w+\}/g, 'none'), {
      method,
      signal: abort.signal,
      headers: { ...(cookie === null ? {} : { Cookie: cookie }), 'Content-Type': 'application/json' },
      ...(method === 'GET' || method === 'DELETE' ? {} : { body: '{}' }),
    });
    const { status } = answer;
    const refusal = status === 401 || status === 403 ? ((await answer.json()) as ApiErrorBody).error.code : '';
    // A stream goes on.
    abort.abort();
    return refusal === 'SIGN_IN' || refusal === 'NOT_ALLOWED' ? `${status} ${refusal}` : 'in';
  }

  it('has a row in the table of this test, and no row is of a route that is gone', () => {
    const routes = Object.entries(openApiDocument.paths as Readonly<Record<string, object>>).flatMap(([path, one]) =>
      Object.keys(one)
        .filter((method) => method !== 'parameters')
        .map((method) => `${method.toUpperCase()} ${path}`),
    );
    expect(Object.keys(MAY).sort()).toEqual(routes.sort());
  });

  it('stands in the reference with the same roles', () => {
    const page = readFileSync(new URL('../../../docs/reference/access.md', import.meta.url), 'utf8');
    const rows = [...page.matchAll(/^\| `((?:GET|PUT|POST|DELETE) [^`]+)`\s+\| (.+?)\s+\|$/gm)].map(
      ([, route, says]) => {
        const letters = ['owner', 'keeper', 'helper', 'guest'].flatMap((role) =>
          says?.includes(role) ? [role[0]] : [],
        );
        return [route, says === 'anybody' || says?.startsWith('whoever') ? '*' : letters.join('')];
      },
    );
    const { 'GET /openapi.json': open, ...described } = Object.fromEntries(rows) as Record<string, string>;
    expect(open).toBe('*');
    expect(described).toEqual(MAY);
  });

  for (const [route, may] of Object.entries(MAY)) {
    const who =
      may === '*'
        ? 'anybody'
        : Object.entries(ASKING)
            .flatMap(([one, says]) => (may.includes(one) ? [says] : []))
            .join(', ');
    it(`${route} is for ${who}`, async () => {
      for (const one of Object.keys(ASKING) as Asking[]) {
        // It ends what the next question would come with.
        if (route === 'DELETE /access' && one === 'o') continue;
        const expected = may === '*' || may.includes(one) ? 'in' : one === 'n' ? '401 SIGN_IN' : '403 NOT_ALLOWED';
        expect(await asked(route, one))
          .withContext(ASKING[one])
          .toBe(expected);
      }
    });
  }

  it('what is no route is told to members, and to nobody else', async () => {
    expect(await asked('GET /nothing', 'n')).toBe('401 SIGN_IN');
    const cookie = (await cookieOf('h')) ?? '';
    expect((await fetch(`${base}/nothing`, { headers: { Cookie: cookie } })).status).toBe(404);
  });

  it('is the same however its path is written', async () => {
    const cookie = (await cookieOf('h')) ?? '';
    for (const path of ['/MEMBERS', '/members/', '/Files/Copies', '/files/copies/?x=1', '/%6dembers', '//members']) {
      const { status } = await fetch(base + path, { headers: { Cookie: cookie } });
      expect([403, 404]).withContext(path).toContain(status);
    }
    expect((await fetch(`${base}/members`, { method: 'HEAD', headers: { Cookie: cookie } })).status).toBe(403);
  });
});
