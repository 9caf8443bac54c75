import type { PasskeyAnswerDto, PasskeyDto, PasskeysDto, SessionDto } from '@yewridge/contract/members';
import { join } from 'node:path';
import type { Response } from 'supertest';
import { PasskeyEntity } from '../src/access/access-entities.js';
import { Challenges } from '../src/access/challenges.js';
import { openAccess } from '../src/access/open-access.js';
import { API, cookieIn, joined, OWNER, passphraseOf, switchOn } from './access-support.js';
import { type Asked, KeyHolder } from './key-holder.js';
import { type Bench, errorIn, openBench } from './support.js';

const ORIGIN = 'http://localhost';
const MINUTE_MS = 60_000;

describe('passkeys', () => {
  let bench: Bench;
  let ada: { readonly cookie: string; readonly id: string };
  let phone: KeyHolder;
  const clock = { at: 0, now: () => new Date(clock.at) };

  beforeEach(async () => {
    clock.at = Date.parse('2100-05-14T16:20:00Z');
    bench = await openBench(null, { access: { clock } });
    ada = await joined(bench, await switchOn(bench), 'helper', 'Ada');
    phone = new KeyHolder(ORIGIN);
  });
  afterEach(() => bench.database.close());

  type Ways = 'get' | 'put' | 'post' | 'delete';
  function ask(way: Ways, path: string, body?: object, cookie = '', host = 'localhost'): PromiseLike<Response> {
    const request = bench.http[way](API + path)
      .set('Host', host)
      .set('Cookie', cookie);
    return body === undefined ? request : request.send(body);
  }
  const askedNew = (cookie: string, passphrase: string | null): PromiseLike<Response> =>
    ask('post', '/session/passkeys/asked', { passphrase }, cookie);
  async function askedShown(): Promise<Asked> {
    const answer = await ask('post', '/session/passkey/asked', {});
    expect(answer.status).toBe(200);
    return answer.body as Asked;
  }
  const keep = (made: PasskeyAnswerDto, cookie = ada.cookie): PromiseLike<Response> =>
    ask('post', '/session/passkeys', made, cookie);
  const show = (shown: PasskeyAnswerDto): PromiseLike<Response> => ask('post', '/session/passkey', shown);
  const listed = async (cookie = ada.cookie): Promise<PasskeysDto> =>
    (await ask('get', '/session/passkeys', undefined, cookie)).body as PasskeysDto;
  async function kept(cookie = ada.cookie): Promise<PasskeyDto> {
    const asked = (await askedNew(cookie, passphraseOf('Ada'))).body as Asked;
    const answer = await keep(phone.makes(asked), cookie);
    expect(answer.status).toBe(201);
    return answer.body as PasskeyDto;
  }

  it('once made, a member comes in without a name or a passphrase, and it is listed with when it was used', async () => {
    await kept();
    expect((await listed()).items.map(({ lastUsedAt }) => lastUsedAt)).toEqual([null]);
    clock.at += MINUTE_MS;
    const answer = await show(phone.shows(await askedShown()));
    expect(answer.status).toBe(201);
    expect((answer.body as SessionDto).who).toEqual({ id: ada.id, name: 'Ada', role: 'helper', seesPeople: false });
    expect((await ask('get', '/today', undefined, cookieIn(answer))).status).toBe(200);
    const { items, passphrase } = await listed();
    expect([items.map(({ lastUsedAt }) => lastUsedAt), passphrase]).toEqual([['2100-05-14T16:21:00.000Z'], true]);
  });

  it('making one asks for the passphrase again: whoever finds a device that is signed in makes none', async () => {
    expect(errorIn(await askedNew(ada.cookie, 'not this one at all')).code).toBe('WRONG_SIGN_IN');
    expect(errorIn(await askedNew(ada.cookie, null)).code).toBe('WRONG_SIGN_IN');
    for (let n = 0; n < 3; n++) await askedNew(ada.cookie, 'not this one at all');
    expect((await askedNew(ada.cookie, passphraseOf('Ada'))).status).toBe(429);
  });

  it('what was asked for is good once, for five minutes, for one member, and for making or showing alone', async () => {
    const asked = (await askedNew(ada.cookie, passphraseOf('Ada'))).body as Asked;
    const made = phone.makes(asked);
    const owner = await ask('post', '/session', OWNER);
    expect(errorIn(await keep(made, cookieIn(owner))).code)
      .withContext('another member')
      .toBe('WRONG_PASSKEY');
    expect((await keep(made)).status).toBe(201);
    expect(errorIn(await keep(new KeyHolder(ORIGIN).makes(asked))).code)
      .withContext('twice')
      .toBe('WRONG_PASSKEY');

    const shown = phone.shows(await askedShown());
    expect((await show(shown)).status).toBe(201);
    expect(errorIn(await show(shown)).code)
      .withContext('the same once more')
      .toBe('WRONG_PASSKEY');
    const late = await askedShown();
    clock.at += 5 * MINUTE_MS + 1;
    expect(errorIn(await show(phone.shows(late))).code)
      .withContext('too late')
      .toBe('WRONG_PASSKEY');
    const other = (await askedNew(ada.cookie, passphraseOf('Ada'))).body as Asked;
    expect(errorIn(await show(phone.shows(other))).code)
      .withContext('made to make one')
      .toBe('WRONG_PASSKEY');
  });

  it('an answer for another page, another name, another key, or of nobody who proved it is them, opens nothing', async () => {
    await kept();
    const stranger = new KeyHolder(ORIGIN);
    const refused = async (answer: PasskeyAnswerDto): Promise<string> => errorIn(await show(answer)).code;
    expect(await refused(phone.shows(await askedShown(), { origin: 'http://elsewhere.example' }))).toBe(
      'WRONG_PASSKEY',
    );
    expect(await refused(phone.shows(await askedShown(), { rpId: 'elsewhere.example' }))).toBe('WRONG_PASSKEY');
    expect(await refused(phone.shows(await askedShown(), { challenge: 'AAAA' }))).toBe('WRONG_PASSKEY');
    expect(await refused(phone.shows(await askedShown(), { flags: 0x01 })))
      .withContext('no finger, no PIN')
      .toBe('WRONG_PASSKEY');
    expect(await refused(stranger.shows(await askedShown())))
      .withContext('not known here')
      .toBe('WRONG_PASSKEY');
    const forged = stranger.shows(await askedShown());
    const { id } = phone.shows(await askedShown());
    expect(await refused({ ...forged, id, rawId: id }))
      .withContext('another’s signature')
      .toBe('WRONG_PASSKEY');
    const whole = phone.shows(await askedShown());
    expect(await refused({ ...whole, response: { ...whole.response, signature: 'AAAA' } })).toBe('WRONG_PASSKEY');
    expect(await refused({ ...whole, response: { clientDataJSON: 'AAAA' } })).toBe('VALIDATION');
    expect((await show(phone.shows(await askedShown()))).status)
      .withContext('and the right one still does')
      .toBe(201);
  });

  it('one that counts fewer uses than before was copied, and opens nothing', async () => {
    await kept();
    for (let n = 0; n < 3; n++) await show(phone.shows(await askedShown()));
    phone.counter = 1;
    expect(errorIn(await show(phone.shows(await askedShown()))).code).toBe('WRONG_PASSKEY');
  });

  it('shut out is shut out: removed by its owner, by who lets others in, or with a new passphrase by a link', async () => {
    const owner = cookieIn(await ask('post', '/session', OWNER));
    const { id } = await kept();
    expect((await ask('delete', `/session/passkeys/${id}`, undefined, owner)).status)
      .withContext('not theirs')
      .toBe(404);
    expect((await ask('delete', `/session/passkeys/${id}`, undefined, ada.cookie)).status).toBe(204);
    expect((await show(phone.shows(await askedShown()))).status).toBe(401);

    await kept();
    const renewal = await ask('post', `/members/${ada.id}/renewal`, {}, owner);
    const { secret } = renewal.body as { readonly secret: string };
    const passphrase = 'a new one for wet days';
    const again = await ask('post', '/invitations/joined', { secret, name: 'Ada', passphrase });
    expect((await show(phone.shows(await askedShown()))).status)
      .withContext('the telephone was lost')
      .toBe(401);

    const asked = (await askedNew(cookieIn(again), passphrase)).body as Asked;
    expect((await keep(phone.makes(asked), cookieIn(again))).status).toBe(201);
    await ask('delete', `/members/${ada.id}`, undefined, owner);
    expect((await show(phone.shows(await askedShown()))).status)
      .withContext('removed')
      .toBe(401);
    const members = await openAccess(join(bench.dataFolder, 'members.sqlite'));
    expect(await members.source.getRepository(PasskeyEntity).count()).toBe(0);
    await members.close();
  });

  it('with one, the passphrase may be dropped; the last way in stays', async () => {
    const drop = (cookie: string): PromiseLike<Response> =>
      ask('put', '/session/passphrase', { passphrase: passphraseOf('Ada'), next: null }, cookie);
    expect(errorIn(await drop(ada.cookie)).fields).toEqual([
      { path: 'next', message: 'without a passkey it is your only way in' },
    ]);
    const { id } = await kept();
    const dropped = cookieIn(await drop(ada.cookie));
    expect((await ask('post', '/session', { name: 'Ada', passphrase: passphraseOf('Ada') })).status).toBe(401);
    expect((await listed(dropped)).passphrase).toBeFalse();
    const last = await ask('delete', `/session/passkeys/${id}`, undefined, dropped);
    expect(errorIn(last).fields?.[0]?.message).toContain('your only way in');
  });

  it('who has no passphrase makes another within ten minutes of signing in', async () => {
    await kept();
    const change = { passphrase: passphraseOf('Ada'), next: null };
    await ask('put', '/session/passphrase', change, ada.cookie);
    const begun = cookieIn(await show(phone.shows(await askedShown())));
    clock.at += 10 * MINUTE_MS;
    const asked = await askedNew(begun, null);
    expect(asked.status).toBe(200);
    clock.at += 1;
    expect(errorIn(await askedNew(begun, null)).fields?.[0]?.message).toContain('sign out and in again first');
  });

  it('at a number instead of a name none can be made, and it is said why', async () => {
    const told = await ask('get', '/session/passkeys', undefined, ada.cookie, '127.0.0.1');
    expect((told.body as PasskeysDto).fault).toContain('by the name of its computer');
    const asked = await ask('post', '/session/passkey/asked', {}, '', '127.0.0.1');
    expect(errorIn(asked).fields?.[0]?.message).toContain('by the name of its computer');
    expect((await listed()).fault).toBeNull();
  });

  it('on a device where what another did waits, it signs in nobody else', async () => {
    await kept();
    const shown = await show({ ...phone.shows(await askedShown()), onlyAs: 'Rosa Tiller' } as PasskeyAnswerDto);
    expect(errorIn(shown).fields?.[0]?.message).toBe(
      'this passkey is Ada’s, and what Rosa Tiller did waits on that device',
    );
    expect((await listed()).items[0]?.lastUsedAt)
      .withContext('nobody came in')
      .toBeNull();
    const own = { ...phone.shows(await askedShown()), onlyAs: 'ADA' } as PasskeyAnswerDto;
    expect((await show(own)).status).toBe(201);
  });

  it('ten are enough', async () => {
    for (let n = 0; n < 10; n++) {
      phone = new KeyHolder(ORIGIN);
      await kept();
    }
    expect(errorIn(await askedNew(ada.cookie, passphraseOf('Ada'))).fields?.[0]?.message).toContain('10 passkeys');
  });
});

describe('what a passkey signs', () => {
  const clock = { at: 1_000_000, now: () => new Date(clock.at) };
  const text = (made: Uint8Array): string => Buffer.from(made).toString('base64url');

  it('is good until its last moment and not after', () => {
    const challenges = new Challenges(clock, 1000);
    const [one, two] = [text(challenges.make('show')), text(challenges.make('show'))];
    clock.at += 1000;
    expect(challenges.take('show', one)).toBeTrue();
    clock.at += 1;
    expect(challenges.take('show', two)).toBeFalse();
  });

  it('is taken once, however it is spelt', () => {
    const challenges = new Challenges(clock, 1000);
    const one = text(challenges.make('show'));
    expect(challenges.take('show', one)).toBeTrue();
    expect(challenges.take('show', `${one}=`)).toBeFalse();
  });

  it('no other program’s, none that was changed, and none that is no such thing', () => {
    const challenges = new Challenges(clock, 1000);
    expect(challenges.take('show', text(new Challenges(clock, 1000).make('show')))).toBeFalse();
    const made = challenges.make('show');
    for (let n = 0; n < made.length; n++) {
      const other = Uint8Array.from(made, (byte, at) => (at === n ? byte ^ 1 : byte));
      expect(challenges.take('show', text(other)))
        .withContext(`byte ${n}`)
        .toBeFalse();
    }
    for (const none of ['', 'AAAA', text(made).slice(1)]) expect(challenges.take('show', none)).toBeFalse();
    expect(challenges.take('make ada', text(made))).toBeFalse();
    expect(challenges.take('show', text(made))).toBeTrue();
  });
});
