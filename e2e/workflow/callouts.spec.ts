import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { grave, inColours } from '../support/axe.js';
import { CallScreen, WALL } from '../support/call-screen.js';
import { rowsIn, said } from '../support/database.js';
import { killServers, startServer, TROUBLE_URL } from '../support/server.js';
import { expect, test } from '../support/test.js';

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };
test.use(PHONE);

const SWARM = {
  'What do they look like?': 'Honeybees',
  'Was it sprayed or dusted, by anybody?': 'No',
  'May we work there: does the owner agree?': 'Yes',
  'Is it yours, or are you passing by?': 'Owner',
  'Since when have they been there?': '3 hours',
  'How high, from the ground you stand on?': '1 m',
  'How far is the nearest overhead wire?': '20 m or none',
  'Does anybody there react badly to stings?': 'No',
};

test.describe('call-outs on a telephone', () => {
  let folder = '';
  let calls: CallScreen;
  test.beforeEach(async ({ page }) => {
    // Nothing here waits for longer on one touch: what cannot be touched is told at once.
    page.setDefaultTimeout(30_000);
    folder = mkdtempSync(join(tmpdir(), 'yewridge-calls-'));
    await startServer(folder, { demo: true });
    calls = new CallScreen(page, TROUBLE_URL);
  });
  test.afterEach(() => {
    killServers();
  });

  // The demo's own ids are words with a year; what was tapped has a random id, in which any digits may come.
  const RANDOM_ID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
  const mine = (table: string, column = 'id'): readonly Readonly<Record<string, unknown>>[] =>
    rowsIn(folder, table).filter((row) => RANDOM_ID.test(String(row[column])));

  test('a wall from the call to eggs seen: no signal at work, two alarms, a queen nobody saw, and the record holds what was tapped', async ({
    page,
    context,
    allow,
  }) => {
    test.setTimeout(420_000);
    allow(/ERR_INTERNET_DISCONNECTED/, /failed: /);
    // The call, with one hand.
    await calls.log('They go in and out of a hole', 'Mill house, barn wall', 'Hedwig Aumoser');
    const asked = await calls.answer(WALL);
    expect(asked.slice(0, 3)).toEqual([
      'What do they look like?',
      'Was it sprayed or dusted, by anybody?',
      'May we work there: does the owner agree?',
    ]);
    await calls.write('combs seen', '3');
    await calls.write('a comb is long', '300');
    await calls.write('a comb is high', '400');
    await calls.tap(/^Plan it/);

    // Before leaving: the hours, the list, the rig.
    await page.getByRole('link', { name: /^Before leaving/ }).tap();
    await expect(page.getByRole('heading', { level: 1 })).toContainText(/start|too late/i);
    await page.getByRole('combobox', { name: 'Rig' }).tap();
    await page.getByRole('option', { name: 'Loft rig, 50 mm' }).tap();
    await page.getByRole('combobox', { name: 'power for the vacuum' }).tap();
    await page.getByRole('option', { name: 'mains' }).tap();
    await calls.write('people', '2');
    const kit = page.getByRole('list', { name: 'What to take' });
    await kit.getByRole('checkbox', { name: /Residual-current device/ }).check();
    await kit.getByRole('checkbox', { name: /^Hose here/ }).check();
    await expect(page.getByRole('heading', { name: /2 of \d+ packed/ })).toBeVisible();
    // On paper it is one page.
    const paper = await page.pdf({
      format: 'A4',
      margin: { top: '10mm', bottom: '10mm', left: '10mm', right: '10mm' },
    });
    expect(paper.toString('latin1').match(/\/Type\s*\/Page[^s]/g)?.length).toBe(1);
    await page.getByRole('link', { name: 'Back to the call' }).tap();
    await calls.tap('On my way');
    await calls.tap('I am there');

    // From here on there is no signal.
    await context.setOffline(true);
    await page.getByRole('link', { name: /^Start work/ }).tap();
    const start = page.getByRole('button', { name: /^Start / });
    await expect(start).toHaveAttribute('aria-disabled', 'true');
    await calls.tickAll('Cautions');
    await start.tap();
    await expect(page.getByText('kept here')).toBeVisible();
    const alarm = page.getByRole('region', { name: 'Alarm' });
    await expect(alarm).toContainText('Nothing asks for you.');
    await page.getByText('20 times faster').tap();

    // Suction until the screen is covered; a pause clears it, and the box is taken on until it is hot.
    await calls.tap(/^Start suction/);
    await expect(page.getByRole('button', { name: /All in, close down/ })).toBeDisabled();
    await expect(alarm).toContainText('Screen covered', { timeout: 90_000 });
    await calls.tap(/^Stop suction/);
    await expect(alarm).not.toContainText('Screen covered', { timeout: 60_000 });
    await calls.tap(/Brood comb/);
    await calls.tap(/Brood comb/);
    await calls.tap(/Honey comb/);
    await calls.tap(/Brood comb/);
    await expect(page.getByRole('button', { name: /^3 Brood comb/ })).toBeVisible();
    // A wrong tap is taken back alone.
    await calls.tap(/Undo/);
    await expect(page.getByRole('button', { name: /^2 Brood comb/ })).toBeVisible();
    await calls.tap(/Box full/);
    await calls.tap(/Dead bees/);
    await calls.tap(/^Start suction/);
    await expect(alarm).toContainText(/Box 3[89]/, { timeout: 90_000 });
    await expect(alarm).toContainText('Shut the port, then stop.');
    await calls.tap(/^Stop suction/);
    await expect(alarm).toContainText('Slide the lid off its mesh.');
    await expect(alarm).not.toContainText('over 38', { timeout: 60_000 });
    await page.getByText('20 times faster').tap();

    // Closing, in order: nobody can be left with a hole open.
    await calls.tap(/All in, close down/);
    const shut = page.getByRole('button', { name: /^Boxes are shut/ });
    await expect(shut).toHaveAttribute('aria-disabled', 'true');
    const steps = await calls.closeDown();
    expect(steps[0]).toBe('A last look for the queen and stragglers');
    expect(steps.indexOf('Shut the port')).toBeLessThan(steps.indexOf('Switch the source off'));
    expect(steps.indexOf('Switch the source off')).toBeLessThan(steps.indexOf('Loosen the strap a little'));
    await expect(shut).toContainText('whether the queen was seen');
    await page.getByRole('radio', { name: 'not seen' }).click();
    await page.getByRole('radio', { name: 'a cup' }).click();
    await shut.tap();
    await calls.tap(/^The box rests/);
    await page.getByLabel('Where does the box rest?').fill('barn, north side');
    await page.getByRole('button', { name: 'The box rests', exact: true }).tap();
    await expect(page.getByText(/waiting here/)).toBeVisible();
    expect(mine('collections', 'callout_id')).toEqual([]);

    // The signal is back: everything goes out, once.
    await context.setOffline(false);
    await expect(page.getByText(/waiting here/)).toBeHidden({ timeout: 60_000 });

    // Nobody saw her, and the signs speak for her.
    await calls.tap('They fan, gland open');
    await calls.tap('Stragglers walk in');
    await expect(page.getByText('The queen is likely with them; nobody has seen her.')).toBeVisible();
    const step = (name: string) =>
      page.getByRole('list', { name: 'Steps' }).getByRole('listitem').filter({ hasText: name });
    await expect(step('Join bees and comb')).toContainText('Brood chills within hours');
    const order = await page
      .getByRole('list', { name: 'Steps' })
      .getByRole('listitem')
      .locator('strong')
      .allInnerTexts();
    expect(order.indexOf('Look for disease')).toBeGreaterThan(-1);
    expect(order.indexOf('Look for disease')).toBeLessThan(order.indexOf('No eggs by now: unite'));

    // Joined with its brood, shut, opened, looked at, counted, eggs.
    await calls.tap(/^Joined with/);
    await page.getByLabel('Where do they stand?').fill('West apiary');
    await page.getByRole('button', { name: 'Joined', exact: true }).tap();
    await expect(step('Join bees and comb')).toContainText('done');
    await step('Keep them shut in').getByRole('button', { name: /Done/ }).tap();
    await expect(step('Keep them shut in')).toContainText('done');
    await step('Let them fly').getByRole('button', { name: /Done/ }).tap();
    await step('Look for disease').getByRole('button', { name: /Done/ }).tap();
    const eggs = page.getByRole('button', { name: /^Settled/ });
    await expect(eggs).toContainText('how many were dead in the box');
    await calls.write('bees, alive and dead', '9000');
    await calls.write('dead in the box', '60');
    await expect(eggs).toContainText('eggs were seen');
    await eggs.tap();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Eggs seen: settled');

    // The report, as a page of PDF.
    await page.getByRole('link', { name: 'Report for the owner' }).tap();
    await calls.write('what was found', 'Three combs behind the boards.');
    await expect(page.getByRole('article', { name: 'The report' })).toContainText('Three combs behind the boards.');
    const download = page.waitForEvent('download');
    await calls.tap('Save as PDF');
    expect(
      readFileSync(await (await download).path())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');

    // The database beside what was tapped.
    const [call] = mine('callouts');
    expect(said(call)).toEqual(
      expect.objectContaining({
        place: 'Mill house, barn wall',
        caller: 'Hedwig Aumoser',
        caller_is: 'owner',
        kind: 'structure',
        bees: 'honeybees',
        poison: 'no',
        permission: 'granted',
        since_h: 720,
        height_m: 1,
        allergy: 'none',
        mains: 'near',
        wiring: 'no',
        asbestos: 'no',
        repairs_by: 'keeper',
        combs_seen: 3,
        comb_length_m: 0.3,
        comb_height_m: 0.4,
        rig_id: 'vellmark-loft-rig',
        power: 'mains',
        persons: 2,
        packed: 'hose,rcd',
        rest_place: 'barn, north side',
        joined_to: 'West apiary',
        state: 'settled',
        found: 'Three combs behind the boards.',
      }),
    );
    // Nothing that nobody said.
    for (const never of ['lat', 'lon', 'fee', 'access', 'notes', 'reason', 'shakeable', 'public_way']) {
      expect(said(call)[never], never).toBeUndefined();
    }
    const [taken] = mine('collections', 'callout_id');
    expect(said(taken)).toEqual(
      expect.objectContaining({
        boxes_full: 1,
        dead_seen: 10,
        queen: 'notSeen',
        left_behind: 'cup',
        bees: 9000,
        dead: 60,
      }),
    );
    expect(Number(taken?.['peak_temp_k'])).toBeGreaterThan(311);
    const spells = mine('spells');
    expect(spells.length).toBe(2);
    const [first, second] = spells.map((row) => [String(row['started_at']), String(row['stopped_at'])] as const);
    expect(first![0] < first![1] && first![1] < second![0] && second![0] < second![1]).toBeTruthy();
    expect(
      mine('pieces')
        .filter(({ deleted_at_utc: gone }) => gone === null)
        .map(({ use }) => use)
        .sort(),
    ).toEqual(['brood', 'brood', 'honey']);
    expect(
      mine('signs')
        .map(({ sign }) => sign)
        .sort(),
    ).toEqual(['entering', 'fanning']);
    const caught = rowsIn(folder, 'catches').filter(({ id }) => id === call?.['catch_id']);
    expect(caught.map(said)).toEqual([
      { found_on: '2026-05-14', method: 'cutOut', place: 'Mill house, barn wall', went_to: 'West apiary' },
    ]);
  });

  test('a hanging swarm is taken in under a minute of tapping; its caged queen comes out by her date', async ({
    page,
  }) => {
    await calls.log('A cluster hangs', 'Ferry meadow, willow');
    await calls.answer(SWARM);
    let taps = 0;
    const tap = async (name: string | RegExp): Promise<void> => {
      taps += 1;
      await calls.tap(name);
    };
    await tap(/^Plan it/);
    await tap('I am there');
    await page.getByRole('link', { name: /^Start work/ }).tap();
    await calls.tickAll('Cautions');
    await tap(/^Start /);
    await tap(/^Queen caged|Queen caged/);
    await tap(/All in, close down/);
    taps += (await calls.closeDown()).length;
    await page.getByRole('radio', { name: 'caged', exact: true }).click();
    await page.getByRole('radio', { name: 'none', exact: true }).click();
    await tap(/^Boxes are shut/);
    expect(taps).toBeLessThan(14);

    await calls.tap(/^The box rests/);
    await page.getByLabel('Where does the box rest?').fill('under the willow');
    await page.getByRole('button', { name: 'The box rests', exact: true }).tap();
    await expect(page.getByText('The queen is with them.')).toBeVisible();
    const out = page
      .getByRole('list', { name: 'Steps' })
      .getByRole('listitem')
      .filter({ hasText: 'Take cage or excluder out' });
    await expect(out).toContainText('Out BY the end');
    await calls.tap(/^Joined with/);
    await page.getByLabel('Where do they stand?').fill('West apiary');
    await page.getByRole('button', { name: 'Joined', exact: true }).tap();
    // Two days on the cage is on the day's list, with its date.
    for (let n = 0; n < 3; n++) {
      await page.getByRole('button', { name: 'Day on' }).tap();
      await expect(page.getByRole('group', { name: 'Demo clock' })).toContainText(`${15 + n} May 2026`);
    }
    await expect(page.getByRole('heading', { level: 1 })).not.toContainText('At rest');
    await page.goto(`${TROUBLE_URL}/today`);
    const due = page
      .getByRole('listitem')
      .filter({ hasText: 'Take cage or excluder out' })
      .filter({ hasText: 'willow' });
    await expect(due).toContainText(/OUT by Sun 17 May, 18:00/);
    await due.getByRole('link').first().tap();
    await out.getByRole('button', { name: /Done/ }).tap();
    await expect(out).toContainText('done');
    const [task] = mine('tasks').filter(({ code }) => code === 'restraintOut');
    expect(said(task)).toEqual(
      expect.objectContaining({ code: 'restraintOut', state: 'done', planned_end: '2026-05-17T18:00' }),
    );
  });

  test('the place of a call is touched on the map, on the ground or on a site, and kept once', async ({ page }) => {
    await calls.log('A cluster hangs', 'Ferry meadow, willow');
    const kept = () => mine('callouts').map(({ lat, lon, revision }) => ({ lat, lon, revision }));
    expect(kept()).toEqual([{ lat: null, lon: null, revision: 1 }]);
    const place = page.getByRole('link', { name: /place on the map$/ });
    await place.tap();
    const map = page.getByRole('region', { name: 'Map of the sites' });
    await expect(page.getByRole('button', { name: 'Touch where the call is' })).toBeVisible();
    await map.tap({ position: { x: 300, y: 380 } });
    await expect(place).toHaveText('Touch another place on the map');
    const [ground] = kept();
    expect(ground).toEqual({ lat: expect.any(Number), lon: expect.any(Number), revision: 2 });
    await place.tap();
    await map.getByRole('button', { name: /Old station/ }).tap();
    await expect(page.getByRole('heading', { name: 'The call', exact: true })).toBeVisible();
    await expect.poll(() => kept()[0]?.revision).toBe(3);
    expect(kept()[0]).not.toEqual(expect.objectContaining({ lat: ground?.lat }));
    // The address has forgotten it: nothing is kept a second time.
    await page.reload();
    await expect(place).toBeVisible();
    expect(page.url()).not.toContain('lat=');
    expect(kept()[0]?.revision).toBe(3);
  });

  test('a poisoned colony is passed on with whom to call, and nothing of it is touched', async ({ page }) => {
    await calls.log('They go in and out of a hole', 'School, roof');
    await calls.answer({
      'What do they look like?': 'Honeybees',
      'Was it sprayed or dusted, by anybody?': 'Yes',
    });
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(
      'Do not go; call a firm licensed to clear treated nests',
    );
    await expect(page.getByText('Nobody touches bees, comb or honey')).toBeVisible();
    await expect(page.getByRole('button', { name: /^Plan it/ })).toHaveAttribute('aria-disabled', 'true');
    await calls.tap('Pass it on');
    await page.getByLabel('Whom did you pass it on to?').fill('Firm of the district');
    await page.getByRole('button', { name: 'Pass it on', exact: true }).last().tap();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(
      'Passed on to Firm of the district; the bees were not touched',
    );
    expect(mine('collections', 'callout_id')).toEqual([]);
  });

  test('two telephones that close one job: the second is told, and loses nothing', async ({ page, browser, allow }) => {
    allow(/409/, /422/, /failed: .*changes/, /ERR_FAILED/);
    await calls.log('A cluster hangs', 'Cider press, pear');
    await calls.answer(SWARM);
    await calls.tap(/^Plan it/);
    await calls.tap('I am there');
    await page.getByRole('link', { name: /^Start work/ }).tap();
    await calls.tickAll('Cautions');
    await calls.tap(/^Start /);
    await calls.tap(/All in, close down/);
    await calls.closeDown();
    await expect(page.getByText('kept here')).toBeHidden();
    // Windows of one telephone would tell each other.
    const second = await browser.newContext({
      ...PHONE,
      timezoneId: 'Europe/Vienna',
      locale: 'en-GB',
      serviceWorkers: 'block',
    });
    const other = await second.newPage();
    // The second hears nothing of the first until it sends something itself.
    await other.route('**/api/v1/changes**', (route) => route.abort());
    await other.goto(page.url());
    await other.getByRole('radio', { name: 'caged', exact: true }).waitFor();
    await page.getByRole('radio', { name: 'not seen' }).click();
    await page.getByRole('radio', { name: 'none', exact: true }).click();
    await page.getByRole('button', { name: /^Boxes are shut/ }).tap();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Boxes shut');
    await other.getByRole('radio', { name: 'caged', exact: true }).click();
    const both = other.getByRole('alert').filter({ hasText: 'Two values' });
    await expect(both.getByRole('row', { name: /queen/ })).toHaveText(/queen\s*caged\s*not seen/);
    await both.getByRole('button', { name: 'Keep what is there' }).click();
    await expect(both).toHaveCount(0);
    const [taken] = mine('collections', 'callout_id');
    expect(taken?.['queen']).toBe('notSeen');
    await second.close();
  });

  test('at work every target is 48 pixels or more, and nothing stands under the bar at the foot', async ({ page }) => {
    await page.emulateMedia({ reducedMotion: 'reduce' });
    await calls.log('A cluster hangs', 'Larch ride');
    await calls.answer(SWARM);
    await calls.tap(/^Plan it/);
    await calls.tap('I am there');
    await page.getByRole('link', { name: /^Start work/ }).tap();
    await calls.tickAll('Cautions');
    await calls.tap(/^Start /);
    await expect(page.getByRole('button', { name: /All in, close down/ })).toBeVisible();
    for (const size of [
      { width: 390, height: 844 },
      { width: 360, height: 640 },
    ]) {
      await page.setViewportSize(size);
      for (const theme of ['day', 'night', 'dusk']) {
        await inColours(page, theme);
        expect(await grave(page), theme).toEqual([]);
      }
      const small = await page.locator('yw-live-page button:visible, yw-live-page a:visible').evaluateAll((all) =>
        all
          .filter((one) => !one.closest('yw-size-field, mat-slide-toggle'))
          .map((one) => ({ text: one.textContent.trim(), box: one.getBoundingClientRect() }))
          .filter(({ box }) => box.height < 47.5)
          .map(({ text }) => text),
      );
      expect(small).toEqual([]);
      const last = page.getByRole('region', { name: 'Box temperature' });
      await last.scrollIntoViewIfNeeded();
      await page.evaluate(() => {
        window.scrollTo(0, document.documentElement.scrollHeight);
      });
      const [box, bar] = await Promise.all([last.boundingBox(), page.getByRole('navigation').last().boundingBox()]);
      expect(box!.y + box!.height).toBeLessThanOrEqual(bar!.y + 1);
    }
  });
});
