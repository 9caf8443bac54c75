import type { CalendarKeyDto, NewCalendarKeyDto } from '@yewridge/contract/devices';
import { execFileSync } from 'node:child_process';
import type { Response } from 'supertest';
import { API, cookieIn, joined, passphraseOf, switchOn } from './access-support.js';
import { type Bench, buildTraps, openBench, put } from './support.js';

const TODAY = '2026-05-14';

describe('a calendar of one’s own', () => {
  let bench: Bench;
  let owner: string;
  let ada: { readonly cookie: string; readonly id: string };
  let ivo: { readonly cookie: string; readonly id: string };
  let errands = 0;

  const ask = (way: 'get' | 'post' | 'delete', path: string, cookie: string, body?: object): PromiseLike<Response> => {
    const request = bench.http[way](API + path).set('Cookie', cookie);
    return body === undefined ? request : request.send(body);
  };
  async function made(cookie: string, name = 'mine'): Promise<NewCalendarKeyDto> {
    const answer = await ask('post', '/today/calendars', cookie, { name });
    expect(answer.status).toBe(201);
    return answer.body as NewCalendarKeyDto;
  }
  const listed = async (cookie: string): Promise<readonly string[]> =>
    ((await ask('get', '/today/calendars', cookie)).body as { items: readonly CalendarKeyDto[] }).items.map(
      ({ name }) => name,
    );
  /** As another program reads it: day, last day, title and what it says. */
  const read = (text: string): readonly string[] =>
    execFileSync(
      '/usr/bin/python3',
      [
        '-c',
        [
          'import sys, icalendar',
          'for e in icalendar.Calendar.from_ical(sys.stdin.buffer.read()).walk("VEVENT"):',
          '  print(e["DTSTART"].dt, e["DTEND"].dt, str(e["SUMMARY"]), str(e.get("DESCRIPTION", "")).replace("\\n", " / "), sep=" | ")',
        ].join('\n'),
      ],
      { input: text },
    )
      .toString()
      .split('\n')
      .filter((line) => line !== '');
  const give = async (
    on: string,
    deploymentId: string,
    to: { id: string },
    note: string | null = null,
  ): Promise<void> => {
    errands += 1;
    const changes = [put('errands', `e${errands}`, { on, deploymentId, memberId: to.id, memberName: 'x', note })];
    const answer = await bench.http
      .put(`${API}/acts/g${errands}`)
      .set('Cookie', owner)
      .send({ says: 'given', changes });
    expect(answer.status).toBe(201);
  };

  beforeEach(async () => {
    bench = await openBench();
    await buildTraps(bench, ['1', '2', '3']);
    owner = await switchOn(bench);
    ada = await joined(bench, owner, 'keeper', 'Ada');
    ivo = await joined(bench, owner, 'helper', 'Ivo');
    const changes = [
      put('owners', 'o1', { name: 'Hedwig Quarrow' }),
      put('sites', 's1', { name: 'Lower orchard', permission: 'granted', ownerId: 'o1', lat: 47.4, lon: 13.2 }),
      put('sites', 's2', { name: 'Behind Hedwig Quarrow', permission: 'granted', ownerId: 'o1', lat: 47.4, lon: 13.2 }),
      put('deployments', 'd1', { trapId: '1', siteId: 's1', hungOn: '2026-04-01' }),
      put('deployments', 'd2', { trapId: '2', siteId: 's2', hungOn: '2026-04-01' }),
      put('deployments', 'd3', { trapId: '3', siteId: 's1', hungOn: '2026-04-01' }),
      put('catches', 'c1', { deploymentId: 'd3', foundOn: '2026-05-13', method: 'trap' }),
    ];
    expect(
      (await bench.http.put(`${API}/acts/begin`).set('Cookie', owner).send({ says: 'begun', changes })).status,
    ).toBe(201);
  });
  afterEach(() => bench.database.close());

  it('of a helper holds the rounds given to them, a day an event, and no step and nobody’s else', async () => {
    await give(TODAY, 'd1', ivo, 'the key is under the stone');
    await give(TODAY, 'd3', ivo, 'the key is under the stone');
    await give('2026-05-16', 'd3', ivo);
    await give(TODAY, 'd2', ada, 'mine');
    const { path } = await made(ivo.cookie);
    const answer = await bench.http.get(path);
    expect(answer.type).toBe('text/calendar');
    expect(read(answer.text)).toEqual([
      '2026-05-14 | 2026-05-15 | Your round: 2 traps | V-1, Lower orchard / V-3, Lower orchard / the key is under the stone',
      '2026-05-16 | 2026-05-17 | Your round: 1 trap | V-3, Lower orchard',
    ]);
    expect((await ask('get', '/today/steps.ics', ivo.cookie)).text).toBe(answer.text);
    // A keeper's has the steps.
    expect((await bench.http.get((await made(ada.cookie)).path)).text).toContain('Look for eggs');
  });

  it('keeps a week of what was, and forgets a stop that was taken back', async () => {
    await give('2026-05-06', 'd1', ivo);
    await give('2026-05-07', 'd1', ivo);
    await give(TODAY, 'd1', ivo);
    const taken = { op: 'delete', table: 'errands', id: `e${errands}`, revision: 1 };
    await bench.http
      .put(`${API}/acts/back`)
      .set('Cookie', owner)
      .send({ says: 'back', changes: [taken] });
    expect(read((await ask('get', '/today/steps.ics', ivo.cookie)).text)).toEqual([
      '2026-05-07 | 2026-05-08 | Your round: 1 trap | V-1, Lower orchard',
    ]);
  });

  it('tells a helper no landowner, though a site is called by their name', async () => {
    await give('2026-05-16', 'd2', ivo);
    const { text } = await ask('get', '/today/steps.ics', ivo.cookie);
    expect(text).toContain('Your round: 1 trap');
    expect(text).not.toContain('Quarrow');
  });

  it('is seen and ended by whose it is, and by those who keep the records', async () => {
    const his = await made(ivo.cookie, 'Ivo’s telephone');
    const hers = await made(ada.cookie, 'Ada’s kitchen');
    expect(await listed(ivo.cookie)).toEqual(['Ivo’s telephone']);
    expect((await listed(owner)).length).toBe(2);
    expect((await ask('delete', `/today/calendars/${hers.calendar.id}`, ivo.cookie)).status).toBe(404);
    expect((await bench.http.get(hers.path)).status).toBe(200);
    expect((await ask('delete', `/today/calendars/${his.calendar.id}`, owner)).status).toBe(200);
    expect((await bench.http.get(his.path)).status).toBe(404);
  });

  it('ends with its member, shows a keeper who became a helper their rounds alone, and rests while members are off', async () => {
    const { path } = await made(ada.cookie);
    expect((await bench.http.get(path)).text).toContain('Look for eggs');
    const saved = await bench.http
      .put(`${API}/members/${ada.id}`)
      .set('Cookie', owner)
      .send({ role: 'helper', seesPeople: false });
    expect(saved.status).toBe(200);
    expect(read((await bench.http.get(path)).text)).toEqual([]);
    await ask('delete', `/members/${ada.id}`, owner);
    expect((await bench.http.get(path)).status).toBe(404);

    const his = await made(ivo.cookie);
    await ask('delete', '/access', owner);
    expect((await bench.http.get(his.path)).status)
      .withContext('members are off')
      .toBe(404);
    await switchOn(bench);
    const again = await bench.http.post(`${API}/session`).send({ name: 'Ivo', passphrase: passphraseOf('Ivo') });
    expect(cookieIn(again)).toContain('yewridge');
    expect((await bench.http.get(his.path)).status).toBe(200);
  });

  it('made while nobody signed in, goes on as it was', async () => {
    await ask('delete', '/access', owner);
    const answer = await bench.http.post(`${API}/today/calendars`).send({ name: 'Kitchen' });
    const { path } = answer.body as NewCalendarKeyDto;
    expect((await bench.http.get(path)).text).toContain('Look for eggs');
    await switchOn(bench);
    expect((await bench.http.get(path)).text).toContain('Look for eggs');
  });
});
