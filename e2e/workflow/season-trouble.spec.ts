import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { killServers, startServer, stopServer, TROUBLE_URL } from '../support/server.js';
import { expect, test } from '../support/test.js';

const ROUNDS = 20;
const WRITERS = 200;
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
});
