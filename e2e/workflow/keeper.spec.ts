import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Locator, Page } from '@playwright/test';
import { rowsIn, said } from '../support/database.js';
import { killServers, startServer, TROUBLE_URL } from '../support/server.js';
import { choose } from '../support/choose.js';
import { expect, test } from '../support/test.js';

const done = (page: Page, words: string | RegExp): Locator => page.getByRole('status').filter({ hasText: words });
/** Days of the browser and the server, which run by the same clock. */
const daysAgo = (days: number): string => {
  const day = new Date();
  day.setDate(day.getDate() - days);
  return `${day.getFullYear()}-${`${day.getMonth() + 1}`.padStart(2, '0')}-${`${day.getDate()}`.padStart(2, '0')}`;
};

/** The last 14 May that is past: a day of the season, whenever this runs. */
const lastMay = (): string => {
  const year = new Date().getFullYear();
  return daysAgo(1) >= `${year}-05-14` ? `${year}-05-14` : `${year - 1}-05-14`;
};

/** A day typed figure by figure, and the field left: it stands there as it is said. */
async function typeDay(field: Locator, day: string): Promise<void> {
  await field.fill('');
  await field.pressSequentially(day, { delay: 60 });
  await field.blur();
  const [year, , date] = day.split('-').map(Number);
  await expect(field).toHaveValue(new RegExp(`^${date} [A-Z][a-z]{2,3} ${year}$`));
}

async function site(page: Page, name: string, place: string): Promise<void> {
  await page.goto(`${TROUBLE_URL}/ground/new`);
  await page.getByLabel(/^name/).fill(name);
  await page.getByLabel(/^name/).blur();
  if (place !== '') {
    await page.getByLabel(/^coordinates/).fill(place);
    await page.getByLabel(/^coordinates/).blur();
  }
  await page.getByRole('button', { name: 'Keep the site' }).click();
  await expect(done(page, `${name} added, kept.`)).toBeVisible();
}

async function trap(page: Page, start: string, number: string): Promise<void> {
  await page.goto(`${TROUBLE_URL}/bench/new`);
  await page.getByRole('button', { name: `Start from this: ${start}` }).click();
  await expect(page.getByRole('img', { name: /^Drawing of/ })).toBeVisible();
  await page
    .getByRole('button', { name: /^(Not said|How it hangs|Board|Strapped|From a hook|It hangs)/i })
    .first()
    .click();
  await choose(page.getByRole('combobox', { name: 'It hangs', exact: true }), 'From a hook or bar');
  await expect(page.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible();
  await page.getByRole('button', { name: 'Build a trap' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('Number')).toBeFocused();
  await dialog.getByLabel('Number').fill(number);
  await dialog.getByRole('button', { name: `Build ${number}` }).click();
  await expect(dialog.getByRole('status')).toContainText(`${number} stand`);
}

test.describe('a keeper begins with nothing', () => {
  let folder = '';
  test.beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'yewridge-keeper-'));
    await startServer(folder);
  });
  test.afterEach(() => {
    killServers();
  });

  test('a hook-and-bar trap is built, hung the day before, looked at, caught, peeked at and carried; the record holds what was tapped', async ({
    page,
  }) => {
    await trap(page, 'Five-frame nuc', 'V-01');
    await site(page, 'Old weir', '47.4, 13.2');
    const { id: trapId } = rowsIn(folder, 'trap')[0] as { id: string };
    const { id: siteId } = rowsIn(folder, 'sites')[0] as { id: string };
    expect(said(rowsIn(folder, 'sites')[0])).toEqual({
      name: 'Old weir',
      lat: 47.4,
      lon: 13.2,
      permission: 'unknown',
    });

    // Nothing can be hung before it is said what and where; what the design says is proposed and kept with one tap.
    await page.goto(`${TROUBLE_URL}/rounds/hang`);
    const hung = page.getByRole('button', { name: /^(Hung|It hangs there all the same)/ });
    await expect(hung).toBeDisabled();
    await expect(page.getByText('Still to say: which trap, where.')).toBeVisible();
    await page.getByRole('radio', { name: /V-01/ }).click();
    await page.getByRole('radio', { name: /Old weir/ }).click();
    await page.getByRole('button', { name: 'Keep “Its design says: hung by hook and bar”' }).click();
    await choose(page.getByRole('combobox', { name: 'and by', exact: true }), 'strap');
    await page.getByRole('textbox', { name: 'entrance above ground' }).fill('3.2');
    await typeDay(page.getByLabel(/^hung on/), daysAgo(6));
    const lure = (n: number): Locator => page.getByRole('group', { name: `Lure ${n}` });
    await page.getByRole('button', { name: 'Add a lure' }).click();
    await expect(page.getByText('Still to say: what carries the lure.')).toBeVisible();
    await choose(lure(1).getByRole('combobox', { name: 'carrier', exact: true }), 'swab in a bag');
    await choose(lure(1).getByRole('combobox', { name: 'lure', exact: true }), 'lemongrass oil');
    await lure(1).getByRole('button', { name: '19 drops in lure 1' }).click();
    await page.getByRole('button', { name: 'Another lure' }).click();
    await choose(lure(2).getByRole('combobox', { name: 'carrier', exact: true }), 'rubbed on the wood');
    await choose(lure(2).getByRole('combobox', { name: 'lure', exact: true }), 'propolis');
    await choose(lure(2).getByRole('combobox', { name: 'placed', exact: true }), 'at the entrance');
    await hung.click();
    await expect(done(page, 'V-01 hung at Old weir, kept.')).toBeVisible();
    const stay = rowsIn(folder, 'deployments')[0] as { id: string };
    expect(said(stay)).toEqual({
      trap_id: trapId,
      site_id: siteId,
      hung_on: daysAgo(6),
      height_m: 3.2,
      hung_by: 'hook',
      hung_also: 'strap',
    });
    const baits = rowsIn(folder, 'baits', 'carrier DESC');
    expect(baits.map(said)).toEqual([
      {
        deployment_id: stay.id,
        applied_on: daysAgo(6),
        carrier: 'swabInBag',
        substance: 'lemongrassOil',
        dose: 19,
        dose_unit: 'drops',
      },
      {
        deployment_id: stay.id,
        applied_on: daysAgo(6),
        carrier: 'rubbedOn',
        substance: 'propolis',
        placed: 'entrance',
      },
    ]);

    // A look of the day before yesterday, entered today.
    await page.goto(`${TROUBLE_URL}/rounds/stays/${stay.id}/visit`);
    await page.getByRole('radio', { name: /^A few/ }).click();
    await page.getByRole('button', { name: 'Another day, a note' }).click();
    await typeDay(page.getByLabel(/^Day/), daysAgo(2));
    // An hour that is none keeps nothing, least of all the one typed before.
    const hour = page.getByRole('combobox', { name: 'Hour' });
    await hour.fill('16:00');
    await hour.blur();
    await hour.fill('25');
    await hour.blur();
    await expect(page.getByRole('button', { name: 'All well, next trap' })).toBeDisabled();
    await hour.fill('17:05');
    await hour.blur();
    await page.getByRole('button', { name: 'All well, next trap' }).click();
    await expect(done(page, /V-01: a few, kept\./)).toBeVisible();

    // Bees are in: the look, and the catch from the moment they are seen.
    await page.goto(`${TROUBLE_URL}/rounds/stays/${stay.id}/visit`);
    await page.getByRole('radio', { name: /^Moved in/ }).click();
    await page.getByRole('button', { name: 'Bees are in' }).click();
    await expect(done(page, /V-01: moved in, kept\./)).toBeVisible();
    const [few, moved] = rowsIn(folder, 'visits', 'at');
    expect(said(few)).toEqual({
      deployment_id: stay.id,
      at: `${daysAgo(2)}T17:05`,
      occupied: 0,
      scouts_per_min: 3,
      action: 'none',
      looked: 'look',
    });
    expect(said(moved)).toEqual({
      deployment_id: stay.id,
      at: expect.stringMatching(new RegExp(`^${daysAgo(0)}T`)),
      occupied: 1,
      action: 'none',
      looked: 'look',
    });
    expect(said(rowsIn(folder, 'catches')[0])).toEqual({
      deployment_id: stay.id,
      found_on: daysAgo(0),
      method: 'trap',
    });

    // A peek comes before anybody climbs, and the box is lifted whole, for its frames are in it.
    await page.getByRole('link', { name: 'Open the steps of V-01' }).click();
    const steps = page.getByRole('list', { name: 'Steps' });
    await expect(steps.getByRole('listitem').first()).toContainText('Look whether bees are still in');
    await expect(steps).toContainText('Lift it onto its stand');
    await expect(steps).not.toContainText('Transfer into frames');
    await expect(steps.getByRole('listitem').filter({ hasText: 'Carry it to its place' })).toContainText(
      'It weighs about',
    );
    await steps.getByRole('button', { name: 'Done “Look whether bees are still in”' }).click();
    await expect(steps.getByRole('listitem').first()).toContainText('done');
    await page.getByLabel(/^to/).fill('Marn apiary');
    await page.getByRole('button', { name: 'Carried away' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('carried home');
    await expect(done(page, /carried away with its bees, kept\./)).toBeVisible();
    const caught = rowsIn(folder, 'catches')[0] as { id: string };
    expect(said(caught)).toEqual({
      deployment_id: stay.id,
      found_on: daysAgo(0),
      method: 'trap',
      went_to: 'Marn apiary',
    });
    expect(said(rowsIn(folder, 'deployments')[0])).toEqual({
      trap_id: trapId,
      site_id: siteId,
      hung_on: daysAgo(6),
      height_m: 3.2,
      hung_by: 'hook',
      hung_also: 'strap',
      taken_down_on: daysAgo(0),
      end_reason: 'occupied',
    });
    expect(said(rowsIn(folder, 'steps')[0])).toEqual({
      catch_id: caught.id,
      code: 'peek',
      state: 'done',
      at: expect.stringMatching(new RegExp(`^${daysAgo(0)}T`)),
    });
  });

  test('without a signal a catch is carried, and nothing is lost', async ({ page, allow }) => {
    allow(/api\/v1/, /Failed to load resource/);
    await trap(page, 'Five-frame nuc', 'V-01');
    await site(page, 'Old weir', '47.4, 13.2');
    await page.goto(`${TROUBLE_URL}/rounds/hang`);
    await page.getByRole('radio', { name: /V-01/ }).click();
    await page.getByRole('radio', { name: /Old weir/ }).click();
    await page.getByRole('button', { name: /^(Hung|It hangs there all the same)/ }).click();
    await expect(done(page, 'V-01 hung at Old weir, kept.')).toBeVisible();
    const { id } = rowsIn(folder, 'deployments')[0] as { id: string };
    await page.goto(`${TROUBLE_URL}/rounds/stays/${id}/visit`);
    await page.getByRole('radio', { name: /^Moved in/ }).click();
    await page.getByRole('button', { name: 'Bees are in' }).click();
    await page.getByRole('link', { name: 'Open the steps of V-01' }).click();
    await expect(page.getByRole('button', { name: 'Carried away' })).toBeEnabled();

    // From here on nothing gets through: neither questions nor acts.
    await page.route('**/api/v1/**', (route) => route.abort('internetdisconnected'));
    await page.getByLabel(/^to/).fill('Marn apiary');
    await page.getByRole('button', { name: 'Carried away' }).click();
    await expect(page.getByText('1 waiting here')).toBeVisible();
    expect(rowsIn(folder, 'deployments')[0]?.['taken_down_on']).toBeNull();
    await page.unroute('**/api/v1/**');
    await expect(done(page, /carried away with its bees, kept\./)).toBeVisible();
    expect(said(rowsIn(folder, 'deployments')[0])['taken_down_on']).toBe(daysAgo(0));
    expect(said(rowsIn(folder, 'catches')[0])['went_to']).toBe('Marn apiary');
  });

  test('a swarm taken with the vacuum gets no step of a trap, and moves no season', async ({ page }) => {
    await site(page, 'Old weir', '47.4, 13.2');
    const season = async (): Promise<unknown> =>
      (await page.request.get(`${TROUBLE_URL}/api/v1/rounds/due`))
        .json()
        .then((due: { season: unknown }) => due.season);
    const before = await season();
    const log = page.getByRole('button', { name: 'Log the catch' });
    /** All but how it was caught, and logged. */
    const logged = async (method: string, place: string, day: string): Promise<void> => {
      await choose(page.getByRole('combobox', { name: 'how it was caught', exact: true }), method);
      await page.getByLabel(/^place/).fill(place);
      await page.getByLabel(/^coordinates/).fill('47.41, 13.21');
      await page.getByLabel(/^coordinates/).blur();
      await typeDay(page.getByLabel(/^found on/), day);
      await log.click();
      if (await page.getByRole('alert').filter({ hasText: 'far out of the swarm season' }).isVisible())
        await log.click();
      // A day far out of the season is asked about, and never refused.
      await page.waitForURL(/\/catches\/(?!new)/, { timeout: 3000 }).catch(() => log.click());
      await expect(page).toHaveURL(/\/catches\/(?!new)/);
    };
    await page.goto(`${TROUBLE_URL}/catches/new`);
    await expect(log).toBeDisabled();
    await expect(page.getByText('Still to say: how it was caught.')).toBeVisible();
    await choose(page.getByRole('combobox', { name: 'how it was caught', exact: true }), 'with the vacuum');
    await expect(page.getByText('Still to say: where it hung')).toBeVisible();
    await logged('with the vacuum', 'Mill house, gable', daysAgo(1));
    await expect(page.getByText('The steps of a trap do not apply to these bees.')).toBeVisible();
    await expect(page.getByText('Heat.')).toBeVisible();
    await expect(page.getByText('Close the entrance')).toHaveCount(0);
    await expect(page.getByText('Hang the trap again')).toHaveCount(0);
    expect(said(rowsIn(folder, 'catches')[0])).toEqual({
      found_on: daysAgo(1),
      method: 'vacuum',
      place: 'Mill house, gable',
      place_lat: 47.41,
      place_lon: 13.21,
    });
    expect(await season()).toEqual(before);

    // On a day of the season too; a swarm that hung there on that day does move it: the clock is not merely deaf.
    await page.goto(`${TROUBLE_URL}/catches/new`);
    await logged('with the vacuum', 'Mill house, wall', lastMay());
    expect(await season()).toEqual(before);
    await page.goto(`${TROUBLE_URL}/catches/new`);
    await logged('hanging swarm, shaken', 'Mill house, lime tree', lastMay());
    await expect.poll(() => rowsIn(folder, 'catches').length).toBe(3);
    expect(await season()).not.toEqual(before);
  });
});
