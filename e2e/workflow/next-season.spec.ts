import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Locator, Page } from '@playwright/test';
import { rowsIn, said } from '../support/database.js';
import { killServers, startServer, TROUBLE_URL } from '../support/server.js';
import { expect, test } from '../support/test.js';

/** Where the keeper hangs next season, in the demo. */
test.describe('next season', () => {
  let folder = '';
  test.beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'yewridge-next-'));
    await startServer(folder, { demo: true });
  });
  test.afterEach(() => {
    killServers();
  });
  const live = (table: string) => rowsIn(folder, table).filter(({ deleted_at_utc: gone }) => gone === null);
  const plan = (page: Page): Locator => page.getByRole('complementary', { name: 'The plan' });
  async function choose(page: Page, label: string, option: string): Promise<void> {
    await page.getByRole('combobox', { name: label }).click();
    await page.getByRole('option', { name: option }).click();
  }
  async function open(page: Page, place: string): Promise<void> {
    await page.getByRole('list', { name: 'Places' }).getByRole('button').filter({ hasText: place }).click();
    await expect(plan(page).getByRole('heading', { name: place })).toBeVisible();
  }

  test('sixteen of some two hundred places are chosen, one pinned and one barred; the plan is kept, and letters ask for it', async ({
    page,
  }) => {
    const sitesBefore = 21;
    await page.goto(`${TROUBLE_URL}/ground`);
    await page.getByRole('link', { name: 'Next season' }).click();
    const answer = page.getByRole('heading', { level: 1 });
    await expect(answer).toHaveText('16 of 21 sites should catch 2.2 of 6 swarms');
    await expect(plan(page)).toContainText('choices tried, none is better');
    await expect(page.getByRole('region', { name: 'Map of the sites' }).locator('.as-chosen')).toHaveCount(16);

    // What the sheet has along its edges is thought of too.
    await choose(page, 'Places along edges', 'every 70 m');
    await expect(answer).toHaveText(/^16 of (19|2[0-2])\d places should catch 2\.\d of 6 swarms$/);
    await expect(plan(page)).toContainText(/\d+ % at most below the best possible/);
    await page.getByRole('button', { name: 'As a list' }).click();

    await open(page, 'Larch ride');
    await plan(page).getByRole('button', { name: 'Pin it' }).click();
    await expect(plan(page)).toContainText(/Larch ride, pinned, costs/);
    await open(page, 'Bell loft');
    await plan(page).getByRole('button', { name: 'Bar it' }).click();
    await plan(page).getByLabel('Why').fill('two people');
    await plan(page).getByLabel('Why').press('Tab');
    await expect(plan(page)).toContainText('barred: two people');
    await plan(page).getByRole('button', { name: 'Close' }).click();
    await expect(
      page
        .getByRole('listitem')
        .filter({ hasText: /^Larch ride/ })
        .first(),
    ).toContainText('chosen, pinned by you');

    await page.getByRole('button', { name: 'Keep this plan' }).click();
    await expect.poll(() => live('picks').length).toBe(16);
    const [placing] = live('placings');
    expect(said(placing)).toEqual(
      expect.objectContaining({
        season: 2027,
        traps: 16,
        apart_m: 200,
        permission: 'noNo',
        edges_m: 70,
        kept_on: '2026-05-14',
      }),
    );
    expect(said(placing)['budget_s']).toBeUndefined();
    const stances = live('stances').map(said);
    expect(stances).toContainEqual({ season: 2027, site_id: 'larch-ride', stance: 'pinned' });
    expect(stances).toContainEqual({ season: 2027, site_id: 'bell-loft', stance: 'barred', reason: 'two people' });
    // Places along edges became sites that nobody was asked about; nothing else is said of them.
    const fresh = live('sites').filter(({ id }) => /^[0-9a-f]{8}-/.test(String(id)));
    expect(fresh.length).toBe(live('sites').length - sitesBefore);
    expect(fresh.length).toBeGreaterThan(0);
    for (const site of fresh) {
      expect(site['permission']).toBe('unknown');
      expect(Object.keys(said(site)).sort()).toEqual(['landmark', 'lat', 'lon', 'name', 'permission']);
    }
    const picked = new Set(live('picks').map(({ site_id: id }) => id));
    expect(picked.has('larch-ride')).toBeTruthy();
    expect(picked.has('bell-loft')).toBeFalsy();
    expect(fresh.every(({ id }) => picked.has(id))).toBeTruthy();

    // What it needs, and what each site waits for.
    await expect(page.getByText('plan kept Thu 14 May')).toBeVisible();
    const toHang = page.getByRole('list', { name: 'To hang' });
    await expect(toHang.getByRole('listitem')).toHaveCount(16);
    await expect(toHang.getByRole('listitem').filter({ hasText: 'Larch ride' })).toContainText(
      'Vellmark forest office',
    );
    await expect(plan(page)).toContainText(/Hang 16 traps by .* 2027, as this year/);

    // A letter to one owner, with all places of theirs.
    const asks = page.getByRole('list', { name: 'Whom to ask' });
    await asks.getByRole('checkbox', { name: 'Hedwig Aumoser' }).check();
    await page.getByRole('link', { name: 'Print the asking letters' }).click();
    await expect(answer).toHaveText('One letter to ask');
    const letter = page.getByRole('article', { name: 'Letter to Hedwig Aumoser' });
    await expect(letter.getByRole('textbox')).toHaveValue(/Dear Hedwig Aumoser,[\s\S]*(Mill race|Old weir)/);
    await expect(letter).toContainText('Bees sting.');
    const paper = await page.pdf({ format: 'A4' });
    expect(paper.toString('latin1').match(/\/Type\s*\/Page[^s]/g)?.length).toBe(1);

    // The pin is let go with one touch, and taken back with another.
    await page.getByRole('link', { name: 'next season' }).click();
    await plan(page).getByRole('button', { name: 'Let go' }).click();
    await expect(plan(page)).not.toContainText('Larch ride, pinned');
    await expect.poll(() => live('stances').length).toBe(1);
    await page.keyboard.press('Control+z');
    await expect(plan(page)).toContainText(/Larch ride, pinned/);
  });

  test('a place is thought of by a touch on the map, dragged with its figure, and forgotten', async ({ page }) => {
    await page.goto(`${TROUBLE_URL}/ground/next`);
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^16 of 21 sites/);
    const map = page.getByRole('region', { name: 'Map of the sites' });
    await page.getByRole('button', { name: 'Think of a place' }).click();
    const box = await map.boundingBox();
    if (!box) throw new Error('the map has a place');
    await page.mouse.click(box.x + 320, box.y + 260);
    await expect(plan(page).getByRole('heading', { name: 'Thought of 1' })).toBeVisible();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^16 of 22 places/);
    await expect.poll(() => live('spots').length).toBe(1);
    const [before] = live('spots');
    expect(Object.keys(said(before)).sort()).toEqual(['lat', 'lon', 'name']);

    const mark = map.getByRole('button', { name: /^Thought of 1/ });
    // The plan that came with it may still be on its way: then the mark is drawn anew, and is taken hold of again.
    await expect(async () => {
      await page.mouse.up();
      const from = await mark.boundingBox({ timeout: 2000 });
      if (!from) throw new Error('the mark has a place');
      await page.mouse.move(from.x + 12, from.y + 12);
      await page.mouse.down();
      await page.mouse.move(from.x + 60, from.y + 40, { steps: 4 });
      await expect(map.locator('.drag-figure')).toHaveText(/^0\.\d\d$/, { timeout: 2000 });
    }).toPass({ timeout: 40_000 });
    await page.mouse.up();
    await expect.poll(() => live('spots')[0]?.['lat'] !== before?.['lat']).toBeTruthy();
    await expect(plan(page)).not.toHaveClass(/stale/);
    // What it is like is said there, and moves its figure.
    await page.getByRole('combobox', { name: 'Kind of place' }).click();
    await page.getByRole('option', { name: 'lone tree' }).click();
    await expect.poll(() => live('spots')[0]?.['landmark']).toBe('loneTree');
    await plan(page).getByRole('button', { name: 'Think of it no more' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^16 of 21 sites/);
    await expect.poll(() => live('spots').length).toBe(0);
  });

  test('what cannot be planned is said in a sentence, and nothing is lost', async ({ page }) => {
    await page.goto(`${TROUBLE_URL}/ground/next?may=granted`);
    // Every yes of this season ends with it.
    await expect(page.getByRole('alert')).toContainText('No place has a permission that will do. Ask the owners');
    await choose(page, 'Which permissions', 'any without a no');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^16 of 21 sites/);
    await choose(page, 'How far apart', '800 m apart');
    await expect(plan(page).getByRole('status')).toContainText(
      'find no place: look at the distance apart and permissions.',
    );
  });
});
