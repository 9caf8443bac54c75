import { DEMO_PORT } from '../support/ports.js';
import { expect, test } from '../support/test.js';

const DEMO = `http://localhost:${DEMO_PORT}`;

test.describe('shell', () => {
  test('the demo says that it is one, and when', async ({ page }) => {
    await page.goto(`${DEMO}/`);
    await expect(page).toHaveURL(/\/today$/);
    await expect(page).toHaveTitle('Today, Yewridge');
    await page.goto(`${DEMO}/bench`);
    const clock = page.getByRole('group', { name: 'Demo clock' });
    await expect(clock).toContainText('Thu, 14 May 2026, 18:20');
    await expect(clock).toContainText('demo clock, Vellmark Swarm Watch');
    await expect(page.getByRole('article')).toHaveCount(7);
    const faces = await page.evaluate(() =>
      Array.from(document.fonts as unknown as Iterable<FontFace>)
        .filter((face) => face.status === 'loaded')
        .map((face) => face.family.replace(/"/g, '')),
    );
    expect(new Set(faces)).toEqual(new Set(['Zilla Slab', 'IBM Plex Sans']));
  });

  test('keys go to places, change units and explain themselves', async ({ page }) => {
    await page.goto(`${DEMO}/settings`);
    await page.getByRole('radio', { name: /Dusk/ }).click();
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'dusk');
    await page.keyboard.press('Escape');
    await page.locator('main').focus();
    await page.keyboard.press('g');
    await page.keyboard.press('b');
    await expect(page.getByRole('article').first()).toContainText(' L net');
    await page.keyboard.press('u');
    await expect(page.getByRole('article').first()).toContainText(' gal net');
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog')).toContainText('Go to Bench');
    await page.keyboard.press('Escape');
    await page.reload();
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'dusk');
    await expect(page.getByRole('article').first()).toContainText(' gal net');
  });

  test('where less motion is asked for, colours change at once', async ({ page }) => {
    await page.emulateMedia({ reducedMotion: 'reduce' });
    await page.goto('/bench');
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    const fading = await page.evaluate(() => {
      document.documentElement.dataset['theme'] = 'night';
      return document.getAnimations().length;
    });
    expect(fading).toBe(0);
  });

  test('on a phone every place is at the foot', async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await page.goto(`${DEMO}/today`);
    await page.getByRole('button', { name: 'More', exact: true }).click();
    await page.getByRole('link', { name: 'Bench', exact: true }).click();
    await expect(page.getByRole('article').first()).toBeVisible();
    await page.getByRole('link', { name: 'Rounds', exact: true }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('traps');
  });
});
