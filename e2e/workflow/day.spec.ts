import { readFile } from 'node:fs/promises';
import { DEMO_PORT } from '../support/ports.js';
import { choose } from '../support/choose.js';
import { expect, test } from '../support/test.js';

const DEMO = `http://localhost:${DEMO_PORT}`;

interface Plan {
  readonly steps: readonly { readonly code: string; readonly start: string; readonly state: string }[];
}
async function startOf(code: string): Promise<string> {
  const answer = await fetch(`${DEMO}/api/v1/catches/catch-v-11-2026-05-13/plan`);
  return ((await answer.json()) as Plan).steps.find((step) => step.code === code)?.start ?? '';
}

test.describe('the day', () => {
  test('says what to do now and tonight, bees first, with sunset, and leads to where it is done', async ({ page }) => {
    await page.goto(DEMO);
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(
      /^Answer the call, Cider lane; at 21:06 close the entrance/,
    );
    await expect(page.getByText('Sunset 20:36, dark by 21:12')).toBeVisible();
    await expect(page.getByRole('img', { name: /^Earliest .*, Peak .*, Last / })).toBeVisible();
    const tonight = page.getByRole('region', { name: 'Tonight' });
    // Half an hour after sunset, and nobody on a ladder in the dark.
    await expect(tonight.getByRole('listitem').first()).toContainText('21:06');
    await expect(tonight).toContainText('no ladder in the dark');
    await expect(page.getByRole('region', { name: 'Watch' })).toContainText('Expect arrivals on the first warm days');
    await tonight.getByRole('link', { name: /^Open the step “Close/ }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('1.9 kg, in the trap');
  });

  test('a step that happened later takes the rest with it, and is taken back with a key', async ({ page }) => {
    await page.goto(`${DEMO}/catches/catch-v-11-2026-05-13`);
    const steps = page.getByRole('list', { name: 'Steps' });
    const [openBefore, broodBefore] = [await startOf('open'), await startOf('broodCheck')];
    const closing = steps.getByRole('listitem').filter({ hasText: 'Close the entrance' });
    await closing.getByRole('button', { name: 'Move “Close the entrance”' }).press('Enter');
    await closing.getByLabel('to, day').fill('15 May');
    await closing.getByLabel('to, hour').fill('25:15');
    await closing.getByLabel('because').focus();
    await expect(closing).toContainText('The hour is not whole');
    await expect(closing.getByRole('button', { name: 'Move it' })).toBeDisabled();
    await closing.getByLabel('to, hour').fill('2115');
    await closing.getByLabel('because').fill('Rain until late');
    await expect(closing.getByRole('button', { name: 'Move it' })).toBeEnabled();
    await closing.getByRole('button', { name: 'Move it' }).press('Enter');
    await expect(closing).toContainText('Fri 15 May, 21:15');
    expect((await startOf('open')).slice(0, 10)).toBe('2026-05-17');
    expect(await startOf('broodCheck')).toBe(broodBefore);
    await page.keyboard.press('Control+z');
    await expect.poll(() => startOf('open')).toBe(openBefore);

    // Skipping needs a reason; the school is the keeper's.
    const feeding = steps.getByRole('listitem').filter({ hasText: 'Feed' });
    await feeding.getByRole('button', { name: 'Skip “Feed”' }).click();
    await expect(feeding.getByRole('button', { name: 'Skip it' })).toBeDisabled();
    await feeding.getByLabel('because').fill('The lime flows');
    await feeding.getByRole('button', { name: 'Skip it' }).click();
    await expect(feeding).toContainText('skipped');
    await feeding.getByRole('button', { name: 'Not so “Feed”' }).click();
    await expect(feeding).not.toContainText('skipped');
    await page.getByRole('radio', { name: /take it the same evening/ }).click();
    await expect(steps).toContainText('Keep it shut');
    await page.getByRole('radio', { name: /leave it to anchor/ }).click();
    await expect(steps).not.toContainText('Keep it shut');
  });

  test('a bloom is noted by one touch, says how early it is, and is taken back by another', async ({ page }) => {
    await page.goto(`${DEMO}/today`);
    const blooms = page.getByRole('complementary');
    await blooms.getByLabel('What blooms today').fill('Hawthorn');
    await choose(blooms.getByLabel('How far it is'), 'full bloom');
    await blooms.getByRole('button', { name: 'Note it' }).click();
    await expect(blooms.getByRole('listitem').filter({ hasText: 'Hawthorn, full bloom' })).toContainText('14 May');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(blooms.getByText('Hawthorn, full bloom')).toHaveCount(0);
  });

  test('the steps go into a calendar, and the day fits a phone', async ({ page }) => {
    await page.goto(`${DEMO}/today`);
    const saving = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Steps as a calendar' }).click();
    const ics = await readFile(await (await saving).path(), 'utf8');
    expect(ics).toContain('DTSTART:20260514T210600\r\n');
    expect(ics.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true);
    await page.setViewportSize({ width: 390, height: 844 });
    await page.goto(`${DEMO}/today`);
    const first = page.getByRole('region', { name: 'Now' }).getByRole('link').first();
    expect((await first.boundingBox())?.height).toBeGreaterThanOrEqual(48);
    // What is now and tonight stands on one screen, above the keys.
    const keys = await page.getByRole('navigation').last().boundingBox();
    const tonight = await page.getByRole('region', { name: 'Tonight' }).boundingBox();
    expect((tonight?.y ?? 0) + (tonight?.height ?? 0)).toBeLessThanOrEqual(keys?.y ?? 0);
    await page.getByRole('button', { name: /^This week/ }).click();
    await expect(page.getByRole('link', { name: /Take it down: V-11/ })).toBeVisible();
    await page.getByRole('link', { name: 'Today', exact: true }).click();
    await expect(page).toHaveURL(/\/today$/);
  });
});
