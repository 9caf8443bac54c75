import type { DeviceSessionDto, MembersDto, SessionDto } from '@yewridge/contract/members';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Response } from 'supertest';
import { MemberEntity } from '../src/access/access-entities.js';
import { openAccess } from '../src/access/open-access.js';
import { ownerLink } from '../src/access/owner-link.js';
import { API, cookieIn, invited, joined, OWNER, passphraseOf, switchOn, visiting } from './access-support.js';
import { type Bench, errorIn, openBench, put } from './support.js';

const DAY_MS = 24 * 3600 * 1000;

describe('members', () => {
  let bench: Bench;
  let owner: string;
  /** The real time, which goes on when it is told to; far ahead, as the package that counts tries asks the machine's clock too. */
  const BEGAN = Date.parse('2100-05-14T16:20:00Z');
  const clock = { at: BEGAN, now: () => new Date(clock.at) };

  beforeEach(async () => {
    clock.at = BEGAN;
    bench = await openBench(null, { access: { clock } });
    owner = await switchOn(bench);
  });
  afterEach(() => bench.database.close());

  const get = (path: string, cookie?: string): PromiseLike<Response> =>
    cookie === undefined ? bench.http.get(API + path) : bench.http.get(API + path).set('Cookie', cookie);
  const status = async (path: string, cookie?: string): Promise<number> => (await get(path, cookie)).status;
  const signIn = (name: string, passphrase: string): PromiseLike<Response> =>
    bench.http.post(`${API}/session`).send({ name, passphrase });
  const members = async (): Promise<MembersDto> => (await get('/members', owner)).body as MembersDto;
  const save = (id: string, change: object): PromiseLike<Response> =>
    bench.http.put(`${API}/members/${id}`).set('Cookie', owner).send(change);

  it('are nobody to a keeper alone: who sits at the computer is the owner, and nobody else comes in', async () => {
    const alone = await openBench();
    const told = (await alone.http.get(`${API}/session`)).body as SessionDto;
    expect(told).toEqual({ access: 'off', who: { id: null, name: null, role: 'owner', seesPeople: true } });
    expect((await alone.http.get(`${API}/today`)).status).toBe(200);
    // Through a proxy it is not this computer any more, whatever name is asked for.
    for (const [header, value] of [
      ['X-Forwarded-For', '203.0.113.9'],
      ['Forwarded', 'for=203.0.113.9'],
      ['Via', '1.1 elsewhere'],
    ] as const) {
      const answer = await alone.http.get(`${API}/today`).set(header, value);
      expect(errorIn(answer).code).withContext(header).toBe('NOT_ENCRYPTED');
    }
    await alone.database.close();
  });

  it('once switched on everybody signs in, this computer too', async () => {
    expect(await status('/today')).toBe(401);
    expect(await status('/today', owner)).toBe(200);
    const again = await bench.http.put(`${API}/access`).set('Cookie', owner).send(OWNER);
    expect(errorIn(again).fields).toEqual([{ path: '', message: 'members are switched on already' }]);
    await bench.http.delete(`${API}/access`).set('Cookie', owner);
    expect(await status('/today')).toBe(200);
    // Switched on once more, the owner of before is the owner, and the old session stays ended.
    const fresh = await switchOn(bench);
    expect(await status('/today', owner)).toBe(401);
    expect(((await get('/members', fresh)).body as MembersDto).members.length).toBe(1);
  });

  it('a session’s cookie is read by no script, is sent by no other page, and over HTTPS belongs to this host alone', async () => {
    const answer = await signIn(OWNER.name, OWNER.passphrase);
    const [plain] = answer.headers['set-cookie'] as unknown as string[];
    expect(plain).toMatch(/^yewridge=[\w-]{43}; Max-Age=15552000; Path=\/; Expires=[^;]+; HttpOnly; SameSite=Strict$/);
    const behind = await openBench(null, { access: { proxies: ['127.0.0.1'] } });
    await switchOn(behind);
    const secure = await behind.http.post(`${API}/session`).set('X-Forwarded-Proto', 'https').send(OWNER);
    const [whole] = secure.headers['set-cookie'] as unknown as string[];
    expect(whole).toMatch(/^__Host-yewridge=.*; Path=\/; .*; HttpOnly; Secure; SameSite=Strict$/);
    expect(whole).not.toContain('Domain');
    // The proxy must have it encrypted itself.
    const open = await behind.http.post(`${API}/session`).set('X-Forwarded-Proto', 'http').send(OWNER);
    expect(errorIn(open).code).toBe('NOT_ENCRYPTED');
    await behind.database.close();
  });

  it('whoever sits at a device that is signed in does not guess the passphrase there either', async () => {
    const change = (): PromiseLike<Response> =>
      bench.http
        .put(`${API}/session/passphrase`)
        .set('Cookie', owner)
        .send({ passphrase: 'not this one at all', next: 'a lantern in the plum tree' });
    for (let n = 0; n < 5; n++) expect((await change()).status).toBe(401);
    expect((await change()).status).toBe(429);
  });

  it('a name that is not there gets the same answer as a wrong passphrase', async () => {
    const [wrong, nobody] = [await signIn(OWNER.name, 'not this one at all'), await signIn('Nobody', OWNER.passphrase)];
    expect(wrong.status).toBe(401);
    expect(nobody.body).toEqual(wrong.body);
    expect(nobody.status).toBe(wrong.status);
    expect((await signIn('rosa TILLER', OWNER.passphrase)).status)
      .withContext('as the name is meant')
      .toBe(201);
  });

  it('five wrong passphrases a minute for a name, then a wait that doubles, said in seconds', async () => {
    const tried = async (): Promise<string> => {
      const answer = await signIn('rosa tiller', 'not this one at all');
      return answer.status === 429 ? (errorIn(answer).fields?.[0]?.message ?? '') : String(answer.status);
    };
    for (let n = 0; n < 5; n++) expect(await tried()).toBe('401');
    expect(await tried()).toBe('That was tried too often. Try once more in 60 s.');
    // Twenty times changes nothing, and the right one waits too.
    for (let n = 0; n < 14; n++) expect(await tried()).toContain('60 s');
    expect((await signIn(OWNER.name, OWNER.passphrase)).status).toBe(429);
    clock.at += 59_000;
    expect(await tried()).toContain('1 s');
    clock.at += 1000;
    for (let n = 0; n < 5; n++) expect(await tried()).toBe('401');
    expect(await tried()).toContain('120 s');
    expect((await bench.http.post(`${API}/session`).send({ name: 'Another', passphrase: 'x' })).status).toBe(401);
    clock.at += 120_000;
    expect((await signIn(OWNER.name, OWNER.passphrase)).status).toBe(201);
  });

  it('thirty a minute for an address, whatever the names; what was right is not counted', async () => {
    for (let n = 0; n < 40; n++) expect((await signIn(OWNER.name, OWNER.passphrase)).status).toBe(201);
    for (let n = 0; n < 30; n++) expect((await signIn(`Name ${n}`, 'x')).status).toBe(401);
    const over = await signIn('Name 31', 'x');
    expect([over.status, over.headers['retry-after']]).toEqual([429, '60']);
  });

  it('an invitation opens once, within 48 hours, and not after it was taken back', async () => {
    const secret = await invited(bench, owner, 'helper');
    const opened = await bench.http.post(`${API}/invitations/opened`).send({ secret });
    expect(opened.body).toEqual({
      role: 'helper',
      workspace: 'Test',
      expiresAt: '2100-05-16T16:20:00.000Z',
      renews: null,
    });
    const join = (name: string): PromiseLike<Response> =>
      bench.http.post(`${API}/invitations/joined`).send({ secret, name, passphrase: passphraseOf(name) });
    expect(errorIn(await join('Rosa Tiller')).fields?.[0]?.message).toContain('is called "Rosa Tiller" already');
    expect((await join('Ivo')).status)
      .withContext('a taken name did not use it up')
      .toBe(201);
    expect([(await join('Ivo again')).status, errorIn(await join('Ivo again')).code]).toEqual([410, 'INVITATION_OVER']);

    const late = await invited(bench, owner, 'keeper');
    const look = async (one: string): Promise<number> =>
      (await bench.http.post(`${API}/invitations/opened`).send({ secret: one })).status;
    clock.at += 2 * DAY_MS - 1;
    expect(await look(late)).toBe(200);
    clock.at += 1;
    expect(await look(late)).toBe(410);
    const taken = await invited(bench, owner, 'keeper');
    const { id } = (await members()).invitations.at(-1)!;
    expect((await bench.http.delete(`${API}/invitations/${id}`).set('Cookie', owner)).status).toBe(204);
    expect(await look(taken)).toBe(410);
  });

  it('twenty that open one invitation at the same moment are one member', async () => {
    const secret = await invited(bench, owner, 'helper');
    const all = await Promise.all(
      Array.from({ length: 20 }, (_, n) =>
        bench.http
          .post(`${API}/invitations/joined`)
          .send({ secret, name: `Name ${n}`, passphrase: 'we all came at once' }),
      ),
    );
    expect(all.filter(({ status }) => status === 201).length).toBe(1);
    expect((await members()).members.length).toBe(2);
  });

  it('a passphrase has 12 characters or more and is none that is guessed first', async () => {
    const secret = await invited(bench, owner, 'helper');
    const join = async (passphrase: string): Promise<string> => {
      const answer = await bench.http.post(`${API}/invitations/joined`).send({ secret, name: 'Ivo', passphrase });
      return answer.status === 201 ? 'in' : (errorIn(answer).fields?.[0]?.path ?? '');
    };
    expect(await join('11 letters.')).toBe('passphrase');
    for (const bad of ['123456789012', 'passwordpassword', 'Qwertyuiop123', 'aaaaaaaaaaaa', 'password2024!'])
      expect(await join(bad))
        .withContext(bad)
        .toBe('passphrase');
    expect(await join('12 letters..')).toBe('in');
  });

  it('a lost phone is signed out from elsewhere, and its cookie opens nothing any more', async () => {
    const { cookie } = await joined(bench, owner, 'keeper', 'Ivo');
    const stolen = cookieIn(
      await bench.http
        .post(`${API}/session`)
        .set('User-Agent', 'Mozilla/5.0 (Linux; Android 15; Pixel 9) AppleWebKit/537.36 Chrome/140.0.0.0 Mobile')
        .send({ name: 'Ivo', passphrase: passphraseOf('Ivo') }),
    );
    expect(await status('/today', stolen)).toBe(200);
    const devices = async (who: string): Promise<readonly DeviceSessionDto[]> =>
      ((await get('/sessions', who)).body as { items: DeviceSessionDto[] }).items;
    const mine = await devices(cookie);
    expect(mine.map(({ device, here }) => [device, here]).sort()).toEqual([
      ['A device that does not say what it is', true],
      ['Chrome on Android', false],
    ]);
    expect((await devices(owner)).map(({ name }) => name).sort()).toEqual(['Ivo', 'Ivo', 'Rosa Tiller']);
    const lost = mine.find(({ here }) => !here)!.id;
    const { cookie: other } = await joined(bench, owner, 'keeper', 'Another');
    expect((await bench.http.delete(`${API}/sessions/${lost}`).set('Cookie', other)).status).toBe(404);
    expect((await bench.http.delete(`${API}/sessions/${lost}`).set('Cookie', cookie)).status).toBe(204);
    expect([await status('/today', stolen), await status('/today', cookie)]).toEqual([401, 200]);
  });

  it('a session ends after 30 days without use, and after 180 whatever is done', async () => {
    clock.at += 30 * DAY_MS - 1;
    expect(await status('/session', owner)).toBe(200);
    const who = async (): Promise<unknown> => ((await get('/session', owner)).body as SessionDto).who?.role;
    expect(await who()).toBe('owner');
    clock.at += 30 * DAY_MS;
    expect(await who()).toBeUndefined();

    let fresh = cookieIn(await signIn(OWNER.name, OWNER.passphrase));
    for (let day = 0; day < 179; day += 20) {
      expect(await status('/today', fresh)).toBe(200);
      clock.at += 20 * DAY_MS;
    }
    expect(await status('/today', fresh)).toBe(401);
    fresh = cookieIn(await signIn(OWNER.name, OWNER.passphrase));
    expect((await bench.http.delete(`${API}/session`).set('Cookie', fresh)).status).toBe(204);
    expect(await status('/today', fresh)).toBe(401);
  });

  it('another role changes the secret of every device, and what was on its way still comes in', async () => {
    const { cookie, id } = await joined(bench, owner, 'helper', 'Ivo');
    expect(await status('/files/tables', cookie)).toBe(403);
    await save(id, { role: 'keeper', seesPeople: true });
    const first = await get('/files/tables', cookie);
    expect(first.status).toBe(200);
    const renewed = cookieIn(first);
    expect(renewed).not.toBe(cookie);
    clock.at += 59_000;
    expect([await status('/today', cookie), await status('/today', renewed)]).toEqual([200, 200]);
    clock.at += 2000;
    expect([await status('/today', cookie), await status('/today', renewed)]).toEqual([401, 200]);
  });

  it('another passphrase signs the other devices out', async () => {
    const phone = cookieIn(await signIn(OWNER.name, OWNER.passphrase));
    const change = (passphrase: string): PromiseLike<Response> =>
      bench.http
        .put(`${API}/session/passphrase`)
        .set('Cookie', owner)
        .send({ passphrase, next: 'a lantern in the plum tree' });
    expect((await change('not this one at all')).status).toBe(401);
    const answer = await change(OWNER.passphrase);
    expect([await status('/today', phone), await status('/today', owner)]).toEqual([401, 401]);
    expect(await status('/today', cookieIn(answer))).toBe(200);
    expect((await signIn(OWNER.name, OWNER.passphrase)).status).toBe(401);
  });

  it('of two who change one passphrase at once the second is told that it is another by now', async () => {
    const change = (next: string): PromiseLike<Response> =>
      bench.http.put(`${API}/session/passphrase`).set('Cookie', owner).send({ passphrase: OWNER.passphrase, next });
    const both = ['a lantern in the plum tree', 'a candle in the plum tree'];
    const answers = await Promise.all(both.map(change));
    expect(answers.map(({ status: one }) => one).sort()).toEqual([201, 401]);
    const won = answers.findIndex(({ status: one }) => one === 201);
    expect((await signIn(OWNER.name, both[won]!)).status).toBe(201);
    expect((await signIn(OWNER.name, both[1 - won]!)).status).toBe(401);
  });

  it('who lost the passphrase gets a link to a new one, and the old one opens nothing', async () => {
    const { cookie, id } = await joined(bench, owner, 'keeper', 'Ivo');
    const made = await bench.http.post(`${API}/members/${id}/renewal`).set('Cookie', owner).send({});
    const { secret } = made.body as { secret: string };
    expect((await bench.http.post(`${API}/invitations/opened`).send({ secret })).body).toEqual(
      jasmine.objectContaining({ renews: 'Ivo', role: 'keeper' }),
    );
    const joinedAgain = await bench.http
      .post(`${API}/invitations/joined`)
      .send({ secret, name: 'whatever', passphrase: 'found it in a jar' });
    expect((joinedAgain.body as SessionDto).who).toEqual(jasmine.objectContaining({ id, name: 'Ivo', role: 'keeper' }));
    expect(await status('/today', cookie)).toBe(401);
    expect((await signIn('Ivo', passphraseOf('Ivo'))).status).toBe(401);
    expect((await members()).members.length).toBe(2);
  });

  it('an owner who lost the passphrase gets a link on the computer itself', async () => {
    const file = await openAccess(join(bench.dataFolder, 'members.sqlite'));
    const link = await ownerLink(file, null, 8147);
    await expectAsync(ownerLink(file, 'Nobody', 8147)).toBeRejectedWithError(/Owners are: Rosa Tiller/);
    const secret = link.replace('http://localhost:8147/join#', '');
    // The time of this bench is its own: the link is of today.
    clock.at = Date.now();
    const opened = await bench.http.post(`${API}/invitations/opened`).send({ secret });
    expect(opened.body).toEqual(jasmine.objectContaining({ role: 'owner', renews: 'Rosa Tiller' }));
    const ivo = await joined(bench, cookieIn(await signIn(OWNER.name, OWNER.passphrase)), 'keeper', 'Ivo');
    await file.write((manager) => manager.update(MemberEntity, { id: ivo.id }, { role: 'owner' }));
    await expectAsync(ownerLink(file, null, 8147)).toBeRejectedWithError(/several owners: .*Rosa Tiller/);
    expect(await ownerLink(file, 'ivo', 8147)).toMatch(/#[\w-]{43}$/);
    await bench.http.delete(`${API}/access`).set('Cookie', cookieIn(await signIn(OWNER.name, OWNER.passphrase)));
    await expectAsync(ownerLink(file, null, 8147)).toBeRejectedWithError(/Nobody signs in here/);
    await file.close();
  });

  it('there is always an owner', async () => {
    const [{ id }] = (await members()).members as unknown as [{ id: string }];
    const only = 'this is the only owner: make another member owner first, or nobody could let anybody in';
    expect(errorIn(await save(id, { role: 'keeper', seesPeople: true })).fields?.[0]?.message).toBe(only);
    const remove = (): PromiseLike<Response> => bench.http.delete(`${API}/members/${id}`).set('Cookie', owner);
    expect(errorIn(await remove()).fields?.[0]?.message).toBe(only);
    const ivo = await joined(bench, owner, 'keeper', 'Ivo');
    await save(ivo.id, { role: 'owner', seesPeople: true });
    expect((await remove()).status).toBe(200);
    expect([await status('/members', ivo.cookie), await status('/today', owner)]).toEqual([200, 401]);
  });

  it('a removed one is shut out, what they wrote stays, under the name or without it', async () => {
    const { cookie, id } = await joined(bench, owner, 'keeper', 'Ivo');
    const act = { says: 'Mill race: kept', changes: [put('owners', 'o1', { name: 'A' })] };
    expect((await bench.http.put(`${API}/acts/a1`).set('Cookie', cookie).send(act)).body).toEqual(
      jasmine.objectContaining({ by: 'Ivo' }),
    );
    const by = async (): Promise<unknown> => {
      const { items } = (await get('/records/owners/o1/changes', owner)).body as { items: { by: unknown }[] };
      return items.map((one) => one.by);
    };
    await bench.http.delete(`${API}/members/${id}`).set('Cookie', owner);
    expect([await status('/today', cookie), await by()]).toEqual([401, ['Ivo']]);
    await bench.http.delete(`${API}/members/${id}?name=erased`).set('Cookie', owner);
    expect(await by()).toEqual(['a former helper']);
    // The name is free for another.
    await joined(bench, owner, 'helper', 'Ivo');
  });

  it('of passphrases, sessions and links nothing that opens lies in the file, and none of it in a backup', async () => {
    const secret = await invited(bench, owner, 'helper');
    const file = readFileSync(join(bench.dataFolder, 'members.sqlite'), 'latin1');
    const log = readFileSync(join(bench.dataFolder, 'members.sqlite-wal'), 'latin1');
    const backup = (await bench.http.get(`${API}/files/backup.json`).set('Cookie', owner)).text;
    for (const opens of [secret, owner.split('=')[1]!, OWNER.passphrase]) {
      expect(file.includes(opens) || log.includes(opens) || backup.includes(opens)).toBeFalse();
    }
    expect(log.includes(OWNER.name)).withContext('it is the right file').toBeTrue();
    expect(backup).not.toContain(OWNER.name);
  });

  it('a write from another page is refused with a valid cookie, and one without a browser is not', async () => {
    const made = (headers: Readonly<Record<string, string>>): Promise<string> =>
      bench.http
        .post(`${API}/today/calendars`)
        .set({ Cookie: owner, ...headers })
        .send({ name: 'x' })
        .then((answer) => (answer.status === 201 ? 'in' : errorIn(answer).code));
    expect(await made({})).toBe('in');
    for (const headers of [
      { Origin: 'https://evil.example' },
      { Origin: 'null' },
      { Origin: 'http://127.0.0.1:1' },
      { 'Sec-Fetch-Site': 'cross-site' },
      { 'Sec-Fetch-Site': 'same-site' },
    ]) {
      expect(await made(headers as Record<string, string>))
        .withContext(JSON.stringify(headers))
        .toBe('FOREIGN_ORIGIN');
    }
    expect(await made({ 'Sec-Fetch-Site': 'same-origin' })).toBe('in');
    expect(await made({ Origin: 'http://localhost:8147', Host: 'localhost:8147' })).toBe('in');
    expect(await made({ Host: 'evil.example' })).toBe('FOREIGN_HOST');
  });

  it('a guest’s link shows the season and a map of cells, is used by many, and shuts them out when it is taken back', async () => {
    const guest = await visiting(bench, owner);
    expect((await get('/guest', guest)).body).toEqual({
      today: '2026-05-14',
      season: 2026,
      hanging: 0,
      catches: 0,
      arrivals: [],
      cells: [],
    });
    for (const path of ['/changes', '/acts', '/ground', '/records/owners', '/files/pictures/x', '/callouts'])
      expect(await status(path, guest))
        .withContext(path)
        .toBe(403);
    const [link] = (await members()).invitations;
    await bench.http.delete(`${API}/invitations/${link!.id}`).set('Cookie', owner);
    expect(await status('/guest', guest)).toBe(401);
    const secret = await invited(bench, owner, 'guest');
    const join = await bench.http
      .post(`${API}/invitations/joined`)
      .send({ secret, name: 'Sly', passphrase: 'let me in as more' });
    expect(join.status).withContext('a guest’s link makes nobody a member').toBe(410);
  });
});
