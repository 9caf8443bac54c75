import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { killServers, startServer, stopServer, TROUBLE_URL } from '../support/server.js';
import { expect, test } from '../support/test.js';

const ROUNDS = 20;
const WRITERS = 200;
const MEMBER_ROUNDS = 4;
/** Each costs a passphrase, and they come one after the other. */
const JOINERS = 6;
const API = `${TROUBLE_URL}/api/v1`;

/** One act with two records, so that half an act could be seen. */
async function send(round: number, n: number): Promise<boolean> {
  const put = (table: string, fields: object): object => ({
    op: 'put',
    table,
    id: `r${round}-${n}`,
    revision: 0,
    fields,
  });
  try {
    const answer = await fetch(`${API}/acts/act-${round}-${n}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        says: 'First bloom, and a board for it',
        changes: [
          put('phenology', { species: `Round ${round}`, stage: 'firstBloom', on: '2024-04-01' }),
          put('goods', { kind: 'board', name: `Round ${round}`, count: n }),
        ],
      }),
    });
    return answer.ok;
  } catch {
    return false;
  }
}

async function idsOf(table: string, field: string, round: number): Promise<ReadonlySet<string>> {
  const answer = await fetch(`${API}/records/${table}?${field}=${encodeURIComponent(`Round ${round}`)}&limit=500`);
  const { items } = (await answer.json()) as { items: readonly { id: string }[] };
  return new Set(items.map(({ id }) => id));
}

test.describe('the season’s record in trouble', () => {
  test.afterEach(() => {
    killServers();
  });

  test(`killed ${ROUNDS} times under ${WRITERS} writers: what was acknowledged is there, whole, and once`, async () => {
    test.setTimeout(600_000);
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-killed-'));
    let acknowledged = 0;
    let cutOff = 0;
    for (let round = 0; round < ROUNDS; round++) {
      let server = await startServer(folder);
      const kept: number[] = [];
      let killed = false;
      const answers = Array.from({ length: WRITERS }, async (_, n) => {
        if (!(await send(round, n))) return;
        kept.push(n);
        // Another moment in each round, so that the kill falls into all parts of a write.
        if (!killed && kept.length > round * 9) {
          killed = true;
          server.kill('SIGKILL');
        }
      });
      await Promise.all(answers);
      acknowledged += kept.length;
      cutOff += WRITERS - kept.length;

      server = await startServer(folder);
      const [blooms, boards] = [await idsOf('phenology', 'species', round), await idsOf('goods', 'name', round)];
      expect(kept.filter((n) => !blooms.has(`r${round}-${n}`))).toEqual([]);
      expect([...blooms].sort()).toEqual([...boards].sort());
      // Sending everything again makes nothing twice.
      const again = await Promise.all(Array.from({ length: WRITERS }, (_, n) => send(round, n)));
      expect(again.every(Boolean)).toBe(true);
      expect((await idsOf('phenology', 'species', round)).size).toBe(WRITERS);
      await stopServer(server, 'SIGKILL');
    }
    test.info().annotations.push({ type: 'killed', description: `${acknowledged} acknowledged, ${cutOff} cut off` });
    expect(cutOff).toBeGreaterThan(ROUNDS);
  });

  test(`killed ${MEMBER_ROUNDS} times while members sign in, join and log: what was acknowledged opens and is there, once`, async () => {
    test.setTimeout(420_000);
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-killed-members-'));
    let server = await startServer(folder);
    const owner = cookieOf(await asked('PUT', 'access', OWNER));
    let cutOff = 0;
    for (let round = 0; round < MEMBER_ROUNDS; round++) {
      const links = await Promise.all(
        Array.from({ length: JOINERS }, () => asked('POST', 'invitations', { role: 'helper', note: '' }, owner)),
      );
      const secrets = await Promise.all(links.map(async (one) => ((await one?.json()) as { secret: string }).secret));
      const joined: { readonly name: string; readonly cookie: string }[] = [];
      const logged: string[] = [];
      let killed = false;
      const work = secrets.map(async (secret, n) => {
        const name = `Helper ${round}-${n}`;
        const answer = await asked('POST', 'invitations/joined', { secret, name, passphrase: 'wet boots once again' });
        if (!answer?.ok) return;
        const cookie = cookieOf(answer);
        joined.push({ name, cookie });
        const id = `m${round}-${n}`;
        const change = { op: 'put', table: 'phenology', id, revision: 0, fields: BLOOM };
        if (!(await asked('PUT', `acts/${id}`, { says: 'Bloom', changes: [change] }, cookie))?.ok) return;
        logged.push(id);
        if (killed || logged.length < round + 1) return;
        killed = true;
        server.kill('SIGKILL');
      });
      await Promise.all(work);
      cutOff += JOINERS - logged.length;
      server = await startServer(folder);
      for (const { name, cookie } of joined) {
        const told = (await (await asked('GET', 'session', undefined, cookie))?.json()) as {
          who: { name: string } | null;
        };
        expect(told.who?.name).toBe(name);
      }
      for (const id of logged)
        expect((await asked('GET', `records/phenology/${id}`, undefined, owner))?.status).toBe(200);
      const { members } = (await (await asked('GET', 'members', undefined, owner))?.json()) as {
        members: { name: string }[];
      };
      const names = members.map(({ name }) => name);
      expect(new Set(names).size).toBe(names.length);
      // A link that was used opens nothing; one whose joining was cut off before it was kept still does.
      for (const [n, secret] of secrets.entries()) {
        const opened = await asked('POST', 'invitations/opened', { secret });
        expect(opened?.status).toBe(names.includes(`Helper ${round}-${n}`) ? 410 : 200);
      }
    }
    expect(cutOff).toBeGreaterThan(0);
  });
});

const OWNER = { name: 'Rosa Tiller', passphrase: 'a lantern in the pear tree' };
const BLOOM = { species: 'Cherry', stage: 'firstBloom', on: new Date().toISOString().slice(0, 10) };

/** `null` where the server is gone before it answers. */
async function asked(method: string, path: string, body?: object, cookie = ''): Promise<Response | null> {
  try {
    return await fetch(`${API}/${path}`, {
      method,
      headers: { 'content-type': 'application/json', cookie },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
  } catch {
    return null;
  }
}
const cookieOf = (answer: Response | null): string => (answer?.headers.getSetCookie()[0] ?? '').split(';')[0] ?? '';
