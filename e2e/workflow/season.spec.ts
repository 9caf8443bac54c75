import type { Locator, Page } from '@playwright/test';
import { PNG } from 'pngjs';
import { DEMO_PORT } from '../support/ports.js';
import { expect, test } from '../support/test.js';

const DEMO = `http://localhost:${DEMO_PORT}`;

/** What was done last, as the bar at the foot says it. */
const done = (page: Page, words: string | RegExp): Locator => page.getByRole('status').filter({ hasText: words });

test.describe('a season on a telephone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  async function hang(page: Page, trap: RegExp, site: RegExp): Promise<void> {
    await page.goto(`${DEMO}/rounds/hang`);
    await page.getByRole('radio', { name: trap }).tap();
    await page.getByRole('radio', { name: site }).tap();
    await page.getByRole('slider', { name: 'Entrance faces' }).tap({ position: { x: 120, y: 74 } });
    await page.getByRole('button', { name: /^Hung/ }).tap();
    await expect(done(page, /hung at .*, kept\./)).toBeVisible();
  }

  test('three traps hung, five rounds, two catches, one absconds, and the trap hangs again', async ({ page }) => {
    await hang(page, /V-14/, /Old station/);
    await hang(page, /V-04/, /Mill race/);
    await hang(page, /V-15/, /Ferry meadow/);
    await page.goto(`${DEMO}/rounds?view=list`);
    await expect(page.getByRole('link', { name: /V-14 Old station/ })).toContainText('hung today');

    // Five rounds: each look leads to the next trap that is due and may be gone to.
    const seen: string[] = [];
    await page.goto(`${DEMO}/rounds?view=list&show=friday`);
    // The filter that is on stays on when it is touched again.
    const friday = page.getByRole('listbox', { name: 'Which traps' }).getByRole('option', { name: /By Friday/ });
    await friday.click();
    await expect(friday).toHaveAttribute('aria-selected', 'true');
    await expect(page).toHaveURL(/show=friday/);
    await page.getByRole('link', { name: /V-07 Old weir/ }).tap();
    for (const step of ['A few', 'None', '6 to 15 a minute', 'None', 'A few']) {
      const heading = page.getByRole('heading', { level: 1 });
      await expect(heading).not.toHaveText(seen.at(-1) ?? '');
      seen.push((await heading.textContent()) ?? '');
      await page.getByRole('radio', { name: step }).tap();
      await page.getByRole('button', { name: 'All well, next trap' }).tap();
      await expect(done(page, /, kept\./)).toContainText(seen.at(-1)?.match(/V-\d\d/)?.[0] ?? 'V-');
      if (/rounds(\?|$)/.test(page.url())) await page.goto(`${DEMO}/rounds/stays/stay-v-12-2026-04-01/visit`);
    }
    expect(new Set(seen).size).toBe(5);

    // Bees in the new trap at the old station, told by one touch; two catches wait in traps now.
    await page.goto(`${DEMO}/rounds?view=list`);
    await page.getByRole('link', { name: /V-14 Old station/ }).tap();
    await page.getByRole('radio', { name: 'Moved in' }).tap();
    await page.getByRole('button', { name: 'Bees are in' }).tap();
    const inHand = page.getByRole('region', { name: 'In hand' });
    await expect(inHand.getByRole('button', { name: 'V-14 Old station' })).toHaveCount(2);

    // The one from the orchard is carried home, hived, and absconds.
    await inHand.getByRole('button', { name: 'V-11 Lower orchard' }).tap();
    await inHand.getByRole('link', { name: 'Open the steps of V-11' }).tap();
    await page.getByRole('button', { name: 'Carried away' }).tap();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('carried home');
    await page.getByRole('button', { name: 'Hived' }).tap();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('hived');
    await page.getByRole('button', { name: 'Absconded' }).tap();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('lost');

    // Its trap goes up again where it hung: a new stay with a count of its own.
    await page.getByRole('link', { name: 'Hang V-11 again' }).tap();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('V-11 at Lower orchard');
    await page.getByRole('button', { name: /^Hung/ }).tap();
    await expect(done(page, 'V-11 hung at Lower orchard, kept.')).toBeVisible();
    await page.goto(`${DEMO}/catches`);
    await expect(
      page.getByRole('region', { name: 'Lost' }).getByRole('listitem').filter({ hasText: 'V-11' }),
    ).toContainText('Absconded 14 May');
    await page.goto(`${DEMO}/ground/sites/lower-orchard`);
    const stays = page
      .getByRole('region', { name: 'What hung here' })
      .getByRole('listitem')
      .filter({ hasText: 'V-11' });
    await expect(stays).toHaveCount(8);
  });

  test('a visit is logged in two touches, and taken back in one', async ({ page }) => {
    await page.goto(`${DEMO}/rounds/stays/stay-v-06-2026-04-06/visit`);
    await expect(page.getByRole('heading', { level: 1 })).toContainText('V-06');
    let taps = 0;
    const tap = async (target: Locator): Promise<void> => {
      taps += 1;
      await target.tap();
    };
    const began = Date.now();
    await tap(page.getByRole('radio', { name: '6 to 15 a minute' }));
    await tap(page.getByRole('checkbox', { name: 'Bait refreshed' }));
    await tap(page.getByRole('button', { name: 'All well, next trap' }));
    await expect(done(page, 'V-06: 6 to 15 a minute, bait refreshed, kept.')).toBeVisible();
    expect(taps).toBeLessThanOrEqual(4);
    test.info().annotations.push({ type: 'scripted time of a visit', description: `${Date.now() - began} ms` });

    await page.goto(`${DEMO}/rounds/stays/stay-v-06-2026-04-06`);
    const story = page.getByRole('region', { name: 'What was seen and done' }).getByRole('listitem');
    await expect(story.filter({ hasText: 'Thu 14 May' })).toHaveCount(2);
    await page.getByRole('button', { name: 'Remove' }).first().tap();
    await expect(story.filter({ hasText: 'Thu 14 May' })).toHaveCount(1);
    await page.getByRole('button', { name: 'Undo' }).tap();
    await expect(story.filter({ hasText: 'Thu 14 May' })).toHaveCount(2);
  });

  test('a photo is taken at the trap, made small without the place it was taken at, and binned and brought back', async ({
    page,
  }) => {
    await page.goto(`${DEMO}/rounds/stays/stay-v-07-2026-04-03`);
    const large = new PNG({ width: 2400, height: 1200 });
    large.data.fill(0x7f);
    await page.getByLabel('Add a photo').setInputFiles({
      name: 'trap.png',
      mimeType: 'image/png',
      buffer: PNG.sync.write(large),
    });
    const photo = page.getByRole('img', { name: '14 May 2026' });
    await expect(photo).toBeVisible();
    await photo.scrollIntoViewIfNeeded();
    await expect.poll(() => photo.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(1600);
    // Shown from this device at first, and from the server once it was sent.
    await expect(done(page, 'Photo kept, kept.')).toBeVisible();
    await page.reload();
    await photo.scrollIntoViewIfNeeded();
    await expect.poll(() => photo.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(1600);
    const kept = await (await page.request.get(await photo.evaluate((img: HTMLImageElement) => img.src))).body();
    expect(kept.subarray(0, 3)).toEqual(Buffer.from([0xff, 0xd8, 0xff]));
    expect(kept.includes('Exif')).toBe(false);
    await page.getByRole('button', { name: 'Bin 14 May 2026' }).click();
    await expect(photo).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(photo).toBeVisible();
    await page
      .getByLabel('Add a photo')
      .setInputFiles({ name: 'no.png', mimeType: 'image/png', buffer: Buffer.from('no') });
    await expect(page.getByRole('alert')).toContainText('no.png is no picture that this browser can read');
  });

  test('with no signal a look is kept on the telephone, over a reload, and is sent once when the signal is back', async ({
    page,
    allow,
  }) => {
    allow(/acts/, /Failed to load resource/);
    await page.goto(`${DEMO}/rounds/stays/stay-v-16-2026-04-12/visit`);
    await page.getByRole('radio', { name: 'A few' }).waitFor();
    await page.route('**/api/v1/acts/**', (route) => route.abort('internetdisconnected'));
    await page.getByRole('radio', { name: 'A few' }).tap();
    await page.getByRole('button', { name: 'All well, next trap' }).tap();
    await expect(page.getByText('1 waiting here')).toBeVisible();
    await page.reload();
    await expect(page.getByText('1 waiting here, none is lost.')).toBeVisible();
    // The answer to the first sending is lost on the way; the second must not make a second visit.
    let lost = 0;
    await page.unroute('**/api/v1/acts/**');
    await page.route('**/api/v1/acts/**', async (route) => {
      if (lost > 0) return route.continue();
      lost += 1;
      await route.fetch();
      return route.abort('connectionreset');
    });
    await expect(page.getByText('waiting here')).toBeHidden({ timeout: 60_000 });
    expect(lost).toBe(1);
    await page.goto(`${DEMO}/rounds/stays/stay-v-16-2026-04-12`);
    const story = page.getByRole('region', { name: 'What was seen and done' }).getByRole('listitem');
    await expect(story.filter({ hasText: 'Thu 14 May' })).toHaveCount(1);
  });
});

test.describe('the season at the table', () => {
  test('the ribbon is read, walked and opened by keys alone', async ({ page }) => {
    await page.goto(`${DEMO}/rounds`);
    const ribbon = page.getByRole('application', { name: /Season ribbon/ });
    await ribbon.focus();
    const says = page.locator('#ribbon-says');
    await expect(says).toContainText(/V-\d\d, Thu 14 May 2026/);
    const first = await says.textContent();
    await page.keyboard.press('ArrowDown');
    await expect(says).not.toHaveText(first ?? '');
    for (let n = 0; n < 3; n++) await page.keyboard.press('Shift+ArrowLeft');
    await expect(says).toContainText('Thu 23 Apr 2026');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1 })).toContainText(/V-\d\d at .*days|kg/);
    await page.goBack();
    await page.getByRole('radio', { name: 'All years' }).click();
    await expect(page).toHaveURL(/zoom=years/);
    await ribbon.focus();
    await page.keyboard.press('n');
    await expect(page.getByText('Scouts at the entrance?')).toBeVisible();
  });

  test('filters and zoom stay in the address, and the list says why', async ({ page }) => {
    await page.goto(`${DEMO}/rounds?view=list&show=bees`);
    await expect(page.getByRole('region', { name: 'Bees first' })).toBeVisible();
    await expect(page.getByRole('region', { name: 'This week' })).toBeHidden();
    await page.getByRole('option', { name: /^All \d/ }).click();
    await expect(page.getByRole('link', { name: /V-03 Larch ride/ })).toContainText(
      'Two people: one holds the ladder.',
    );
    await expect(page.getByRole('link', { name: /V-05 Quarry lip/ })).toContainText(
      'The owner lets you in on Sat 16 May.',
    );
  });

  test('a site is added by coordinates, mended, moved back, and found by keys', async ({ page }) => {
    await page.goto(`${DEMO}/ground`);
    await page.getByRole('link', { name: 'New site' }).click();
    await page.getByLabel('name', { exact: true }).fill('Heron bend');
    const where = page.getByLabel('coordinates');
    await where.fill('47° 61′ N 13° 12′ E');
    await expect(page.getByRole('alert')).toContainText('is not a pair of coordinates like');
    await where.fill("47° 24.12' N 13° 12.30' E");
    await expect(page.getByRole('alert')).toBeHidden();
    await where.blur();
    await page.getByLabel('a new owner').fill('Notburga Aumoser');
    await page.getByLabel('a new owner').blur();
    await page.getByRole('button', { name: 'Keep the site' }).click();
    await expect(page.getByRole('heading', { name: 'Heron bend' })).toBeVisible();
    await expect(page.getByRole('complementary')).toContainText('Notburga Aumoser');
    await page.getByRole('link', { name: 'The record' }).click();
    await expect(page.getByLabel('coordinates')).toHaveValue('47.40200, 13.20500');
    await page.getByLabel('how to find it').fill('heron nest over the bend');
    await page.getByLabel('how to find it').blur();
    await expect(done(page, 'Heron bend: changed, kept.')).toBeVisible();
    await page.getByRole('heading', { level: 1 }).click();
    await page.keyboard.press('Control+z');
    await expect(page.getByLabel('how to find it')).toHaveValue('');

    await page.goto(`${DEMO}/ground`);
    const mark = page.getByRole('button', { name: /^Heron bend/ });
    await mark.focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('complementary')).toContainText('Heron bend');
    await page.getByRole('button', { name: 'As a list' }).click();
    await page.getByRole('searchbox').fill('heron');
    await expect(page.getByRole('list', { name: 'Sites' }).getByRole('button')).toHaveCount(1);
  });

  test('no name on the map lies on another, at any width or zoom', async ({ page }) => {
    for (const width of [1280, 820, 390]) {
      await page.setViewportSize({ width, height: 800 });
      await page.goto(`${DEMO}/ground`);
      await expect(page.locator('.site').first()).toBeVisible();
      await expect(page.locator('.land:not([hidden])').first()).toBeVisible();
      for (const zoom of ['', 'Zoom in']) {
        if (zoom) await page.getByRole('button', { name: zoom }).click();
        // Letters as they are drawn, not the boxes they were reckoned with.
        const meet = await page.locator('.ground-map').evaluate((map) => {
          const seen = map.getBoundingClientRect();
          const texts = Array.from(map.querySelectorAll('.land:not([hidden]), .site .name, .colony span')).flatMap(
            (one) => {
              const range = document.createRange();
              range.selectNodeContents(one);
              const { left, right, top, bottom, width: wide } = range.getBoundingClientRect();
              const inside =
                wide > 0 && right > seen.left && left < seen.right && bottom > seen.top && top < seen.bottom;
              return inside && getComputedStyle(one).display !== 'none'
                ? [{ left, right, top, bottom, words: one.textContent, land: one.matches('.land') }]
                : [];
            },
          );
          return texts.flatMap((a, n) =>
            texts
              .slice(n + 1)
              .filter(
                (b) =>
                  (a.land || b.land) &&
                  Math.min(a.right, b.right) - Math.max(a.left, b.left) > 2 &&
                  Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > 2,
              )
              .map((b) => `${a.words} / ${b.words}`),
          );
        });
        expect(meet, `at ${width} px ${zoom}`).toEqual([]);
      }
    }
  });

  test('a site stands where the telephone stands', async ({ page, context }) => {
    await context.grantPermissions(['geolocation'], { origin: DEMO });
    await context.setGeolocation({ latitude: -26.2, longitude: 28.05 });
    await page.goto(`${DEMO}/ground/new`);
    await page.getByRole('button', { name: 'Where I stand' }).click();
    await expect(page.getByLabel('coordinates')).toHaveValue('-26.20000, 28.05000');
    await context.clearPermissions();
  });

  test('Stores says where each trap is, which comb is too old, and counts what is left', async ({ page }) => {
    await page.goto(`${DEMO}/stores`);
    await expect(page.getByRole('row', { name: /^V-05/ })).toContainText('hangs at Quarry lip');
    await page.getByRole('link', { name: 'Combs and goods' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^2 combs are too old; 27 lures left$/);
    const combs = page.getByRole('region', { name: 'Combs' }).getByRole('listitem');
    await expect(combs.filter({ hasText: 'V-03 comb 1' })).toContainText('too old since 2026');
    await combs.filter({ hasText: 'V-03 comb 1' }).getByRole('button', { name: 'Melt the comb' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('1 comb is too old');
    const swabs = page.getByRole('region', { name: 'Goods' }).getByRole('listitem').filter({ hasText: 'swab' });
    await swabs.getByRole('button', { name: 'Less: count' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('26 lures left');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('27 lures left');
  });

  test('a record that goes against the others is refused in a sentence, and nothing is lost', async ({
    page,
    allow,
  }) => {
    allow(/409/, /acts/);
    await page.goto(`${DEMO}/rounds/stays/stay-v-03-2026-04-08`);
    await page.getByLabel('hung on').fill('2026-05-12');
    await page.getByLabel('hung on').blur();
    await expect(page.getByRole('alert')).toContainText('is before the trap was hung there');
    await page.getByRole('button', { name: 'I see' }).click();
    await page.reload();
    await expect(page.getByLabel('hung on')).toHaveValue('8 Apr 2026');
  });

  test('the seasons add up by site, and a letter asks the owner in the keeper’s words', async ({ page }) => {
    await page.goto(`${DEMO}/rounds/seasons`);
    const bySeason = page.getByRole('region', { name: 'Season by season' });
    await expect(bySeason.getByRole('row', { name: /^2024/ })).toContainText('11');
    const edge = page.getByRole('region', { name: 'Site by site' }).getByRole('row', { name: /Larch edge/ });
    await expect(edge.getByRole('cell').nth(1)).toHaveText('0');
    await page.goto(`${DEMO}/ground/sites/hop-kiln/letter`);
    await page.getByLabel('Your words').fill('Dear Alban, may we?');
    await page.getByLabel('Our telephone').fill('0664 000 1299');
    await page.reload();
    await expect(page.getByLabel('Your words')).toHaveValue('Dear Alban, may we?');
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByText('Call us: 0664 000 1299')).toBeVisible();
    await expect(page.getByRole('navigation')).toBeHidden();
  });
});
