import jsQR from 'jsqr';
import { PNG } from 'pngjs';
import type { Locator } from '@playwright/test';
import { expect, test } from '../support/test.js';

/** What a phone reads off a picture of the label. */
async function decoded(label: Locator): Promise<string | undefined> {
  const { data, width, height } = PNG.sync.read(await label.screenshot());
  return jsQR.default(new Uint8ClampedArray(data), width, height)?.data;
}

test.describe('stores', () => {
  test('a trap is built, labelled, measured and weighed; a later edit is the next version', async ({ page, bench }) => {
    await bench.beginWith('Nuc over a taller base');
    await bench.name('Larch nuc');
    await bench.saved();
    await expect(page.getByText('version 1, not built yet')).toBeVisible();
    await page.getByRole('button', { name: 'Build a trap' }).click();
    const dialog = page.getByRole('dialog');
    // The dialog leads to its first field when it has opened: whoever types before that types there.
    await expect(dialog.getByLabel('Number')).toBeFocused();
    await expect(dialog.getByLabel('Number')).not.toHaveValue('');
    await dialog.getByLabel('Number').fill('###');
    await expect(dialog.getByRole('alert')).toContainText('is not a number to paint on');
    await dialog.getByLabel('Number').fill('L-01');
    await dialog.getByRole('textbox', { name: 'How many' }).fill('2');
    await dialog.getByLabel('Owner line on the label').fill('Vellmark Swarm Watch, the old mill');
    await dialog.getByRole('button', { name: 'Build L-01 to L-02' }).click();
    await expect(dialog.getByRole('status')).toContainText('L-01, L-02 stand in Stores');
    await dialog.getByRole('link', { name: 'Print labels' }).click();

    // The code on each label is the address of its trap.
    const codes = page.getByRole('img', { name: /^Code that opens/ });
    await expect(codes).toHaveCount(2);
    const address = await decoded(codes.first());
    expect(address).toMatch(/^http:\/\/localhost:\d+\/stores\/traps\/[\w-]+$/);
    expect(await decoded(codes.last())).not.toBe(address);
    await page.goto(address ?? '');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('L-01: 39.9 L, not weighed yet');

    // As built: narrower than the design, heavier than computed.
    await page.getByRole('textbox', { name: '5-frame deep, width' }).fill('186');
    await page.getByRole('textbox', { name: 'Weighed, empty' }).fill('9.4');
    await expect(page.getByRole('row', { name: /^Gross/ })).toContainText('−0.5 L');
    await expect(page.getByText('design 190.5 mm')).toBeVisible();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('L-01: 39.4 L, 9.4 kg');
    await page.getByRole('textbox', { name: 'Weighed, empty' }).fill('heavy');
    await expect(page.getByRole('alert')).toContainText('Weighed, empty: “heavy” is not a mass.');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('status')).toHaveText('saved');
    await page.reload();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('L-01: 39.4 L, 9.4 kg');

    // The design goes on; the trap keeps what it was built to.
    await page.getByRole('link', { name: 'Larch nuc' }).click();
    await expect(page.getByText('version 1, built as L-01 and L-02')).toBeVisible();
    await bench.open(/^Base, empty/);
    await bench.type('Height', '220');
    await expect(page.getByText('version 2, not built yet; L-01 and L-02 keep version 1')).toBeVisible();
    await page.getByRole('link', { name: /^version 2, not built yet/ }).click();
    await expect(page.getByText('“Base, empty”: height 204.8 mm → 220 mm')).toBeVisible();
    await page.getByRole('button', { name: 'Make the design version 1 again' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Version 1, built as L-01 and L-02');
    await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Version 2, not built yet');

    // A number is painted once.
    await page.getByRole('link', { name: 'Back to the sheet' }).click();
    await page.getByRole('button', { name: 'Build a trap' }).click();
    await expect(dialog.getByLabel('Number')).toBeFocused();
    await dialog.getByLabel('Number').fill('L-02');
    await dialog.getByRole('button', { name: 'Build L-02' }).click();
    await expect(dialog.getByRole('alert')).toContainText(
      'L-02 is painted on another trap already: choose a free number',
    );
  });

  test.beforeEach(({ allow }) => {
    allow(/409/);
  });

  test('traps are found by number and by keyboard, put into the bin and taken out', async ({ page, bench }) => {
    await bench.beginWith('One foam cooler');
    await bench.saved();
    await page.getByRole('button', { name: 'Build a trap' }).focus();
    await page.keyboard.press('Enter');
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByLabel('Number')).toBeFocused();
    await page.keyboard.press('Control+a');
    await page.keyboard.type('K-7');
    await page.keyboard.press('Enter');
    await expect(dialog.getByRole('status')).toContainText('K-7 stands in Stores');
    await page.keyboard.press('Escape');
    await expect(dialog).toHaveCount(0);
    await page.keyboard.press('g');
    await page.keyboard.press('o');
    await expect(page).toHaveURL(/\/stores$/);
    await page.keyboard.press('/');
    await page.keyboard.type('k-7');
    await expect(page.getByRole('table', { name: 'Built traps' }).getByRole('row')).toHaveCount(2);
    await page.getByRole('link', { name: /^K-7/ }).click();
    await page.getByRole('button', { name: 'Delete', exact: true }).click();
    await expect(page.getByText('K-7 is in the bin')).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('K-7: 24.5 L');
  });
});
