/**
 * Measures what a keeper waits for and writes docs/reference/performance.md: core readings, the API against bare Express and
 * SQLite for the same bytes, and what the browser loads first. Timing is measured here, never asserted in a test.
 */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { createServer } from 'node:http';
import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { cpus, tmpdir, totalmem } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import Database from 'better-sqlite3';
import express from 'express';
import {
  assessDesign,
  designChecks,
  designDrawing,
  designLoad,
  designSuitability,
  fitOptions,
  startingPoint,
} from '@yewridge/core/bench';
import {
  airCourse,
  arrivalDistribution,
  calibrate,
  gateLanes,
  heatClock,
  rigHeatQuestion,
  rigPath,
  rigReadings,
  rigSystem,
  solveSuction,
  STARTING_RIGS,
  whatMatters,
  withOpening,
} from '@yewridge/core/suction';
import { sunTimes } from '@yewridge/core/catches';
import { addDays, baitCourse, predictSwarmSeason } from '@yewridge/core/season';
import { writeClub, plainReads } from './club-records.mjs';
import { dragTrace, gateTrace, scrollTrace } from './drag-trace.mjs';
import { replicaTrace, wholeFeed } from './replica-trace.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const ROUNDS = 400;
const WARM_UP = 60;

function tenSections() {
  const section = (n) => ({
    id: `s${n}`,
    label: `Box ${n}`,
    shape: { kind: 'box', length: 0.4667 + n / 1000, width: 0.3746, height: 0.1683 },
    sizes: n % 2 === 0 ? 'inside' : 'outside',
    wall: 0.019,
    endWall: 0.019,
    floorInset: 0,
    roofInset: 0,
    contents: n % 2 === 0 ? [{ kind: 'frames', frame: 'langstroth-medium', count: 8, fill: 'foundation' }] : [],
    closedAbove: false,
  });
  return {
    name: 'Ten sections',
    note: '',
    material: 'pine',
    target: 0.2,
    floor: 0.012,
    roof: 0.012,
    roofOverhang: 0,
    sections: Array.from({ length: 10 }, (_, n) => section(n)),
    hanging: { style: 'tree-bracket', workingLoad: 900 },
    load: { swarm: 1.5, flow: 'moderate', limit: 90 },
    site: { entranceHeight: 3, facing: 150, shade: 0.6, dryness: 1, odour: 1, distance: 400 },
    schools: { room: { school: 'small-swarm', reason: '' }, comb: { school: 'lure-only', reason: '' } },
    gaps: [
      {
        id: 'slot',
        label: 'Slot',
        place: 'inner-cover',
        opening: { kind: 'slot', width: 0.09, height: 0.012 },
        count: 1,
        closedForRide: false,
      },
    ],
    entrances: [
      {
        id: 'door',
        label: 'Door',
        opening: { kind: 'hole', diameter: 0.038, guard: { count: 1, diameter: 0.003 } },
        count: 1,
        face: 'front',
        height: 0.045,
        across: 0,
      },
    ],
  };
}

/** Median and 95th percentile in milliseconds. */
function spread(times) {
  const sorted = times.toSorted((a, b) => a - b);
  const at = (share) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
  return { median: at(0.5), p95: at(0.95) };
}

async function timed(work, rounds = ROUNDS, warmUp = WARM_UP) {
  for (let n = 0; n < warmUp; n++) await work(n);
  const times = [];
  for (let n = 0; n < rounds; n++) {
    const start = performance.now();
    await work(warmUp + n);
    times.push(performance.now() - start);
  }
  return spread(times);
}

async function request(url, body) {
  const response = await fetch(url, body && { method: 'PUT', headers: { 'content-type': 'application/json' }, body });
  const text = await response.text();
  if (!response.ok) throw new Error(`${response.status} ${text}`);
  return text;
}

/** The same bytes with nothing in between: Express, SQLite with the same pragmas, no checks, no rules. */
async function bareServer(folder) {
  const database = new Database(join(folder, 'bare.sqlite'));
  database.pragma('journal_mode = WAL');
  database.pragma('synchronous = FULL');
  database.exec('CREATE TABLE design (id TEXT PRIMARY KEY, document TEXT NOT NULL)');
  const put = database.prepare('INSERT OR REPLACE INTO design VALUES (?, ?)');
  const get = database.prepare('SELECT document FROM design WHERE id = ?');
  const app = express();
  app.use(express.text({ type: '*/*', limit: '1mb' }));
  app.put('/:id', (req, res) => {
    put.run(req.params.id, req.body);
    res.type('json').send(req.body);
  });
  app.get('/:id', (req, res) => res.type('json').send(get.get(req.params.id).document));
  const server = createServer(app);
  server.listen(0, '127.0.0.1');
  await once(server, 'listening');
  return { server, database, url: `http://127.0.0.1:${server.address().port}` };
}

async function api(folder) {
  const port = 8155;
  const child = spawn(process.execPath, [join(root, 'apps/server/dist/main.js')], {
    env: { ...process.env, YEWRIDGE_PORT: String(port), YEWRIDGE_DATA: folder },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await once(child.stdout, 'data');
  return { child, url: `http://127.0.0.1:${port}/api/v1/designs` };
}

function firstLoad() {
  const folder = join(root, 'apps/web/dist/web/browser');
  const page = readFileSync(join(folder, 'index.html'), 'utf8');
  const named = [...page.matchAll(/(?:src|href)="([\w-]+\.(?:js|css))"/g)].map(([, name]) => name);
  const sizes = { js: 0, css: 0 };
  const first = new Set(named);
  // The page names no more than ten of them; the others are imported by those, statically.
  for (const name of first) {
    const text = name.endsWith('.js') ? readFileSync(join(folder, name), 'utf8') : '';
    for (const [, next] of text.matchAll(/(?:from|import)"\.\/([\w-]+\.js)"/g)) first.add(next);
    sizes[name.endsWith('.js') ? 'js' : 'css'] += gzipSync(readFileSync(join(folder, name))).length;
  }
  const fonts = readdirSync(join(folder, 'media')).filter((name) => name.endsWith('.woff2')).length;
  return { ...sizes, fonts };
}

const design = tenSections();
const change = (n) => ({
  ...design,
  sections: design.sections.map((s, i) =>
    i === 0 ? { ...s, shape: { ...s.shape, height: 0.15 + (n % 50) / 1000 } } : s,
  ),
});
const readings = await timed((n) => assessDesign(change(n)));
/** All that the sheet says of a design: readings, suitability, load and checks. */
function everything(one) {
  const { readings: all } = assessDesign(one);
  designSuitability(one, all.room, all.door.area);
  designLoad(one, all.room.net);
  designChecks(one, all);
}
const full = await timed((n) => everything(change(n)));
const drawing = await timed((n) => designDrawing(change(n)));
const fits = await timed((n) => fitOptions({ design: change(n), system: 'metric', newId: 'new' }));

/** Suction: what follows the gate at once, and what goes to a worker. */
const rig = STARTING_RIGS[0].rig;
const turned = (n) => withOpening(rig, 0.1 + 0.8 * ((n % 97) / 97));
const system = rigSystem(rig);
const path = rigPath(rig, solveSuction({ system, opening: 0.3 }));
const read5 = [0, 0.25, 0.5, 1].map((opening) => ({
  opening,
  boxUnderPressure: solveSuction({ system, opening }).underPressure.box,
}));
const few = [12, 3];
const suction = {
  solve: await timed((n) => solveSuction({ system, opening: 0.1 + 0.8 * ((n % 97) / 97) })),
  screen: await timed((n) => airCourse(turned(n), rigReadings(turned(n)))),
  swarm: await timed(
    (n) => arrivalDistribution({ mass: 1.3e-4, dragArea: 3.5e-5, path, seed: n, count: 10_000 }),
    ...few,
  ),
  calibrate: await timed(
    (n) =>
      calibrate({
        system,
        readings: read5.map((one) => ({ ...one, boxUnderPressure: one.boxUnderPressure * (1 + (n % 7) / 1000) })),
      }),
    40,
    10,
  ),
  lanes: await timed((n) => gateLanes({ ...rig, hose: { ...rig.hose, length: 3 + (n % 20) / 100 } }), ...few),
  matters: await timed((n) => whatMatters(turned(n)), 40, 10),
  heat: await timed((n) => heatClock({ ...rigHeatQuestion(rig, 0.02), bees: 8000 + n }), 40, 10),
};

/** Ten years of forty catches each, and a season's weather for four hundred lures. */
const tenYears = Array.from({ length: 400 }, (_, n) => ({
  date: addDays(`${2016 + (n % 10)}-04-20`, Math.floor(n / 10)),
}));
const seasonDays = Array.from({ length: 180 }, (_, n) => ({
  date: addDays('2026-03-01', n),
  tMin: 6 + (n % 5),
  tMax: 18 + (n % 7),
}));
const year = {
  predict: await timed(
    (n) => predictSwarmSeason({ site: { lat: 47 + n / 1000, lon: 13 }, season: 2026, catches: tenYears }),
    40,
    10,
  ),
  lures: await timed(
    (n) => {
      for (let lure = 0; lure < 400; lure++) {
        baitCourse({ carrier: 'swabInBag', massKg: 4e-4 + (lure + n) * 1e-7 }, seasonDays);
      }
    },
    ...few,
  ),
  sun: await timed((n) => sunTimes(addDays('2026-01-01', n % 365), 47.4, 13.2)),
};

const folder = mkdtempSync(join(tmpdir(), 'yewridge-bench-'));
const bare = await bareServer(folder);
const own = await api(join(folder, 'own'));
let revision = 0;
const write = await timed(async (n) => {
  await request(`${own.url}/ten`, JSON.stringify({ revision, document: change(n) }));
  revision += 1;
});
const bareWrite = await timed((n) => request(`${bare.url}/ten`, JSON.stringify({ revision: n, document: change(n) })));
const read = await timed(() => request(`${own.url}/ten`));
const bareRead = await timed(() => request(`${bare.url}/ten`));
await request(
  `${own.url}/nuc`,
  JSON.stringify({ revision: 0, document: { ...startingPoint('nuc-over-base'), name: 'Nuc' } }),
);
const pulledNuc = await dragTrace(`${own.url.replace('/api/v1/designs', '')}/bench/nuc`, /^Base, empty/);
const pulled = await dragTrace(`${own.url.replace('/api/v1/designs', '')}/bench/ten`, /^Box 0/);
await request(`${own.url.replace('/designs', '/rigs')}/walk-up`, JSON.stringify({ revision: 0, document: rig }));
const dragged = await gateTrace(`${own.url.replace('/api/v1/designs', '')}/suction/walk-up`);
own.child.kill('SIGTERM');
bare.server.close();
bare.database.close();

/** A club's ten seasons: each answer beside the same rows read plainly and written as JSON. */
async function club() {
  const where = join(folder, 'club');
  const first = await api(where);
  first.child.kill('SIGTERM');
  await once(first.child, 'exit');
  const file = join(where, 'yewridge.sqlite');
  const looks = writeClub(file, { ...startingPoint('nuc-over-base'), name: 'Club' });
  const server = await api(where);
  const root = server.url.replace('/designs', '');
  const plain = plainReads(file);
  const asked = {
    list: '/records/visits?sort=at&limit=500',
    ribbon: '/rounds/ribbon?from=2025-01-01&to=2025-12-31',
    due: '/rounds/due',
    summary: '/rounds/summary',
  };
  const rows = [];
  for (const [name, path] of Object.entries(asked)) {
    const ours = await timed(() => request(root + path), 12, 3);
    const bareRows = await timed(() => plain[name](), 12, 3);
    rows.push({ name, ours, bare: bareRows });
  }
  const feed = await wholeFeed(root);
  const replica = await replicaTrace(root.replace('/api/v1', ''));
  const scrolled = await scrollTrace(`${root.replace('/api/v1', '')}/rounds`);
  plain.close();
  server.child.kill('SIGTERM');
  return { looks, rows, scrolled, feed, replica };
}
const season = await club();

const load = firstLoad();
const ms = (value) => `${value.toFixed(value < 1 ? 3 : 2)} ms`;
const row = (what, { median, p95 }) => `| ${what} | ${ms(median)} | ${ms(p95)} |`;
const dragRow = (what, { script, script95, longest, long }) =>
  `| ${what} | ${ms(script)} | ${ms(script95)} | ${ms(longest)} | ${long} |`;
const mega = (bytes) => `${(bytes / 2 ** 20).toFixed(1)} MB`;
const kilo = (bytes) => `${(bytes / 1024).toFixed(1)} kB`;
const CLUB_NAMES = {
  list: 'a page of 500 looks',
  ribbon: 'the ribbon of one season',
  due: 'what is due at 400 traps',
  summary: 'ten seasons added up',
};
const lines = [
  '# Performance',
  '',
  'Written by `npm run bench`; nothing here is asserted by a test, as a busy machine would fail it.',
  '',
  `Machine: ${cpus().length} x ${cpus()[0].model.trim()}, ${Math.round(totalmem() / 2 ** 30)} GiB, ${process.platform} ${process.arch}, Node ${process.version}.`,
  `Median and 95th percentile of ${ROUNDS} rounds after ${WARM_UP} to warm up (12 to 40 for what takes long); the input differs from round to round.`,
  '',
  '## A design of ten sections (in Node)',
  '',
  '| what | median | 95 % below |',
  '| --- | --- | --- |',
  row('all readings with their checks (aim under 1 ms)', readings),
  row('the full set: readings, suitability, load, checks (aim under 2 ms)', full),
  row('both views of the drawing', drawing),
  row('all ways to make it fit', fits),
  '',
  `## The API, against bare Express and SQLite for the same ${JSON.stringify({ revision: 1, document: design }).length} bytes`,
  '',
  '| what | median | 95 % below |',
  '| --- | --- | --- |',
  row('write', write),
  row('write, bare', bareWrite),
  row('read', read),
  row('read, bare', bareRead),
  '',
  'Both sync each write to disk (`synchronous = FULL`, WAL); the bare one checks and logs nothing.',
  '',
  '## On the screen, while a dimension or a gate is pulled',
  '',
  'From the trace of a headless browser without a graphics card, so that the machine paints too. A frame is 16.7 ms. Our share is the',
  'script of a frame: readings, suitability, load, checks, ways to fit, drawing and words.',
  '',
  '| design | script of a frame, median | 95 % below | longest task, painting included | tasks over 50 ms in 120 moves |',
  '| --- | --- | --- | --- | --- |',
  dragRow('two sections', pulledNuc),
  dragRow('ten sections', pulled),
  dragRow('a rig, its bleed gate dragged', dragged),
  '',
  `## A club of 400 traps and ten seasons, ${season.looks} looks`,
  '',
  'Over HTTP, beside the same rows read with better-sqlite3 and JSON.stringify in one process (aim: within three times).',
  '',
  '| what | median | plain, median | times |',
  '| --- | --- | --- | --- |',
  ...season.rows.map(
    ({ name, ours, bare: plainRows }) =>
      `| ${CLUB_NAMES[name]} | ${ms(ours.median)} | ${ms(plainRows.median)} | ${(ours.median / plainRows.median).toFixed(1)} |`,
  ),
  '',
  '| on the screen | script of a frame, median | 95 % below | longest task | tasks over 50 ms in 120 frames |',
  '| --- | --- | --- | --- | --- |',
  dragRow('the ribbon, scrolled through years and traps', season.scrolled),
  '',
  '| what a telephone takes along | |',
  '| --- | --- |',
  `| rows, of ${season.feed.pages} pages of the feed | ${season.feed.rows} |`,
  `| as JSON, looks of earlier seasons in short (aim under 8 MB) | ${mega(season.feed.bytes)} |`,
  `| the feed read whole over HTTP | ${ms(season.feed.ms)} |`,
  `| until the replica is whole on the device (aim under 5 s) | ${ms(season.replica.firstMs)} |`,
  `| the same, opened later | ${ms(season.replica.laterMs)} |`,
  `| what the browser counts as kept | ${mega(season.replica.usage)} |`,
  '',
  '## Suction (in Node)',
  '',
  '| what | median | 95 % below |',
  '| --- | --- | --- |',
  row('the network solved once (aim under 0.1 ms)', suction.solve),
  row('all that follows the gate: network, one bee, screen, feed, charts (aim: one frame)', suction.screen),
  row('Monte Carlo of 10 000 bees (aim under 1 s, in the worker)', suction.swarm),
  row('a calibration of four readings (aim under 30 ms, in the worker)', suction.calibrate),
  row('the band of two nozzles (in the worker)', suction.lanes),
  row('what matters most (in the worker)', suction.matters),
  row('the heat clock, three moods over two hours (in the worker)', suction.heat),
  '',
  '## The season (in Node)',
  '',
  '| what | median | 95 % below |',
  '| --- | --- | --- |',
  row('the swarm season from ten years of forty catches (aim under 100 ms)', year.predict),
  row('the courses of 400 lures over a season (aim under 150 ms)', year.lures),
  row('sunrise, sunset and twilight of a day', year.sun),
  '',
  '## What the browser loads first (gzip)',
  '',
  '| what | size |',
  '| --- | --- |',
  `| scripts of the first page | ${kilo(load.js)} |`,
  `| styles | ${kilo(load.css)} |`,
  '',
  'Places, charts and drawings come when they are opened.',
  '',
];
writeFileSync(join(root, 'docs/reference/performance.md'), lines.join('\n'));
console.log(lines.join('\n'));
