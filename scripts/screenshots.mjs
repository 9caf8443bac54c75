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
  { name: 'stay-sensor', path: '/rounds/stays/stay-v-11-2026-04-05', size: desk, ready: 'yw-sensor-chart svg' },
  { name: 'catch-steps', path: '/catches/catch-v-11-2026-05-13', size: desk, ready: 'yw-plan-track li' },
  { name: 'bench-list', path: '/bench', size: desk },
  { name: 'bench-design', path: '/bench/vellmark-tall-nuc', size: desk, open: 'Base, empty' },
  { name: 'bench-phone', path: '/bench/vellmark-tall-nuc', size: phone },
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
  { name: 'suction-phone', path: '/suction/vellmark-loft-rig', size: phone, ready: 'yw-matter-bars' },
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
  { name: 'ground-night', path: '/ground', size: desk, theme: 'night', ready: '.leaflet-marker-icon' },
  { name: 'catches', path: '/catches?season=2025', size: desk, ready: 'section li a' },
  { name: 'stores', path: '/stores', size: desk },
  { name: 'files', path: '/files', size: desk, ready: 'section li' },
];

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
  for (const { name, path, size, theme = 'day', units = 'metric', open, working, ready } of wanted) {
    const page = await browser.newPage({ viewport: size, reducedMotion: 'reduce' });
    await page.addInitScript(
      ([wantedTheme, wantedUnits]) => {
        localStorage.setItem('yewridge.theme', wantedTheme);
        localStorage.setItem('yewridge.units', wantedUnits);
      },
      [theme, units],
    );
    await page.goto(`http://localhost:${PORT}${path}`);
    await page.waitForLoadState('networkidle');
    if (open) await page.getByRole('button', { name: new RegExp(`^${open}`) }).click();
    if (working) await page.getByRole('button', { name: 'Show working', exact: true }).click();
    if (ready) {
      await page.locator(ready).first().waitFor();
      await page.waitForLoadState('networkidle');
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
