import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Locator, Page } from '@playwright/test';
import { PNG } from 'pngjs';
import { choose } from '../support/choose.js';
import { rowsIn, said } from '../support/database.js';
import { Door, NEWER_URL } from '../support/newer-app.js';
import { at, Phone } from '../support/phone.js';
import { killServers, startServer, stopServer } from '../support/server.js';
import { expect, test } from '../support/test.js';

const done = (page: Page, words: string | RegExp): Locator => page.getByRole('status').filter({ hasText: words });
const away = (page: Page): Locator => page.locator('yw-away-line');

async function look(page: Page, stay: string, count: string): Promise<void> {
  await page.goto(at(`/rounds/stays/${stay}/visit`));
  await page.getByRole('radio', { name: count }).tap();
  await page.getByRole('button', { name: /^All well/ }).tap();
  await expect(done(page, 'kept on this device')).toBeVisible();
}

test.describe('in the field, without a signal', () => {
  test.afterEach(() => {
    killServers();
  });

  test('looks, a hanging and a catch outlive a closed telephone and a killed server, and arrive once and in order', async () => {
    test.setTimeout(420_000);
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-field-'));
    const server = await startServer(folder, { demo: true });
    const before = rowsIn(folder, 'visits').length;
    const phone = new Phone();
    let page = await phone.open({ signal: true });
    await page.goto(at('/today'));
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await phone.packed(page);
    await page.goto(at('/rounds?view=list'));
    const line = (trap: RegExp): Locator => page.getByRole('link', { name: trap });
    const due = await line(/V-06/).innerText();
    await phone.signal(false);
    await phone.putAway();

    // Taken out again where there is no signal: the app opens, and says of when it is.
    page = await phone.open({ signal: false });
    await page.goto(at('/today'));
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await expect(away(page)).toHaveText(/As of 18:20, no signal/);
    await look(page, 'stay-v-07-2026-04-03', '6 to 15 a minute');
    await look(page, 'stay-v-06-2026-04-06', 'A few');
    await look(page, 'stay-v-12-2026-04-01', 'None');
    await page.goto(at('/rounds?view=list'));
    await expect(away(page)).toHaveText(/3 things wait to be sent/);
    // The due list knows what was just looked at.
    await expect(line(/V-06/)).not.toHaveText(due);

    await page.goto(at('/rounds/hang'));
    await page.getByRole('radio', { name: /V-14/ }).tap();
    await page.getByRole('radio', { name: /Old station/ }).tap();
    await page.getByRole('button', { name: /^Hung/ }).tap();
    await expect(done(page, /V-14 hung at Old station, kept on this device/)).toBeVisible();
    await page.goto(at('/rounds?view=list'));
    await page.getByRole('link', { name: /V-14 Old station/ }).tap();
    await page.getByRole('radio', { name: 'Moved in' }).tap();
    await page.getByRole('button', { name: 'Bees are in' }).tap();
    await expect(done(page, 'kept on this device')).toBeVisible();
    // Its steps are worked out here.
    await page.goto(at('/catches'));
    await page.getByRole('button', { name: 'V-14 Old station' }).first().tap();
    await page.getByRole('link', { name: 'Open the steps of V-14' }).tap();
    await expect(page.getByText(/Close the entrance/).first()).toBeVisible();
    await phone.putAway();

    await stopServer(server, 'SIGKILL');
    expect(rowsIn(folder, 'visits').length).toBe(before);
    await startServer(folder, { demo: true });

    page = await phone.open({ signal: false });
    await page.goto(at('/rounds?view=list'));
    await expect(away(page)).toHaveText(/5 things wait to be sent/);
    await phone.signal(true);
    await expect(away(page)).toHaveText('', { timeout: 60_000 });
    await expect.poll(() => rowsIn(folder, 'visits').length, { timeout: 60_000 }).toBe(before + 4);
    const acts = rowsIn(folder, 'act', 'rowid')
      .slice(-5)
      .map(({ says }) => String(says));
    expect(acts).toEqual([
      expect.stringMatching(/^V-07/),
      expect.stringMatching(/^V-06/),
      expect.stringMatching(/^V-12/),
      expect.stringMatching(/^V-14 hung/),
      expect.stringMatching(/^V-14/),
    ]);
    const [first] = rowsIn(folder, 'visits', 'rowid').slice(before);
    expect(said(first)).toEqual(expect.objectContaining({ deployment_id: 'stay-v-07-2026-04-03', scouts_per_min: 10 }));
    await phone.putAway();
  });

  test('two telephones that put one count right, each without a signal: both values are shown, and the keeper picks', async () => {
    test.setTimeout(420_000);
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-two-phones-'));
    const server = await startServer(folder, { demo: true });
    const stay = at('/rounds/stays/stay-v-07-2026-04-03');
    const phones = [new Phone(), new Phone()] as const;
    phones[1].allow(/status of 409/);
    const recount = async (page: Page, count: string): Promise<void> => {
      const seen = page.getByRole('combobox', { name: /^Scouts seen/ }).first();
      await expect(seen).not.toContainText(count);
      await choose(seen, count);
      await expect(done(page, 'kept on this device')).toBeVisible();
    };
    const [first, second] = [await phones[0].open({ signal: true }), await phones[1].open({ signal: true })];
    for (const [n, page] of [first, second].entries()) {
      await page.goto(stay);
      await expect(page.getByRole('heading', { level: 1 })).toContainText('V-07');
      await phones[n as 0 | 1].packed(page);
      await phones[n as 0 | 1].signal(false);
    }
    await recount(first, 'none');
    await recount(second, 'a few');
    await phones[0].signal(true);
    await expect(done(first, /, kept\./)).toBeVisible({ timeout: 60_000 });
    await phones[1].signal(true);
    const both = second.getByRole('alert').filter({ hasText: 'Two values' });
    await expect(both).toBeVisible({ timeout: 60_000 });
    await expect(both.getByRole('row', { name: /scouts a minute/ })).toHaveText(/scouts a minute\s*\d+\s*0/);
    // Neither is lost to a closed telephone.
    await phones[1].putAway();
    const again = await phones[1].open({ signal: true });
    await again.goto(stay);
    await again.getByRole('button', { name: 'Keep yours' }).tap();
    await expect(again.getByRole('alert')).toHaveCount(0);
    await expect
      .poll(() => rowsIn(folder, 'visits').find(({ revision }) => revision === 3)?.['scouts_per_min'])
      .toBeGreaterThan(0);
    // The other telephone follows by itself.
    await expect(first.getByRole('combobox', { name: /^Scouts seen/ }).first()).toContainText('a few');
    for (const phone of phones) await phone.putAway();
    await stopServer(server, 'SIGTERM');
  });

  test('a photo waits with its look, is shown meanwhile, and goes before the act that shows it', async () => {
    test.setTimeout(420_000);
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-photo-'));
    let server = await startServer(folder, { demo: true });
    const before = rowsIn(folder, 'picture').length;
    const phone = new Phone();
    let page = await phone.open({ signal: true });
    const stay = at('/rounds/stays/stay-v-07-2026-04-03');
    await page.goto(stay);
    await phone.packed(page);
    await phone.putAway();
    await stopServer(server, 'SIGKILL');
    page = await phone.open({ signal: false });
    await page.goto(stay);
    const picture = new PNG({ width: 400, height: 300 });
    picture.data.fill(0x7f);
    await page
      .getByLabel('Add a photo')
      .setInputFiles({ name: 'trap.png', mimeType: 'image/png', buffer: PNG.sync.write(picture) });
    const photo = page.getByRole('img', { name: '14 May 2026' });
    await photo.scrollIntoViewIfNeeded();
    await expect.poll(() => photo.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(400);
    await phone.putAway();
    page = await phone.open({ signal: false });
    await page.goto(stay);
    const again = page.getByRole('img', { name: '14 May 2026' });
    await again.scrollIntoViewIfNeeded();
    await expect.poll(() => again.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(400);
    await expect(page.locator('yw-away-line')).toHaveText(/1 thing waits/);
    server = await startServer(folder, { demo: true });
    await phone.signal(true);
    await expect.poll(() => rowsIn(folder, 'picture').length, { timeout: 60_000 }).toBe(before + 1);
    await expect.poll(() => rowsIn(folder, 'photos').at(-1)?.['id']).toBe(rowsIn(folder, 'picture').at(-1)?.['id']);
    await phone.putAway();
    await stopServer(server, 'SIGTERM');
  });

  test('a newer app lies ready while acts wait: it is opened, and they are sent once', async () => {
    test.setTimeout(420_000);
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-newer-'));
    const server = await startServer(folder, { demo: true });
    const door = new Door();
    await door.open();
    const before = rowsIn(folder, 'visits').length;
    const phone = new Phone();
    const page = await phone.open({ signal: true });
    await page.goto(`${NEWER_URL}/rounds/stays/stay-v-07-2026-04-03/visit`);
    await phone.packed(page);
    door.shut = true;
    await page.getByRole('radio', { name: '6 to 15 a minute' }).tap();
    await page.getByRole('button', { name: /^All well/ }).tap();
    await expect(done(page, 'kept on this device')).toBeVisible();
    door.newer = true;
    // The app looks for a newer one whenever it is opened.
    await page.goto(`${NEWER_URL}/rounds?view=list`);
    await expect(away(page)).toHaveText(/1 thing waits to be sent/);
    await expect(page.getByText('A newer Yewridge lies ready.')).toBeVisible({ timeout: 60_000 });
    await page.getByRole('button', { name: 'Open it now' }).tap();
    await expect(away(page)).toHaveText(/1 thing waits to be sent/);
    await expect(page.getByText('A newer Yewridge lies ready.')).toHaveCount(0);
    door.shut = false;
    await expect.poll(() => rowsIn(folder, 'visits').length, { timeout: 60_000 }).toBe(before + 1);
    await expect(away(page)).toHaveText('');
    expect(rowsIn(folder, 'act', 'rowid').filter(({ says }) => String(says).startsWith('V-07: 6 to 15'))).toHaveLength(
      1,
    );
    await phone.putAway();
    door.close();
    await stopServer(server, 'SIGTERM');
  });

  test('two windows of one device follow each other, whichever of them holds the line', async () => {
    test.setTimeout(420_000);
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-windows-'));
    const server = await startServer(folder, { demo: true });
    const phone = new Phone();
    const [first, second] = [await phone.open({ signal: true }), await phone.another()];
    const stay = '/rounds/stays/stay-v-06-2026-04-06';
    for (const page of [first, second]) {
      await page.goto(at(stay));
      await phone.packed(page);
    }
    const looks = (page: Page): Locator =>
      page
        .getByRole('region', { name: 'What was seen and done' })
        .getByRole('listitem')
        .filter({ hasText: 'Thu 14 May' });
    const before = await looks(second).count();
    // A look logged in each of them stands in the other without a touch.
    await first.goto(at(`${stay}/visit`));
    await first.getByRole('radio', { name: '6 to 15 a minute' }).tap();
    await first.getByRole('button', { name: /^All well/ }).tap();
    await expect(looks(second)).toHaveCount(before + 1);
    await first.goto(at(stay));
    await expect(looks(first)).toHaveCount(before + 1);
    await second.goto(at(`${stay}/visit`));
    await second.getByRole('radio', { name: 'A few' }).tap();
    await second.getByRole('button', { name: /^All well/ }).tap();
    await expect(looks(first)).toHaveCount(before + 2);
    await phone.putAway();
    await stopServer(server, 'SIGTERM');
  });
});
