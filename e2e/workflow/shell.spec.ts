import { AxeBuilder } from '@axe-core/playwright';
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

  for (const theme of ['day', 'night', 'dusk'] as const) {
    test(`nothing keeps anybody out by ${theme}`, async ({ page }) => {
      test.setTimeout(600_000);
      await page.addInitScript((wanted) => {
        localStorage.setItem('yewridge.theme', wanted);
      }, theme);
      for (const [path, ready] of [
        ['/today', 'yw-weather-panel li'],
        ['/today/season', 'yw-season-chart svg'],
        ['/devices', 'section tr.mat-mdc-row'],
        ['/rounds/stays/stay-v-12-2026-04-01', 'yw-sensor-chart svg'],
        ['/catches/catch-v-14-2026-05-08', 'yw-plan-track li'],
        ['/bench', 'article'],
        ['/bench/vellmark-tall-nuc', '[aria-label^="Drawing of"]'],
        ['/bench/new', 'section'],
        ['/bench/compare?ids=vellmark-tall-nuc,vellmark-two-coolers', 'table'],
        ['/bench/swarm-size', 'section'],
        ['/bench/vellmark-tall-nuc/load', 'yw-mass-band svg'],
        ['/bench/vellmark-upturned-pot/true-size', 'section'],
        ['/bench/vellmark-tall-nuc/versions', '#version-2'],
        ['/suction', 'li'],
        ['/suction/vellmark-loft-rig', 'yw-matter-bars'],
        ['/suction/vellmark-loft-rig/heat', 'yw-heat-chart svg'],
        ['/suction/vellmark-loft-rig/screen', 'table'],
        ['/suction/vellmark-loft-rig/losses', 'table'],
        ['/suction/vellmark-loft-rig/calibrate', 'section'],
        ['/suction/vellmark-loft-rig/trim-card', 'img'],
        ['/suction/vellmark-loft-rig/versions', 'section'],
        ['/suction/compare?ids=vellmark-loft-rig,vellmark-orchard-rig', 'table'],
        ['/stores', 'tr.mat-mdc-row'],
        ['/stores/traps/vellmark-v-04', 'yw-trap-label'],
        ['/stores/labels', 'yw-trap-label'],
        ['/stores/shelf', 'li'],
        ['/ground?site=old-weir', 'aside'],
        ['/ground?view=list', 'yw-ground-page li'],
        ['/ground/sites/old-weir', 'yw-site-form'],
        ['/ground/sites/old-weir/letter', 'article'],
        ['/ground/new', 'yw-site-form'],
        ['/rounds', 'canvas'],
        ['/rounds?view=list', 'yw-due-list li'],
        ['/rounds/hang', 'yw-compass'],
        ['/rounds/seasons', 'table'],
        ['/rounds/stays/stay-v-05-2026-04-06', 'ol li'],
        ['/rounds/stays/stay-v-05-2026-04-06/visit', 'yw-scout-steps'],
        ['/catches', 'yw-colony-line svg'],
        ['/catches?span=season&season=2024', 'section li a'],
        ['/catches/catch-v-02-2026-04-30', 'ol li'],
        ['/catches/new', 'section'],
        ['/files', 'section li'],
        ['/files/book/visits', 'tr.mat-mdc-row'],
        ['/files/book/sites/old-weir', 'yw-row-form'],
        ['/settings', '[role=radiogroup]'],
      ] as const) {
        await page.goto(DEMO + path);
        await page.locator(ready).first().waitFor({ timeout: 30_000 });
        if (path.endsWith('tall-nuc')) {
          await page.getByRole('button', { name: 'Try a site' }).click();
          for (const row of [/^Board on a limb stub/, /^Lid, comb and boards/, /^Room/, /^5-frame deep/]) {
            await page.getByRole('button', { name: row }).click();
          }
          await page.getByRole('button', { name: 'Show working', exact: true }).click();
        }
        if (path.endsWith('loft-rig')) {
          await page.getByRole('button', { name: /^Hose/ }).click();
          await page.getByRole('button', { name: 'Show working', exact: true }).click();
        }
        const { violations } = await new AxeBuilder({ page }).analyze();
        const grave = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
        expect(grave.map(({ id, nodes }) => `${path} ${id}: ${nodes[0]?.html ?? ''}`)).toEqual([]);
      }
    });
  }

  test('on a phone nothing is cut off and every place is at the foot', async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    for (const path of [
      '/today',
      '/today/season',
      '/catches/catch-v-14-2026-05-08',
      '/bench',
      '/bench/new',
      '/bench/swarm-size',
      '/bench/vellmark-tall-nuc',
      '/bench/vellmark-form-tube',
      '/bench/vellmark-tall-nuc/load',
      '/bench/vellmark-tall-nuc/versions',
      '/suction',
      '/suction/vellmark-loft-rig',
      '/suction/vellmark-orchard-rig',
      '/suction/vellmark-loft-rig/heat',
      '/suction/vellmark-loft-rig/screen',
      '/suction/vellmark-loft-rig/losses',
      '/suction/vellmark-loft-rig/calibrate',
      '/suction/vellmark-loft-rig/trim-card',
      '/suction/compare?ids=vellmark-loft-rig,vellmark-orchard-rig',
      '/stores',
      '/stores/traps/vellmark-v-04',
      '/stores/shelf',
      '/ground',
      '/ground?site=old-weir',
      '/ground/sites/old-weir',
      '/ground/new',
      '/rounds',
      '/rounds?view=ribbon',
      '/rounds/hang',
      '/rounds/seasons',
      '/rounds/stays/stay-v-05-2026-04-06',
      '/rounds/stays/stay-v-05-2026-04-06/visit',
      '/catches',
      '/catches/catch-v-02-2026-04-30',
      '/catches/new',
      '/files',
      '/files/book/visits',
      '/files/book/sites/old-weir',
      '/settings',
    ]) {
      await page.goto(DEMO + path);
      await page.getByRole('heading', { level: 1 }).waitFor();
      await page.waitForLoadState('networkidle');
      const wide = await page.evaluate(() => document.documentElement.scrollWidth);
      expect(wide, path).toBeLessThanOrEqual(390);
    }
    // These listen to the sensors for as long as they are open, so the network never rests.
    for (const path of ['/devices', '/rounds/stays/stay-v-12-2026-04-01']) {
      await page.goto(DEMO + path);
      await page.getByText('simulated').first().waitFor();
      const wide = await page.evaluate(() => document.documentElement.scrollWidth);
      expect(wide, path).toBeLessThanOrEqual(390);
    }
    await page.getByRole('button', { name: 'More', exact: true }).click();
    await page.getByRole('link', { name: 'Bench', exact: true }).click();
    await expect(page.getByRole('article').first()).toBeVisible();
    await page.getByRole('link', { name: 'Rounds', exact: true }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('traps');
  });
});
