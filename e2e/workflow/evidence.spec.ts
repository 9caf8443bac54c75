import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Locator, Page } from '@playwright/test';
import { parse } from 'csv-parse/sync';
import { PNG } from 'pngjs';
import { grave } from '../support/axe.js';
import { choose } from '../support/choose.js';
import { rowsIn, said } from '../support/database.js';
import { Keys } from '../support/keys.js';
import { killServers, startServer, TROUBLE_URL } from '../support/server.js';
import { expect, test } from '../support/test.js';

const NEIGHBOUR = fileURLToPath(new URL('../../apps/web/public/neighbours/hollin-moor.spells.json', import.meta.url));
const at = (path: string): string => `${TROUBLE_URL}${path}`;
/** What was done last, as the bar at the foot says it. */
const done = (page: Page, words: string | RegExp): Locator => page.getByRole('status').filter({ hasText: words });

async function demo(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'yewridge-evidence-'));
  await startServer(folder, { demo: true });
  return folder;
}

test.describe('Evidence', () => {
  test.afterEach(() => {
    killServers();
  });

  test('a newcomer is told what it will say; by keys alone', async ({ page }) => {
    await startServer(mkdtempSync(join(tmpdir(), 'yewridge-evidence-')));
    await page.goto(at('/settings'));
    await page.locator('main').focus();
    await page.keyboard.press('g');
    await page.keyboard.press('e');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('No trap has hung on a day that counts');
    await expect(page.getByText('from 1 Apr to 15 Jul')).toBeVisible();
    expect(await grave(page)).toEqual([]);
    const keys = new Keys(page);
    await keys.reach(page.getByRole('link', { name: 'Hang a trap' }));
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(at('/rounds/hang'));
    await page.goto(at('/evidence/trials/new'));
    await page.getByRole('button', { name: 'Keep this trial' }).click();
    await expect(page.getByRole('alert')).toContainText('Name both ways');
  });

  test('three seasons answer each question, and one honestly not; the stays behind it are there', async ({ page }) => {
    const folder = await demo();
    await page.goto(at('/evidence'));
    const heading = page.getByRole('heading', { level: 1 });
    await expect(heading).toContainText('lean to an edge; none of it is settled');
    await expect(heading).toContainText('30 catches in 3\u202f833 trap-days');
    const effects = page.getByRole('list', { name: 'What makes a difference?' });
    await expect(effects.getByRole('listitem')).toHaveCount(4);
    await expect(effects).toContainText('Undecided: old comb may catch');
    for (const question of [
      'Which places catch?',
      'What would settle it?',
      'Do the years differ?',
      'How long until a trap fills?',
      'Are early swarms heavier?',
      'Do scouts foretell?',
    ]) {
      await expect(page.getByRole('heading', { name: question })).toBeVisible();
    }
    await expect(page.getByText('2026 has only 4 catches: too few to judge it by itself.')).toBeVisible();
    await expect(page.getByRole('table', { name: 'Chance of a swarm within a day' })).toContainText('yours');
    // The same days as the seasons' own page has, added up.
    await page.goto(at('/rounds/seasons'));
    const days = page.getByRole('table', { name: 'Seasons', exact: true }).locator('td.mat-column-trapDays');
    await expect(days).toHaveCount(4);
    const counted = await days.allInnerTexts();
    expect(counted.reduce((sum, one) => sum + Number(one.replace(/\D/g, '')), 0)).toBe(3833);

    // A place that is open stays in the address, and each of its stays leads to its record.
    await page.goto(at('/evidence'));
    await page.getByRole('button', { name: /^Lower orchard: 6 catches/ }).press('Enter');
    await expect(page).toHaveURL(/place=lower-orchard/);
    await page.reload();
    const stay = page.getByRole('link', { name: /^V-11, 2026: bees came/ });
    await stay.click();
    await expect(page).toHaveURL(/\/rounds\/stays\/stay-v-11-2026/);
    await page.goBack();

    // Asking more costs every answer something.
    await page.getByRole('button', { name: 'Ten litres more room' }).click();
    await expect(effects.getByRole('listitem')).toHaveCount(5);
    await expect(page.getByText('5 questions at once')).toBeVisible();
    await page.getByRole('button', { name: 'Ask it no more' }).click();
    await expect(effects.getByRole('listitem')).toHaveCount(4);
    await page.getByRole('link', { name: 'Old comb or none' }).click();
    await expect(heading).toContainText('75 stretches count');

    // Tables and figures go along; the figures of the file are those of the screen.
    await page.goto(at('/evidence'));
    const saved = async (name: string): Promise<Buffer> => {
      const download = page.waitForEvent('download');
      await page.getByRole('button', { name }).click();
      return readFileSync(await (await download).path());
    };
    const rows = parse<Record<string, string>>(await saved('Places as CSV'), { columns: true });
    expect(rows.length).toBe(19);
    expect(rows.reduce((sum, row) => sum + Number(row['days']), 0)).toBe(3833);
    expect((await saved('Years as SVG')).toString()).toContain('4 in 485');
    expect(PNG.sync.read(await saved('What makes a difference as PNG')).width).toBe(1440);
    const stays = parse<Record<string, string>>(await saved('The stays behind it as CSV'), { columns: true });
    expect(stays.length).toBe(rowsIn(folder, 'deployments').length);
  });

  test('a question of one’s own is asked, kept with its answer, and the next counts it', async ({ page }) => {
    const folder = await demo();
    await page.goto(at('/evidence/questions'));
    await choose(page.getByRole('combobox', { name: 'Ask about' }), 'height of the door');
    const first = page.getByRole('group', { name: 'First option' });
    await first.getByRole('textbox', { name: 'to under' }).fill('3');
    await first.getByLabel('First option is called').fill('low');
    const second = page.getByRole('group', { name: 'Second option' });
    await second.getByRole('checkbox', { name: 'all others' }).check();
    await second.getByLabel('Second option is called').fill('high');
    await page.getByRole('button', { name: 'Ask the records' }).click();
    await expect(page.getByRole('alert')).toContainText('before you saw the records');
    await page.getByRole('radio', { name: 'before I saw the records' }).click();
    await page.getByRole('button', { name: 'Ask the records' }).click();
    await expect(done(page, 'Asked: low or high')).toBeVisible();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Asked 1 question today: each counts');
    const kept = page
      .getByRole('list', { name: 'Asked so far' })
      .getByRole('listitem')
      .filter({ hasText: 'low or high' });
    await expect(kept).toContainText('height of the door: under 3 m against all others');
    await expect.poll(() => rowsIn(folder, 'questions').length).toBe(2);
    const row = said(rowsIn(folder, 'questions').find((one) => one['name_a'] === 'low'));
    expect(row).toEqual(
      expect.objectContaining({
        fact: 'heightM',
        option_a: '..3',
        option_b: '*',
        name_b: 'high',
        asked_on: '2026-05-14',
        after_seeing: 0,
        comparisons: 1,
      }),
    );
    // What nobody said is empty, and what was counted is what the stays come to.
    for (const column of ['height_from_m', 'season_from', 'groups_places', 'notes'])
      expect(row[column]).toBeUndefined();
    const stays = rowsIn(folder, 'deployments')
      .filter((one) => Number(one['height_m']) < 3)
      .map(({ id }) => id);
    const caught = rowsIn(folder, 'catches').filter((one) => stays.includes(one['deployment_id'])).length;
    expect(row['catches_a']).toBe(caught);
    await page.getByRole('button', { name: 'Ask the records' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Asked 2 questions today: each counts');
    await page.setViewportSize({ width: 390, height: 844 });
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  });

  test('a neighbour’s file is taken in whole, moves a verdict, and is taken back', async ({ page }) => {
    const folder = await demo();
    await page.goto(at('/evidence/neighbours'));
    const file = page.getByLabel('A file of spells');
    const text = readFileSync(NEIGHBOUR, 'utf8');
    const given = (name: string, body: string): Promise<void> =>
      file.setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(body) });
    await given('feet.json', text.replace('"height_m":', '"height_ft":'));
    await expect(page.getByRole('alert')).toContainText(
      'row 1, height_ft: is no column of shared spells; did you mean height_m?',
    );
    await given('litres.json', text.replace(/"volume_m3":[\d.]+/, '"volume_m3":40'));
    await expect(page.getByRole('alert')).toContainText('is it in litres? (got 40). Nothing was taken in.');
    expect(rowsIn(folder, 'neighbours')).toEqual([]);

    const comb = page
      .getByRole('list', { name: 'What makes a difference?' })
      .getByRole('listitem')
      .filter({ hasText: 'Old comb or none' });
    await given('hollin-moor.json', text);
    await expect(done(page, 'Taken in: 120 stretches of k-5b1e90c2')).toBeVisible();
    await expect.poll(() => rowsIn(folder, 'neighbours').length).toBe(1);
    const [kept] = rowsIn(folder, 'neighbours');
    expect([kept?.['keeper'], kept?.['taken_on'], kept?.['rows']]).toEqual(['k-5b1e90c2', '2026-05-14', 120]);
    await given('again.json', text);
    await expect(page.getByRole('alert')).toHaveText('again.json is taken in already: a file counts once.');
    expect(await grave(page)).toEqual([]);
    await page.getByRole('button', { name: 'Old comb or none' }).click();
    await expect(page.getByRole('list', { name: 'Without each keeper' }).getByRole('listitem')).toHaveCount(3);

    await page.goto(at('/evidence'));
    await expect(comb).toContainText('Undecided');
    await page.getByRole('switch', { name: /1 neighbour's/ }).click();
    await expect(comb).not.toContainText('Undecided');
    await page.goto(at('/evidence/neighbours'));
    await page.getByRole('button', { name: 'Take the records of k-5b1e90c2 back' }).click();
    await expect(done(page, 'Records of k-5b1e90c2 taken back')).toBeVisible();
    await page.goto(at('/evidence?pooled=yes'));
    await expect(comb).toContainText('Undecided');

    // One's own go out without a name or a place.
    await page.goto(at('/evidence/neighbours'));
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save my spells as CSV' }).click();
    const own = readFileSync(await (await download).path(), 'utf8');
    const spells = parse<Record<string, string>>(own, { columns: true });
    expect(spells.length).toBe(75);
    expect(new Set(spells.map(({ lat_deg: lat }) => lat))).toEqual(new Set(['47']));
    for (const secret of ['orchard', 'Orchard', 'V-1', 'weir', 'vellmark']) {
      expect(own.replaceAll('orchardEdge', '')).not.toContain(secret);
    }
  });

  test('a trial is set up, walked a season on the demo clock, and opened at its end', async ({ page }) => {
    const folder = await demo();
    await page.goto(at('/evidence/trials'));
    await page
      .getByRole('banner')
      .or(page.locator('yw-page-header'))
      .getByRole('link', { name: 'Plan a trial' })
      .click();
    await choose(page.getByRole('combobox', { name: 'The trial is about' }), 'comb inside');
    await choose(page.getByRole('combobox', { name: 'First way' }), 'old comb');
    await choose(page.getByRole('combobox', { name: 'Second way' }), 'no comb');
    await expect(page.getByText(/With 8 pairs a difference of 2\.0 times is seen in \d+ %/)).toBeVisible();
    expect(await grave(page)).toEqual([]);
    await page.getByRole('button', { name: 'Keep this trial' }).click();
    await expect(done(page, 'Trial kept: Old comb or no comb')).toBeVisible();
    await expect(page.getByText('Sealed until its last day, 15 Jul 2026')).toBeVisible();
    await expect.poll(() => rowsIn(folder, 'assignments').length).toBe(16);
    const [kept] = rowsIn(folder, 'trials');
    expect(said(kept)).toEqual({
      name: 'Old comb or no comb',
      fact: 'comb',
      option_a: 'oldBrood',
      option_b: 'none',
      name_a: 'old comb',
      name_b: 'no comb',
      seed: kept?.['seed'],
      begins_on: '2026-05-14',
      ends_on: '2026-07-15',
      hoped_ratio: 2,
    });
    const sides = rowsIn(folder, 'assignments', 'block, side').map(
      (one) => `${String(one['block'])}${String(one['side'])}`,
    );
    expect(sides).toEqual(Array.from({ length: 8 }, (_, n) => [`${n + 1}A`, `${n + 1}B`]).flat());

    // What hangs the other way, or not at all, is said; the way stands where a trap is hung.
    await expect(page.getByRole('list', { name: 'Pairs' }).getByRole('listitem')).toHaveCount(8);
    await page
      .getByRole('link', { name: /^not hung yet/ })
      .first()
      .click();
    await expect(page.getByText(/In a trial: (old|no) comb/)).toBeVisible();
    await page.goBack();
    await page.getByRole('button', { name: 'Look before the end' }).click();
    await page.getByRole('button', { name: 'Look, and write it down' }).click();
    await expect(page.getByText('So far, before the end:')).toBeVisible();
    await expect.poll(() => rowsIn(folder, 'deviations').map((one) => one['what'])).toEqual(['peeked']);
    await choose(page.getByRole('combobox', { name: 'What went otherwise' }), 'lost or stolen');
    await page.getByRole('button', { name: 'Write it down' }).click();
    await expect(page.getByRole('list', { name: 'What went otherwise' }).getByRole('listitem')).toHaveCount(2);

    const clock = page.getByRole('group', { name: 'Demo clock' });
    for (let week = 0; week < 9; week++) {
      const before = (await clock.textContent()) ?? '';
      await clock.getByRole('button', { name: 'Week on' }).click();
      await expect(clock).not.toHaveText(before);
    }
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Is over: open its answer');
    await page.getByRole('button', { name: 'Open the answer' }).click();
    await expect(
      page.getByText(/^old comb: \d+ catch(es)? in \d+ trap-days; no comb: \d+ catch(es)? in \d+ trap-days/),
    ).toBeVisible();
    await expect.poll(() => rowsIn(folder, 'trials')[0]?.['opened_on']).toBe('2026-07-16');
    await page.getByRole('button', { name: 'Swap the ways for next season' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Begins on 14 May 2027');
    await expect.poll(() => rowsIn(folder, 'assignments').length).toBe(32);
    await page.setViewportSize({ width: 390, height: 844 });
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  });
});
