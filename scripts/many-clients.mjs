/**
 * Fifty clients at once, three writes in ten, upon the demo's records, and upon a bare Express server with the same driver that
 * reads and writes rows of the same size: how many requests a second, and how long the slowest takes.
 */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { Agent, createServer, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import Database from 'better-sqlite3';
import express from 'express';

const CLIENTS = 50;
const WRITES = 0.3;
/** The turn of a client in which it only reads. */
const A_READ = 1;
const PORT = 8161;
const BARE_PORT = 8162;

const agent = new Agent({ keepAlive: true, maxSockets: CLIENTS });

function ask(port, method, path, body) {
  return new Promise((resolve, reject) => {
    const sent = request({
      agent,
      port,
      host: '127.0.0.1',
      method,
      path,
      headers: { 'content-type': 'application/json' },
    });
    sent.on('response', (answer) => {
      let bytes = 0;
      answer.on('data', (piece) => (bytes += piece.length));
      answer.on('end', () => resolve({ status: answer.statusCode, bytes }));
    });
    sent.on('error', reject);
    sent.end(body);
  });
}

/** Clients that ask one thing after the other for some seconds. */
async function run(port, seconds, next) {
  const times = [];
  const slowest = new Map();
  let failed = 0;
  // Connections first: of fifty that knock in the same instant, some are let in a second later, by any server of this machine.
  await Promise.all(Array.from({ length: CLIENTS }, (_, client) => ask(port, ...next(client, A_READ))));
  const until = performance.now() + seconds * 1000;
  await Promise.all(
    Array.from({ length: CLIENTS }, async (_, client) => {
      for (let n = 0; performance.now() < until; n++) {
        const [method, path, body] = next(client, n);
        const begun = performance.now();
        const { status } = await ask(port, method, path, body);
        const took = performance.now() - begun;
        times.push(took);
        const what = `${method} ${path.split('?')[0].replace(/\/c\d.*/, '')}`;
        slowest.set(what, Math.max(slowest.get(what) ?? 0, took));
        if (status >= 400) failed += 1;
      }
    }),
  );
  times.sort((a, b) => a - b);
  return {
    perSecond: times.length / seconds,
    p50: times[Math.floor(times.length / 2)],
    p95: times[Math.floor(times.length * 0.95)],
    slowest: times.at(-1),
    by: [...slowest].sort((a, b) => b[1] - a[1]),
    failed,
  };
}

const READS = [
  '/api/v1/today',
  '/api/v1/rounds/due',
  '/api/v1/catches/board',
  '/api/v1/ground',
  '/api/v1/records/visits?limit=50&sort=-at',
  '/api/v1/designs',
  '/api/v1/rounds/ribbon?from=2026-03-01&to=2026-07-31',
];

const act = (client, n, stay) =>
  JSON.stringify({
    says: 'Looked at a trap',
    changes: [
      {
        op: 'put',
        table: 'visits',
        id: `c${client}-${n}-${process.pid}`,
        revision: 0,
        fields: { deploymentId: stay, at: '2026-05-13T10:00', occupied: false, scoutsPerMin: n % 12 },
      },
    ],
  });

/** The same share of reads and writes on an Express that only reads and writes rows. */
async function bare(folder, bytes) {
  const database = new Database(join(folder, 'bare.sqlite'));
  database.pragma('journal_mode = WAL');
  database.pragma('synchronous = FULL');
  database.exec('CREATE TABLE row (id TEXT PRIMARY KEY, json TEXT NOT NULL)');
  const insert = database.prepare('INSERT INTO row VALUES (?, ?)');
  const one = database.prepare('SELECT json FROM row WHERE id = ?');
  for (const [n, size] of bytes.entries()) insert.run(`r${n}`, JSON.stringify({ x: 'y'.repeat(size) }));
  const app = express();
  app.use(express.json());
  app.get('/r/:id', (asked, answer) => answer.json(JSON.parse(one.get(asked.params.id).json)));
  app.put('/r/:id', (asked, answer) => {
    insert.run(asked.params.id, JSON.stringify(asked.body));
    answer.status(201).json(asked.body);
  });
  const server = createServer(app);
  await new Promise((ready) => server.listen(BARE_PORT, '127.0.0.1', ready));
  return { close: () => server.close(() => database.close()) };
}

export async function manyClients(folder, main, seconds = 15) {
  const child = spawn(process.execPath, [main, '--demo'], {
    env: { ...process.env, YEWRIDGE_PORT: `${PORT}`, YEWRIDGE_DEMO_DATA: join(folder, 'demo') },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await once(child.stdout, 'data');
  const stays = await (await fetch(`http://localhost:${PORT}/api/v1/rounds/due`)).json();
  const stay = stays.traps[0].deploymentId;
  const bytes = [];
  for (const path of READS) bytes.push((await ask(PORT, 'GET', path)).bytes);
  const isWrite = (n) => (n * 0.618034) % 1 < WRITES;
  const own = await run(PORT, seconds, (client, n) =>
    isWrite(n)
      ? ['PUT', `/api/v1/acts/c${client}-${n}`, act(client, n, stay)]
      : ['GET', READS[(client + n) % READS.length]],
  );
  child.kill('SIGTERM');
  await once(child, 'exit');
  const server = await bare(folder, bytes);
  const plain = await run(BARE_PORT, seconds, (client, n) =>
    isWrite(n) ? ['PUT', `/r/c${client}-${n}`, act(client, n, stay)] : ['GET', `/r/r${(client + n) % READS.length}`],
  );
  server.close();
  agent.destroy();
  return { own, bare: plain };
}

const TITLE = '## Fifty clients at once, three writes in ten';

/** The section of docs/reference/performance.md, in place of the one that is there. */
function section({ own, bare: plain }) {
  const line = (what, { perSecond, p50, p95, slowest }) =>
    `| ${what} | ${perSecond.toFixed(0)} | ${p50.toFixed(0)} ms | ${p95.toFixed(0)} ms | ${slowest.toFixed(0)} ms |`;
  return [
    TITLE,
    '',
    'Views and acts upon the demo’s records, for 15 s; the bare server reads and writes rows of the same size with the same driver. The aim:',
    'a third of its requests a second, and none over a second. All run on one machine, the driver included.',
    '',
    '| what | requests a second | median | 95 % below | slowest |',
    '| --- | --- | --- | --- | --- |',
    line('Yewridge', own),
    line('bare Express', plain),
    '',
  ].join('\n');
}

if (process.argv[1]?.endsWith('many-clients.mjs')) {
  const main = fileURLToPath(new URL('../apps/server/dist/main.js', import.meta.url));
  const page = fileURLToPath(new URL('../docs/reference/performance.md', import.meta.url));
  const measured = await manyClients(
    mkdtempSync(join(tmpdir(), 'yewridge-many-')),
    main,
    Number(process.argv[2] ?? 15),
  );
  const text = section(measured);
  const [before] = readFileSync(page, 'utf8').split(TITLE);
  writeFileSync(page, `${before.trimEnd()}\n\n${text}`);
  console.log(text);
  process.exit(0);
}
