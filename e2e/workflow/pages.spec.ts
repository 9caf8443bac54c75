import type { Page } from '@playwright/test';
import { grave, inColours } from '../support/axe.js';
import { PAGES } from '../support/pages.js';
import { DEMO_PORT } from '../support/ports.js';
import { expect, test } from '../support/test.js';

const DEMO = `http://localhost:${DEMO_PORT}`;

async function opened(page: Page, path: string, ready: string): Promise<void> {
  await page.goto(DEMO + path);
  await page.locator(ready).first().waitFor({ timeout: 60_000 });
}

/** What a round keeps to, and how long its ways take. */
async function roundUnfolded(page: Page, path: string): Promise<void> {
  if (!path.startsWith('/rounds/round')) return;
  for (const name of [/^What it keeps to/, /^How long the way takes/]) await page.getByRole('button', { name }).click();
}

/** What is folded in on a page at first. */
async function unfolded(page: Page, path: string): Promise<void> {
  await roundUnfolded(page, path);
  const rows = path.endsWith('tall-nuc')
    ? ['Try a site', /^Board on a limb stub/, /^Lid, comb and boards/, /^Room/, /^5-frame deep/]
    : path.endsWith('loft-rig')
      ? [/^Hose/]
      : [];
  for (const name of rows) await page.getByRole('button', { name }).click();
  if (rows.length > 0) await page.getByRole('button', { name: 'Show working', exact: true }).click();
}

for (const [place, pages] of Object.entries(PAGES)) {
  test.describe(`every page of ${place}`, () => {
    test('keeps nobody out, by day, by night and at dusk', async ({ page }) => {
      test.setTimeout(600_000);
      await page.emulateMedia({ reducedMotion: 'reduce' });
      for (const [path, ready] of pages) {
        await opened(page, path, ready);
        await unfolded(page, path);
        expect(await grave(page), path).toEqual([]);
        // A theme changes colours and nothing else.
        for (const theme of ['night', 'dusk']) {
          await inColours(page, theme);
          expect(await grave(page, ['color-contrast']), `${path} at ${theme}`).toEqual([]);
        }
      }
    });

    test('is cut off nowhere on a phone', async ({ page }) => {
      test.setTimeout(600_000);
      await page.setViewportSize({ width: 390, height: 844 });
      for (const [path] of pages) {
        await opened(page, path, 'h1');
        await expect(page.locator('yw-waiting')).toHaveCount(0, { timeout: 60_000 });
        await roundUnfolded(page, path);
        const wide = await page.evaluate(() => document.documentElement.scrollWidth);
        expect(wide, path).toBeLessThanOrEqual(390);
        // A box between its two buttons still shows what stands in it.
        const shut = await page
          .locator('input[type=text]:visible')
          .evaluateAll((boxes) => boxes.filter((box) => box.clientWidth < 24).map((box) => box.id));
        expect(shut, path).toEqual([]);
      }
    });
  });
}
