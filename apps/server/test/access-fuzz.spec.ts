import fc from 'fast-check';
import { API_ERRORS } from '@yewridge/contract/shared';
import type { SessionDto } from '@yewridge/contract/members';
import { API, invited, joined, OWNER, switchOn, visiting } from './access-support.js';
import { type Bench, openBench } from './support.js';

const ROUTES = [
  'post /session',
  'put /session/passphrase',
  'delete /sessions/{id}',
  'put /members/{id}',
  'delete /members/{id}',
  'post /members/{id}/renewal',
  'post /invitations',
  'delete /invitations/{id}',
  'post /invitations/opened',
  'post /invitations/joined',
  'post /invitations/visited',
  'put /network',
  'put /acts/{id}',
  'post /acts/known',
  'post /acts/{id}/undo',
] as const;

/** Values near what is expected, and far from it. */
const value = fc.oneof(
  fc.string(),
  fc.string({ unit: 'binary', maxLength: 400 }),
  fc.constantFrom('owner', 'keeper', 'helper', 'guest', '', null, true, -1, 1e308, [], {}, 'x'.repeat(5000)),
  fc.jsonValue(),
);
const body = fc.dictionary(
  fc.constantFrom(
    'name',
    'passphrase',
    'next',
    'secret',
    'role',
    'note',
    'seesPeople',
    'open',
    'says',
    'changes',
    'ids',
    'id',
    '__proto__',
    'x',
  ),
  value,
);
const word = fc.oneof(
  fc.uuid(),
  fc.constantFrom('..', '%2e%2e', 'none', "' OR 1=1 --", 'a'.repeat(300)),
  fc.string({ minLength: 1, maxLength: 40 }),
);

describe('rubbish sent to everything by which somebody comes in', () => {
  let bench: Bench;
  let cookies: readonly string[];
  beforeAll(async () => {
    bench = await openBench();
    const owner = await switchOn(bench);
    const [{ cookie: keeper }, { cookie: helper }] = [
      await joined(bench, owner, 'keeper', 'Keeper'),
      await joined(bench, owner, 'helper', 'Helper'),
    ];
    cookies = ['', 'yewridge=', 'yewridge=x', `${owner}x`, keeper, helper, await visiting(bench, owner), owner];
  });
  afterAll(() => bench.database.close());

  it('gets a refusal with a sentence each time, whoever sends it, and changes nothing for the owner', async () => {
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...ROUTES), word, body, fc.nat(7), async (route, id, sent, who) => {
        const [method, path] = route.split(' ') as ['post' | 'put' | 'delete', string];
        const answer = await bench.http[method](API + path.replace('{id}', encodeURIComponent(id)))
          .set('Cookie', cookies[who] ?? '')
          .send(sent);
        const told = answer.body as { error?: { code: string; message: string } };
        expect(answer.status)
          .withContext(JSON.stringify([route, sent, told]))
          .toBeLessThan(500);
        if (answer.status >= 400) {
          expect(Object.keys(API_ERRORS)).toContain(told.error?.code ?? '');
          expect((told.error?.message ?? '').length).toBeGreaterThan(10);
        }
        // Nobody's secret comes back in an answer.
        for (const cookie of cookies.slice(4)) expect(answer.text.includes(cookie.split('=')[1]!)).toBeFalse();
      }),
      { numRuns: 400 },
    );
    const fresh = await bench.http.post(`${API}/session`).send(OWNER);
    // Tried too often, or in: never refused for a wrong passphrase.
    expect([201, 429]).toContain(fresh.status);
    const owner = (await bench.http.get(`${API}/session`).set('Cookie', cookies[7]!)).body as SessionDto;
    expect(owner.who).toEqual(jasmine.objectContaining({ name: OWNER.name, role: 'owner' }));
    expect((await invited(bench, cookies[7]!, 'helper')).length).toBe(43);
  });
});
