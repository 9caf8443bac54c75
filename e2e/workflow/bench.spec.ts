import type { Locator, Page } from '@playwright/test';
import { choose } from '../support/choose.js';
import { expect, test } from '../support/test.js';

test.describe('bench', () => {
  test('an odd box in inches becomes a home with a door, and is found again as it was left', async ({
    page,
    bench,
  }) => {
    await bench.begin('Box');
    await page.keyboard.press('Escape');
    await page.getByText('in', { exact: true }).first().click();
    await expect(page.getByRole('radio', { name: 'inches and gallons' })).toBeChecked();
    await bench.type('Length, front to back', '16 3/8');
    await bench.type('Width, across', '1 ft 1 in');
    await bench.type('Height', '9-5/8"');
    await expect(bench.readings()).toContainText('8.9 ± 0.1 gal gross');

    await page.getByRole('button', { name: /^Make it 10.6 gal: put a shim of/ }).click();
    await expect(bench.readings()).toContainText('10.6 ± 0.1 gal gross');
    await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
    await expect(bench.readings()).toContainText('8.9 ± 0.1 gal gross');
    await page.getByRole('button', { name: /^Make it 10.6 gal: put a shim of/ }).click();

    await bench.addDoor('Notch at the floor');
    await bench.type('Width', '10');
    await bench.type('Height', '3/4');
    await expect(bench.readings()).toContainText('above the band');
    await page.getByRole('button', { name: /^Fit a reducer block of/ }).click();
    await expect(bench.readings()).toContainText('1.94 in² of door, inside the band');

    await bench.name('Box from the barn');
    await bench.saved();
    await page.reload();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('10.6 gal net, a 1.94 in² door');
    await bench.open(/^Box \d/);
    await expect(bench.field('Length, front to back')).toHaveValue('16-3/8');
    await page.getByRole('link', { name: 'All designs' }).click();
    await expect(page.getByRole('link', { name: /Box from the barn/ })).toContainText('10.6 gross');
  });

  test('the same can be done with the keyboard alone', async ({ page, bench }) => {
    await page.goto('/bench');
    await expect(page.getByRole('heading', { level: 1 })).not.toHaveText('Designs');
    await page.keyboard.press('n');
    await expect(page.getByRole('menuitem', { name: 'Box', exact: true })).toBeFocused();
    await page.keyboard.press('Enter');
    await expect(bench.field('Length, front to back')).toBeFocused();
    await page.keyboard.type('16 3/8');
    await tabTo(page, bench.field('Width, across'));
    await page.keyboard.type('13 in');
    await tabTo(page, bench.field('Height'));
    await page.keyboard.type('9 5/8');
    await expect(bench.readings()).toContainText('33.6 ± 0.4 L gross');
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('Shift+ArrowUp');
    await expect(bench.field('Height')).toHaveValue('255');
    await page.keyboard.press('Control+z');
    await expect(bench.readings()).not.toContainText('35');

    await tabTo(page, page.getByRole('button', { name: /^Make it 40 L/ }));
    await page.keyboard.press('Enter');
    await expect(bench.readings()).toContainText('40.0 ± 0.5 L gross');

    await tabTo(page, page.getByRole('button', { name: 'Add a door' }));
    await page.keyboard.press('Enter');
    await expect(page.getByRole('menuitem', { name: 'Round hole' })).toBeFocused();
    await page.keyboard.press('ArrowDown');
    await expect(page.getByRole('menuitem', { name: 'Slot' })).toBeFocused();
    await page.keyboard.press('Enter');
    await expect(bench.field('Width')).toBeFocused();
    await page.keyboard.type('10 in');
    await tabTo(page, page.getByRole('button', { name: /^Fit a reducer block/ }));
    await page.keyboard.press('Enter');
    await expect(bench.readings()).toContainText('12.5 cm² of door, inside the band');
    await bench.saved();
    await page.reload();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('40.0 L net, a 12.5 cm² door');
  });

  test('what cannot be used is said at its field, and the last good drawing stays', async ({ page, bench }) => {
    await bench.begin('Box');
    const good = await bench.drawing().getAttribute('aria-label');
    for (const [text, sentence] of [
      ['wide', 'Width, across: “wide” is not a length.'],
      ['-3', 'Width, across is -3 mm; it can be more than 0 mm and at most 3000 mm.'],
      ['0', 'Width, across is 0 mm; it can be more than 0 mm'],
      ['300 m', 'Width, across is 300000 mm; it can be more than 0 mm and at most 3000 mm.'],
      ['1,220', 'can be read in two ways'],
      ['', 'Width, across is empty.'],
    ] as const) {
      await bench.type('Width, across', text);
      await expect(page.getByRole('alert')).toContainText(sentence);
      await bench.field('Width, across').blur();
      await expect(bench.field('Width, across')).toHaveValue(text);
      await expect(bench.drawing()).toHaveAttribute('aria-label', good ?? '');
    }
    await bench.type('Width, across', '374.65');
    await expect(page.getByRole('alert')).toHaveCount(0);

    await bench.putIn('Frames');
    await bench.type('How many', '11');
    await expect(page.getByRole('alert')).toContainText(
      'The frames need 384.2 mm across; the box is 374.7 mm wide inside',
    );
    await expect(page.getByText('The drawing shows the last sizes that fit together.')).toBeVisible();
    await bench.type('How many', '10');

    await page.getByRole('button', { name: /^Take out/ }).click();
    await page.getByRole('radio', { name: 'outside' }).click();
    await bench.type('Side walls', '190');
    await expect(page.getByRole('alert')).toContainText('The walls leave no room inside');
    await page.keyboard.press('Control+z');
    await expect(page.getByRole('alert')).toHaveCount(0);

    await bench.addDoor('Round hole');
    await page.getByRole('checkbox', { name: 'a nail or wire across it' }).check();
    await bench.type('Nails or wires', '4');
    await bench.type('Nail diameter', '10');
    await expect(page.getByRole('alert')).toContainText('The nails fill the opening: together 40 mm across 38 mm');
    await bench.type('Nail diameter', '3');
    await bench.type('Centre above floor', '240');
    await expect(page.getByRole('alert')).toContainText('the opening leaves the box; between 19 mm and 225.5 mm');
  });

  test('a stack is built, reordered, doubled and taken apart again', async ({ page, bench }) => {
    await bench.begin('Box');
    const rows = page.getByRole('region', { name: 'Stack and doors' }).locator('[cdkdrag]');
    for (const shape of ['Tube', 'Pot or bucket', 'Tapered box or cooler', 'Filled and measured']) {
      await page.getByRole('button', { name: 'Add a section' }).click();
      await page.getByRole('menuitem', { name: shape, exact: true }).click();
    }
    await expect(rows).toHaveCount(5);
    await expect(rows.first()).toContainText('Filled and measured');
    await page.getByRole('button', { name: 'Move Filled and measured down' }).click();
    await expect(rows.nth(1)).toContainText('Filled and measured');
    await page.getByRole('button', { name: 'double Filled and measured' }).click();
    await expect(rows).toHaveCount(6);
    await drag(page, rows.last().locator('.grip'), rows.first());
    await expect(rows.first()).toContainText('Box');
    await bench.open(/^Pot/);
    await page.getByRole('button', { name: 'remove Pot' }).click();
    await expect(rows).toHaveCount(5);
    await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
    await expect(rows).toHaveCount(6);
    await bench.saved();
  });

  test('a copy is made, and a deleted design comes back', async ({ page, bench }) => {
    await bench.begin('Pot or bucket');
    await bench.name('Old pot');
    await bench.saved();
    await bench.more('Copy');
    await expect(page.getByText('Old pot, copy').first()).toBeVisible();
    await bench.more('Delete');
    await expect(page.getByText('“Old pot, copy” deleted')).toBeVisible();
    await expect(page.getByRole('link', { name: /Old pot, copy/ })).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('link', { name: /Old pot, copy/ })).toBeVisible();
    await page.keyboard.press('/');
    await page.keyboard.type('old pot, c');
    await expect(page).toHaveURL(/find=old/);
    await expect(page.getByRole('article')).toHaveCount(1);
  });

  test('a tube that lies, cut open and given three holes is shortened to its target', async ({ page, bench }) => {
    await bench.begin('Tube');
    await page.getByRole('radio', { name: 'lies' }).click();
    await bench.type('Diameter', '304');
    await bench.type('Length', '70 cm');
    await bench.type('Sawn off on top', '32');
    // By hand: circle of 152 mm radius less a segment of 32 mm is 685.1 cm2, over 700 mm.
    await expect(bench.readings()).toContainText('48.0 ± 0.7 L gross');
    await bench.putIn('Top bars');
    await bench.type('How many', '7');
    await bench.type('Bar length', '660');
    await expect(bench.readings()).toContainText('frames and bars take 1.7 L of it');
    await page.getByRole('button', { name: /^Make it 40 L: shorten the tube by 116/ }).click();
    await expect(bench.readings()).toContainText('40.0 ± 0.6 L gross');
    await expect(page.getByText(/^Top bars in “Tube” are 64.1 mm longer than it is outside/)).toBeVisible();
    await bench.type('Bar length', '580');
    await expect(page.getByText(/^Top bars in/)).toHaveCount(0);
    await bench.addDoor('Round hole');
    await bench.type('Diameter', '22');
    await page.getByRole('button', { name: 'Bore 3 holes of this size' }).click();
    await expect(bench.readings()).toContainText('11.4 cm² of door, inside the band');
    await bench.saved();
  });

  test('a box taped outside, with its walls, holds what it holds inside', async ({ page, bench }) => {
    await bench.begin('Box');
    await expect(bench.readings()).toContainText('42.7 ± 0.5 L gross');
    await page.getByRole('radio', { name: 'outside' }).click();
    await bench.type('Length, front to back', '19-7/8 in');
    await bench.type('Width, across', '16 1/4');
    await expect(bench.readings()).toContainText('42.7 ± 0.7 L gross');
    await expect(page.getByRole('button', { name: /^Box/ })).toContainText('504.8 × 412.8 × 244.5 outside');
  });

  test('a disc is turned, and the door follows', async ({ page, bench }) => {
    await bench.begin('Pot or bucket');
    await bench.addDoor('Turning disc');
    await expect(bench.readings()).toContainText('12.6 cm² of door');
    await choose(page.getByLabel('Turned to'), 'closed');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('no door yet');
    await expect(page.getByText('Nothing gets in')).toBeVisible();
    await choose(page.getByLabel('Turned to'), 'excluder');
    await expect(page.getByText('No gap reaches 5.5 mm: drones and most queens cannot pass')).toBeVisible();
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await expect(bench.readings()).toContainText('12.6 cm² of door');
  });

  test('a click on a dimension leads to its field, and an arrow key moves the drawing', async ({ page, bench }) => {
    await bench.begin('Box');
    await bench.drawing().getByText('244.5', { exact: true }).click();
    await expect(bench.field('Height')).toBeFocused();
    await page.keyboard.press('ArrowUp');
    await expect(bench.drawing().getByText('245', { exact: true })).toBeVisible();
  });

  test('on a phone a design is read and changed with a thumb', async ({ page, bench }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await bench.begin('Box');
    await page.getByRole('button', { name: 'Less: Height' }).click();
    await expect(bench.field('Height')).toHaveValue('243');
    const box = await page.getByRole('button', { name: 'Less: Height' }).boundingBox();
    expect(Math.min(box?.width ?? 0, box?.height ?? 0)).toBeGreaterThanOrEqual(44);
    await bench.saved();
  });

  test('every figure shows its working', async ({ page, bench }) => {
    await bench.begin('Box');
    await page.getByRole('button', { name: 'Show working', exact: true }).click();
    await expect(bench.readings()).toContainText('gross = sum of the sections');
    await expect(bench.readings().getByText('Source')).toHaveCount(5);
    await expect(bench.readings().getByText('How sure')).toHaveCount(5);
  });
});

/** Presses Tab until the focus is there, as somebody without a mouse does. */
async function tabTo(page: Page, target: Locator): Promise<void> {
  for (let n = 0; n < 80; n++) {
    if (await target.evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error('The keyboard does not reach it.');
}

/** Drags as a hand does: in many small moves. */
async function drag(page: Page, grip: Locator, target: Locator): Promise<void> {
  await grip.scrollIntoViewIfNeeded();
  const from = (await grip.boundingBox())!;
  const to = (await target.boundingBox())!;
  await page.mouse.move(from.x + 5, from.y + 5);
  await page.mouse.down();
  await page.mouse.move(from.x + 5, from.y - 10, { steps: 5 });
  await page.mouse.move(from.x + 5, to.y + 4, { steps: 25 });
  await page.mouse.up();
}
