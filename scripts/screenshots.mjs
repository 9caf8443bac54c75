/**
 * Takes the pictures of docs/screenshots from the demo data, with a server and a database of their own; with names, only those:
 * `npm run screenshots -- files rounds-hang`.
 */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium as browserType } from '@playwright/test';
import { chromium } from './chromium.mjs';

const PORT = 8154;
const out = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
const desk = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

const pictures = [
  { name: 'today', path: '/today', size: desk, ready: 'yw-weather-panel li' },
  { name: 'season', path: '/today/season', size: desk, ready: 'yw-season-chart svg' },
  { name: 'catch-steps', path: '/catches/catch-v-11-2026-05-13', size: desk, ready: 'yw-plan-track li' },
  { name: 'bench-design', path: '/bench/vellmark-tall-nuc', size: desk, open: 'Base, empty' },
  { name: 'workshop', path: '/bench/workshop/winter-nucs', size: desk, ready: 'yw-boards-plan .piece' },
  { name: 'suction-rig', path: '/suction/vellmark-loft-rig', size: desk, ready: 'yw-matter-bars' },
  {
    name: 'suction-night',
    path: '/suction/vellmark-orchard-rig',
    size: desk,
    theme: 'night',
    units: 'imperial',
    open: 'Bleed gate',
    ready: 'yw-matter-bars',
  },
  { name: 'rounds', path: '/rounds', size: desk, ready: 'yw-ribbon canvas' },
  { name: 'rounds-phone', path: '/rounds', size: phone, ready: 'yw-due-list li' },
  {
    name: 'rounds-visit-dusk',
    path: '/rounds/stays/stay-v-07-2026-04-03/visit',
    size: phone,
    theme: 'dusk',
    ready: 'yw-scout-steps',
  },
  { name: 'rounds-hang', path: '/rounds/hang?trap=vellmark-v-04&site=old-station', size: desk, ready: 'yw-compass' },
  { name: 'ground', path: '/ground?site=old-weir', size: desk, ready: 'aside' },
  { name: 'catches', path: '/catches?season=2025', size: desk, ready: 'section li a' },
  { name: 'call-plan', path: '/catches/calls/churchyard-2026', size: desk, ready: 'yw-call-steps li' },
  {
    name: 'call-live',
    path: '/catches/calls/mill-cottage/live',
    size: phone,
    theme: 'night',
    ready: 'yw-code-ticks',
    job: true,
  },
  { name: 'stores', path: '/stores', size: desk },
  { name: 'evidence', path: '/evidence?place=lower-orchard', size: desk, ready: 'yw-settle-bars svg' },
  { name: 'round-plan', path: '/rounds/round', size: phone, ready: 'yw-round-rows li' },
  { name: 'next-season', path: '/ground/next?place=lower-orchard', size: desk, ready: 'yw-catch-curve svg' },
];

/** A job that runs, for the picture of the screen at work: begun as a keeper begins it, and watched for a quarter of an hour. */
async function atWork(page) {
  const call = {
    calledAt: '2026-05-14T17:10',
    place: 'Mill cottage, wall',
    kind: 'structure',
    bees: 'honeybees',
    poison: 'no',
    permission: 'granted',
    repairsBy: 'owner',
    heightM: 1.2,
    combsSeen: 5,
    combLengthM: 0.35,
    combHeightM: 0.5,
    rigId: 'vellmark-orchard-rig',
    power: 'battery',
    persons: 2,
    state: 'onSite',
    arrivedAt: '2026-05-14T18:00',
  };
  await fetch(`http://localhost:${PORT}/api/v1/acts/mill-cottage`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({
      says: 'A call',
      changes: [{ op: 'put', table: 'callouts', id: 'mill-cottage', revision: 0, fields: call }],
    }),
  });
  await page.reload();
  const cautions = page.getByRole('list', { name: 'Cautions' }).getByRole('checkbox');
  await cautions.first().waitFor();
  for (let n = 0; n < (await cautions.count()); n++) await cautions.nth(n).check();
  await page.getByRole('button', { name: /^Start / }).click();
  await page.getByText('20 times faster').click();
  const suction = page.getByRole('button', { name: /^(Start|Stop) suction/ });
  for (const seconds of [12, 6, 22]) {
    await suction.click();
    await page.waitForTimeout(seconds * 1000);
    if (seconds < 20) await page.getByRole('button', { name: /Brood comb/ }).click();
    if (seconds < 20) await suction.click();
    if (seconds < 20) await page.waitForTimeout(3000);
  }
  await page.getByRole('heading', { level: 1 }).scrollIntoViewIfNeeded();
}

const server = spawn(
  process.execPath,
  [fileURLToPath(new URL('../apps/server/dist/main.js', import.meta.url)), '--demo'],
  {
    env: {
      ...process.env,
      YEWRIDGE_PORT: String(PORT),
      YEWRIDGE_DEMO_DATA: mkdtempSync(join(tmpdir(), 'yewridge-pictures-')),
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  },
);
await once(server.stdout, 'data');
const named = process.argv.slice(2);
const wanted = pictures.filter(({ name }) => named.length === 0 || named.includes(name));
const browser = await browserType.launch({
  executablePath: chromium(),
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
try {
  for (const { name, path, size, theme = 'day', units = 'metric', open, working, ready, job } of wanted) {
    const page = await browser.newPage({ viewport: size, reducedMotion: 'reduce' });
    await page.addInitScript(
      ([wantedTheme, wantedUnits]) => {
        localStorage.setItem('yewridge.theme', wantedTheme);
        localStorage.setItem('yewridge.units', wantedUnits);
      },
      [theme, units],
    );
    await page.goto(`http://localhost:${PORT}${path}`);
    // The line of news stays open: the page is never without a question.
    await page.waitForTimeout(2500);
    if (open) await page.getByRole('button', { name: new RegExp(`^${open}`) }).click();
    if (working) await page.getByRole('button', { name: 'Show working', exact: true }).click();
    if (job) await atWork(page);
    else if (ready) {
      await page.locator(ready).first().waitFor();
      await page.waitForTimeout(1000);
      if (path.startsWith('/suction/')) {
        await page.locator('yw-gate-lanes .mark').first().waitFor({ state: 'attached' });
      }
    }
    await page.evaluate(() => document.fonts.ready);
    await page.screenshot({ path: `${out}${name}.png` });
    await page.close();
    console.log(`docs/screenshots/${name}.png`);
  }
} finally {
  await browser.close();
  server.kill('SIGTERM');
}
