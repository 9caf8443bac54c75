/**
 * How long plans take: in Node alone, and in the worker of a real page while somebody types. Writes its section of
 * docs/reference/performance.md.
 */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium as browserType } from '@playwright/test';
import { batchParts, cutSheets, planBatch, startingPoint } from '@yewridge/core/bench';
import { chromium } from './chromium.mjs';

const PORT = 8163;
const TRAPS = 8;
const PANELS = 40;
const KEYS = 40;
const ROUNDS = 12;
const main = fileURLToPath(new URL('../apps/server/dist/main.js', import.meta.url));
const page = fileURLToPath(new URL('../docs/reference/performance.md', import.meta.url));
const TITLE = '## The workshop';
const NEXT = '## Fifty clients at once';

const board = (id, lengthM, widthM, priceEach) => ({
  id,
  kind: 'board',
  name: id,
  lengthM,
  widthM,
  thicknessM: 0.01905,
  priceEach,
});
const GOODS = [
  board('pine 250, 2.4', 2.4, 0.25, 11.9),
  board('pine 250, 3.0', 3, 0.25, 14.7),
  board('pine 145, 2.4', 2.4, 0.145, 6.9),
  { id: 'ply', kind: 'sheet', name: 'ply', lengthM: 2.5, widthM: 1.25, thicknessM: 0.012, priceEach: 38 },
];
const stock = GOODS.map(({ id, kind, name, lengthM, widthM, thicknessM, priceEach }) => ({
  id,
  kind,
  name,
  length: lengthM,
  width: widthM,
  thickness: thicknessM,
  species: null,
  price: priceEach,
  have: 0,
  sold: true,
  offcut: false,
}));
/** Boards of three boxes a trap: 12 pieces of eight traps are 96. */
const design = { ...startingPoint('three-fence-boxes'), hanging: undefined };

function spread(work) {
  const times = Array.from({ length: ROUNDS }, (_, n) => {
    const start = performance.now();
    work(n);
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return { median: times[Math.floor(ROUNDS / 2)], most: times.at(-1) };
}

function inNode() {
  const parts = batchParts([{ id: 'd', design, count: TRAPS }]).sawn;
  const boards = parts.filter(({ material }) => material === 'board');
  const pieces = boards.reduce((sum, { qty }) => sum + qty, 0);
  const ask = (n, of) => ({ parts: of, stock, kerf: 0.003 + n * 1e-5, trimStart: 0.01, trimEnd: 0 });
  const panels = Array.from({ length: PANELS }, (_, n) => ({
    id: `p${n}`,
    length: 0.23 + (n % 7) * 0.041,
    width: 0.18 + (n % 5) * 0.053,
    grain: n % 2 === 0 ? 'locked' : 'free',
  }));
  return {
    pieces,
    boards: spread((n) => planBatch(ask(n, boards))),
    whole: spread((n) => planBatch(ask(n, parts))),
    sheets: spread((n) => cutSheets({ sheet: { length: 2.5, width: 1.25 }, pieces: panels, seed: n + 1 })),
  };
}

async function onThePage() {
  const folder = mkdtempSync(join(tmpdir(), 'yewridge-workshop-'));
  const child = spawn(process.execPath, [main], {
    env: { ...process.env, YEWRIDGE_PORT: `${PORT}`, YEWRIDGE_DATA: folder },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await once(child.stdout, 'data');
  const url = `http://localhost:${PORT}`;
  const put = async (path, body) => {
    const answer = await fetch(`${url}/api/v1/${path}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    if (!answer.ok) throw new Error(await answer.text());
  };
  const blank = { notes: null, species: null, wet: null, offcut: null, place: null, sold: true, count: 0 };
  await put('designs/d', { revision: 0, document: JSON.parse(JSON.stringify(design)) });
  await put('acts/goods', {
    says: 'boards',
    changes: GOODS.map((goods, n) => ({
      op: 'put',
      table: 'goods',
      id: `g${n}`,
      revision: 0,
      fields: { ...blank, ...goods, id: undefined },
    })),
  });
  const browser = await browserType.launch({
    executablePath: chromium(),
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await tab.addInitScript(() => {
      const Real = globalThis.Worker;
      globalThis.planTimes = [];
      globalThis.Worker = class extends Real {
        postMessage(ask) {
          const begun = performance.now();
          if (ask?.kind === 'plan')
            this.addEventListener('message', ({ data }) => {
              if (data.kind === 'answer') globalThis.planTimes.push(performance.now() - begun);
            });
          super.postMessage(ask);
        }
      };
    });
    await tab.goto(`${url}/bench/workshop/new?design=d`);
    const head = tab.getByRole('heading', { level: 1 });
    await head.filter({ hasText: 'from' }).waitFor();
    await tab.getByRole('textbox', { name: /^How many of/ }).fill(`${TRAPS}`);
    await tab.keyboard.press('Tab');
    await head.filter({ hasText: `${TRAPS} traps from` }).waitFor();
    await tab.getByText('Saw and boards').click();
    const kerf = tab.getByRole('textbox', { name: 'Saw cut' });
    await tab.evaluate(() => {
      globalThis.keys = [];
      new globalThis.PerformanceObserver((list) =>
        globalThis.keys.push(
          ...list.getEntries().flatMap(({ name, duration }) => (/^(key|input)/.test(name) ? [duration] : [])),
        ),
      ).observe({
        type: 'event',
        durationThreshold: 16,
      });
    });
    for (let n = 0; n < KEYS / 4; n++) {
      await kerf.fill('');
      await kerf.pressSequentially(`3.${n}`, { delay: 30 });
      await kerf.blur();
    }
    await head.filter({ hasText: 'traps from' }).waitFor();
    const { planTimes, keys } = await tab.evaluate(() => ({ planTimes: globalThis.planTimes, keys: globalThis.keys }));
    return { plans: planTimes, slowest: Math.max(0, ...keys) };
  } finally {
    await browser.close();
    child.kill('SIGTERM');
  }
}

const node = inNode();
const { plans, slowest } = await onThePage();
const ms = (value) => `${value.toFixed(value < 10 ? 1 : 0)} ms`;
const text = [
  TITLE,
  '',
  `${TRAPS} traps of three stacked boxes: ${node.pieces} pieces on boards. In the worker, starting it and handing over both ways is in the time.`,
  '',
  '| what | median | longest |',
  '| --- | --- | --- |',
  `| ${node.pieces} pieces on boards, in Node | ${ms(node.boards.median)} | ${ms(node.boards.most)} |`,
  `| the whole batch with its sheets, in Node | ${ms(node.whole.median)} | ${ms(node.whole.most)} |`,
  `| ${PANELS} pieces of many sizes on sheets, in Node (aim under 3 s) | ${ms(node.sheets.median)} | ${ms(node.sheets.most)} |`,
  `| the whole batch in the worker of the page (aim under 1 s) | ${ms(plans.toSorted((a, b) => a - b)[Math.floor(plans.length / 2)])} | ${ms(Math.max(...plans))} |`,
  `| a key typed meanwhile, until the page shows it | | ${slowest === 0 ? 'under 16 ms' : ms(slowest)} |`,
  '',
].join('\n');
const kept = readFileSync(page, 'utf8');
const at = kept.indexOf(NEXT);
const [before, after] = at < 0 ? [kept, ''] : [kept.slice(0, at), kept.slice(at)];
writeFileSync(page, `${before.split(TITLE)[0].trimEnd()}\n\n${text}${after === '' ? '' : `\n${after}`}`);
console.log(text);
process.exit(0);
