import { AxeBuilder } from '@axe-core/playwright';
import type { Locator, Page } from '@playwright/test';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { rowsIn } from '../support/database.js';
import { DEMO_PORT } from '../support/ports.js';
import { killServers, startServer, TROUBLE_URL } from '../support/server.js';
import { expect, test } from '../support/test.js';

const DEMO = `http://localhost:${DEMO_PORT}`;

/** What stands open over a page, and how it is opened; the last thing is waited for. */
const OPEN: readonly (readonly [what: string, path: string, open: (page: Page) => Promise<void>, seen: string])[] = [
  ['a menu', '/bench', (page) => page.getByRole('button', { name: 'New design' }).click(), '[role=menu]'],
  [
    'a dialog',
    '/bench/vellmark-tall-nuc',
    (page) => page.getByRole('button', { name: 'Build a trap' }).click(),
    '[role=dialog]',
  ],
  [
    'a list',
    '/catches/catch-v-14-2026-05-08',
    (page) => page.getByRole('combobox', { name: 'queen' }).click(),
    '[role=listbox]',
  ],
  [
    'a calendar',
    '/rounds/hang',
    (page) => page.getByRole('button', { name: 'Open calendar' }).first().click(),
    'mat-calendar',
  ],
  [
    'hours',
    '/rounds/stays/stay-v-05-2026-04-06/visit',
    async (page) => {
      await page.getByRole('button', { name: 'Another day, a note' }).click();
      await page.getByRole('button', { name: 'Open list of hours' }).click();
    },
    'mat-option',
  ],
  ['the keys', '/today', (page) => page.keyboard.press('?'), '[role=dialog]'],
];

test.describe('within reach of everybody', () => {
  for (const theme of ['day', 'night', 'dusk'] as const) {
    test(`what opens over a page keeps nobody out by ${theme}`, async ({ page }) => {
      await page.addInitScript((wanted) => {
        localStorage.setItem('yewridge.theme', wanted);
      }, theme);
      await page.emulateMedia({ reducedMotion: 'reduce' });
      for (const [what, path, open, seen] of OPEN) {
        await page.goto(DEMO + path);
        await page.getByRole('heading', { level: 1 }).waitFor();
        await expect(page.locator('yw-waiting')).toHaveCount(0, { timeout: 60_000 });
        await open(page);
        await expect(page.locator(seen).first()).toBeVisible();
        // Colours fade in for a moment.
        await page.waitForTimeout(400);
        const { violations } = await new AxeBuilder({ page }).analyze();
        const grave = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
        expect(grave.map(({ id, nodes }) => `${what} ${id}: ${nodes[0]?.html ?? ''}`)).toEqual([]);
        await page.keyboard.press('Escape');
        await expect(page.locator(seen).and(page.locator(':visible'))).toHaveCount(0);
      }
    });
  }

  test.describe('by keys alone', () => {
    let folder = '';
    test.beforeEach(async () => {
      folder = mkdtempSync(join(tmpdir(), 'yewridge-keys-'));
      await startServer(folder);
    });
    test.afterEach(() => {
      killServers();
    });

    test('a first season is begun: a box is chosen and built, a site said, the trap hung and looked at', async ({
      page,
    }) => {
      await page.goto(`${TROUBLE_URL}/today`);
      const heading = page.getByRole('heading', { level: 1 });
      await expect(heading).toHaveText('Your first season starts with a box');
      await press(page, page.getByRole('link', { name: 'Choose a box to start from' }));
      await press(page, page.getByRole('button', { name: /Five-frame nuc/ }));
      await press(page, page.getByRole('button', { name: 'Build a trap' }));
      const dialog = page.getByRole('dialog');
      await reach(page, dialog.getByRole('textbox', { name: 'Number' }));
      await page.keyboard.press('Control+a');
      await page.keyboard.type('V-01');
      await press(page, dialog.getByRole('button', { name: /^Build/ }));
      await expect(dialog.getByRole('status')).toContainText('V-01 stand');
      await page.keyboard.press('Escape');
      await expect(dialog).toHaveCount(0);

      await goBy(page, 't');
      await expect(heading).toHaveText('Your trap is built: say where it may hang');
      await press(page, page.getByRole('link', { name: 'Add a site' }));
      await reach(page, page.getByRole('textbox', { name: 'name', exact: true }));
      await page.keyboard.type('Old weir');
      await reach(page, page.getByRole('textbox', { name: /^coordinates/i }));
      await page.keyboard.type('47.4, 13.2');
      await press(page, page.getByRole('button', { name: /^Keep/ }).last());
      await expect(heading).toContainText('0 of 1 site');

      await goBy(page, 't');
      await expect(heading).toHaveText('Trap and site are ready: hang it');
      await press(page, page.getByRole('link', { name: 'Hang a trap' }));
      await press(page, page.getByRole('radio', { name: /V-01/ }), 'Space');
      await press(page, page.getByRole('radio', { name: /Old weir/ }), 'Space');
      await press(page, page.getByRole('button', { name: 'Add a lure' }));
      await pick(page, page.getByRole('combobox', { name: 'carrier', exact: true }), 'swab in a bag');
      await pick(page, page.getByRole('combobox', { name: 'lure', exact: true }), 'lemongrass oil');
      await press(page, page.getByRole('button', { name: /^(Hung|It hangs there all the same)/ }));
      await expect.poll(() => rowsIn(folder, 'deployments').length).toBe(1);
      const [lure] = rowsIn(folder, 'baits') as { carrier: string; substance: string }[];
      expect([lure?.carrier, lure?.substance]).toEqual(['swabInBag', 'lemongrassOil']);

      await goBy(page, 't');
      await expect(heading).toHaveText('Your trap hangs: go and look');
      await press(page, page.getByRole('link', { name: 'Open Rounds' }));
      // The ribbon begins at the first trap; N logs a look there.
      await reach(page, page.getByRole('application'));
      await page.keyboard.press('n');
      // A group of choices is one stop; arrows go from one to the next.
      await reach(page, page.getByRole('radio', { name: /^None/ }));
      await page.keyboard.press('ArrowDown');
      await expect(page.getByRole('radio', { name: /^A few/ })).toBeChecked();
      await press(page, page.getByRole('button', { name: /^All well/ }));
      await expect.poll(() => rowsIn(folder, 'visits').length).toBe(1);
      await goBy(page, 't');
      await expect(page).toHaveURL(/\/today$/);
      await expect(page.getByRole('heading', { name: 'Weather' })).toBeVisible();
      await expect(page.getByText('Your first season')).toHaveCount(0);
    });
  });
});

/** Tabs on until the focus stands there, as somebody without a mouse does. */
async function reach(page: Page, wanted: Locator): Promise<void> {
  await wanted.waitFor();
  const isThere = (): Promise<boolean> =>
    wanted.evaluate((element) => element === document.activeElement || element.contains(document.activeElement));
  for (let n = 0; n < 150; n++) {
    if (await isThere()) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`not reached by Tab: ${String(wanted)}`);
}

async function press(page: Page, wanted: Locator, key: 'Enter' | 'Space' = 'Enter'): Promise<void> {
  await reach(page, wanted);
  await page.keyboard.press(key);
}

/** One of a list, by its first letters. */
async function pick(page: Page, list: Locator, name: string): Promise<void> {
  await reach(page, list);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('option', { name, exact: true })).toBeVisible();
  await page.keyboard.type(name);
  await page.keyboard.press('Enter');
  await expect(list).toContainText(name);
}

async function goBy(page: Page, place: string): Promise<void> {
  await page.keyboard.press('g');
  await page.keyboard.press(place);
}
