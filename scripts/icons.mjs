// Draws the icons a phone shows from the mark of the app: node scripts/icons.mjs
import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';

const mark = readFileSync(new URL('../apps/web/public/favicon.svg', import.meta.url), 'utf8');
const folder = new URL('../apps/web/public/icons/', import.meta.url);
/** A phone may cut a circle out of a maskable one: what counts lies in its middle. */
const ICONS = [
  ['icon-192.png', 192, 1],
  ['icon-512.png', 512, 1],
  ['maskable-512.png', 512, 0.68],
];
const browser = await chromium.launch({
  executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
  args: ['--no-sandbox'],
});
const page = await browser.newPage();
for (const [name, size, scale] of ICONS) {
  await page.setViewportSize({ width: size, height: size });
  await page.setContent(
    `<body style="margin:0;display:grid;place-items:center;height:100vh;background:#F6F4EC">
       <div style="width:${scale * 100}%">${mark}</div></body>`,
  );
  await page.screenshot({ path: new URL(name, folder).pathname });
}
await browser.close();
