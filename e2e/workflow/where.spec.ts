import { grave } from '../support/axe.js';
import { rowsIn } from '../support/database.js';
import { at, Phone } from '../support/phone.js';
import { killServers, startServer } from '../support/server.js';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '../support/test.js';

test.describe('where am I', () => {
  test.afterEach(() => {
    killServers();
  });

  test('beside the sites, without a signal: the visit to the trap one stands under, and the place is told to nobody', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-where-'));
    await startServer(folder, { demo: true });
    const hung = rowsIn(folder, 'deployments').find((row) => row['taken_down_on'] === null);
    const site = rowsIn(folder, 'sites').find(({ id }) => id === hung?.['site_id']);
    const [lat, lon] = [Number(site?.['lat']), Number(site?.['lon'])];
    const phone = new Phone();
    const page = await phone.open({ signal: true });
    const sent: string[] = [];
    page.context().on('request', (request) => sent.push(`${request.url()} ${request.postData() ?? ''}`));
    await page.goto(at('/ground'));
    await phone.packed(page);
    await page.goto(at('/ground'));

    // Nobody let the page ask yet.
    await page.getByRole('button', { name: 'Where am I' }).click();
    await expect(page.getByRole('alert')).toContainText('This page may not ask where the phone is');

    await phone.signal(false);
    await page.context().grantPermissions(['geolocation']);
    // Eleven metres north of the tree; the phone knows it to 15 m.
    const here = { latitude: lat + 0.0001, longitude: lon };
    await page.context().setGeolocation({ ...here, accuracy: 15 });
    await page.getByRole('button', { name: 'Where am I' }).click();
    const near = page.getByRole('region', { name: 'Nearest sites' });
    await expect(near).toContainText('Give or take 15 m');
    await expect(near.getByRole('listitem').first()).toContainText(new RegExp(`^${String(site?.['name'])}\\s*here`));
    await expect(near.getByRole('listitem').nth(1)).toContainText(/\d+ k?m to the /);
    await expect(near.getByRole('listitem')).toHaveCount(5);
    await expect(page.locator('.standing')).toBeVisible();
    expect(await grave(page)).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    // The bar of places lies over the map, however far down that goes.
    const bar = page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Rounds' });
    await bar.click({ trial: true });
    await near.getByRole('link', { name: /^Log a visit to/ }).click();
    await expect(page).toHaveURL(new RegExp(`/${String(hung?.['id'])}`));

    // A new site takes the same place.
    await page.goto(at('/ground/new'));
    await page.getByRole('button', { name: 'Where I stand' }).click();
    await expect(page.getByRole('textbox', { name: /^coordinates/i })).toHaveValue(
      new RegExp(here.latitude.toFixed(4)),
    );

    expect(sent.filter((one) => one.includes(here.latitude.toFixed(4)))).toEqual([]);
    await phone.putAway();
  });
});
