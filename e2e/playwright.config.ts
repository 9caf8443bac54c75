import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { defineConfig } from '@playwright/test';
import { HIDDEN_TRUTH } from './support/hidden-truth.js';
import { demoPort, OWN_PORT, ownPort, WORKERS } from './support/ports.js';

const server = fileURLToPath(new URL('../apps/server/dist/main.js', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'yewridge-e2e-'));
const executablePath =
  process.env['CHROME_BIN'] ??
  ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'].find(existsSync);

const started = (worker: number, demo: boolean): object => {
  const port = demo ? demoPort(worker) : ownPort(worker);
  return {
    command: `node ${server}${demo ? ' --demo' : ''}`,
    url: `http://localhost:${port}/api/v1/health`,
    env: {
      YEWRIDGE_PORT: `${port}`,
      YEWRIDGE_DATA: join(folder, `own-${worker}`),
      YEWRIDGE_DEMO_DATA: join(folder, `demo-${worker}`),
      YEWRIDGE_SIMULATED_MANOMETER: Object.values(HIDDEN_TRUTH).join(','),
    },
    reuseExistingServer: false,
  };
};

export default defineConfig({
  testDir: 'workflow',
  outputDir: '../test-results',
  workers: WORKERS,
  retries: 0,
  timeout: 240_000,
  // A busy machine may take seconds for what a worker finds; nothing here asserts how fast it is.
  expect: { timeout: 40_000 },
  reporter: [['list']],
  webServer: Array.from({ length: WORKERS }, (_, worker) => [
    started(worker, false),
    started(worker, true),
  ]).flat() as never,
  use: {
    baseURL: `http://localhost:${OWN_PORT}`,
    // The app as it is served; the flows of the field let it in.
    serviceWorkers: 'block',
    viewport: { width: 1280, height: 800 },
    timezoneId: 'Europe/Vienna',
    locale: 'en-GB',
    launchOptions: {
      ...(executablePath ? { executablePath } : {}),
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
