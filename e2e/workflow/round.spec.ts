import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { APIRequestContext, Locator, Page } from '@playwright/test';
import { grave } from '../support/axe.js';
import { rowsIn, said } from '../support/database.js';
import { at, Phone } from '../support/phone.js';
import { killServers, startServer } from '../support/server.js';
import { expect, test } from '../support/test.js';

const CATCH = 'catch-v-11-2026-05-13';
const DAY = '2026-05-15';

/** A Friday evening: one swarm of yesterday is shut and to be carried, one moved in this afternoon. */
async function twoSwarms(request: APIRequestContext): Promise<void> {
  const { now } = (await (await request.get(at('/api/v1/workspace'))).json()) as { readonly now: string };
  const on = await request.post(at('/api/v1/workspace/clock'), { data: { by: 'day', from: now } });
  expect(on.ok()).toBe(true);
  const step = (code: string, when: string): object => ({
    op: 'put',
    table: 'steps',
    id: `step-${code}`,
    revision: 0,
    fields: { catchId: CATCH, code, state: 'done', at: when },
  });
  const today = (await (await request.get(at('/api/v1/today'))).json()) as {
    readonly traps: readonly { readonly number: string; readonly deploymentId: string }[];
  };
  const deploymentId = today.traps.find(({ number }) => number === 'V-07')?.deploymentId;
  const changes = [
    step('closeAtDusk', '2026-05-14T21:10'),
    step('lowerAtFirstLight', `${DAY}T06:00`),
    {
      op: 'put',
      table: 'visits',
      id: 'moved-in',
      revision: 0,
      fields: { deploymentId, at: `${DAY}T16:40`, occupied: true, action: 'none', looked: 'look' },
    },
    {
      op: 'put',
      table: 'catches',
      id: 'catch-v-07',
      revision: 0,
      fields: { deploymentId, foundOn: DAY, method: 'trap', school: 'sameEvening' },
    },
  ];
  const kept = await request.put(at('/api/v1/acts/two-swarms'), { data: { says: 'two swarms', changes } });
  expect(kept.status(), await kept.text()).toBe(201);
}

const heading = (page: Page): Locator => page.getByRole('heading', { level: 1 });
const next = (page: Page): Locator => page.getByRole('region', { name: 'Next stop' });
const rows = (page: Page): Locator => page.getByRole('list', { name: 'Stops of the round' }).getByRole('listitem');
const behind = (page: Page): Locator => page.getByRole('list', { name: 'Stops behind you' }).getByRole('listitem');
const row = (page: Page, number: string): Locator => rows(page).filter({ hasText: number });

/** The plan shown is that of now. */
const settled = (page: Page): Promise<void> => expect(page.locator('.plan.stale')).toHaveCount(0);

/** The telephone's own: what is next is looked at, and the round comes back with the one after. */
async function lookAtNext(page: Page, count: string): Promise<string> {
  const number = (await next(page).getByRole('heading').innerText()).match(/V-\d\d/)?.[0] ?? '';
  await next(page).getByRole('link', { name: 'I am there' }).tap();
  await page.getByRole('radio', { name: count }).tap();
  await page.getByRole('button', { name: /^All well/ }).tap();
  await expect(behind(page).filter({ hasText: number })).toBeVisible();
  await settled(page);
  return number;
}

test.describe('the day’s round', () => {
  test.afterEach(() => {
    killServers();
  });

  test('five looks, one swarm to close and one to carry: walked without a signal, one stop dropped, down the ladder before dark', async ({
    request,
  }) => {
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-round-'));
    await startServer(folder, { demo: true });
    await twoSwarms(request);
    const [visits, steps] = [rowsIn(folder, 'visits').length, rowsIn(folder, 'steps').length];
    const phone = new Phone();
    const page = await phone.open({ signal: true });
    await page.goto(at('/rounds/round'));
    await expect(heading(page)).toHaveText(/^7 stops, \d+ min of light to spare$/);
    await phone.packed(page);
    await phone.signal(false);
    await page.goto(at('/rounds/round'));
    await expect(heading(page)).toHaveText(/^7 stops, \d+ min of light to spare$/);
    await expect(rows(page)).toHaveCount(7);
    // Bees last, at their hours, and nobody is asked to drop them.
    await expect(rows(page).nth(5)).toContainText(/21:07.*V-07/s);
    await expect(rows(page).nth(6)).toContainText(/21:22.*V-11/s);
    await expect(rows(page).nth(6)).toContainText('must');
    expect(await grave(page)).toEqual([]);
    /** Minutes of light after the last stop that needs it, as the strip says them. */
    const light = async (): Promise<number> => {
      const words = await page.locator('yw-round-strip .light-text').innerText();
      const [, hours = '0', minutes = '0'] = /^(?:(\d+) h ?)?(?:(\d+) min)? of light$/.exec(words) ?? [];
      return 60 * Number(hours) + Number(minutes);
    };

    // What goes in is struck through, and still is when the page comes again.
    await page.getByRole('button', { name: /^Load/ }).tap();
    await page.getByRole('checkbox', { name: 'red lamp' }).tap();
    await page.reload();
    await expect(page.getByRole('button', { name: /^Load/ })).toContainText('1 of');

    await page.getByRole('button', { name: 'Set out' }).tap();
    const seen = [await lookAtNext(page, 'A few'), await lookAtNext(page, 'None')];
    // Dropped on the way: it buys what stands there, and the round is planned anew.
    const before = await light();
    const drop = page.getByRole('list', { name: 'Stops of the round' }).getByRole('button', { name: /^Drop/ }).last();
    const dropped = (await drop.locator('xpath=ancestor::li').innerText()).match(/V-\d\d/)?.[0] ?? '';
    const buys = Number((await drop.innerText()).match(/\+(\d+) min/)?.[1]);
    expect(buys).toBeGreaterThan(0);
    await drop.tap();
    await expect(row(page, dropped)).toHaveCount(0);
    // To the minute as each is said.
    await expect.poll(async () => Math.abs((await light()) - before - buys)).toBeLessThanOrEqual(1);
    seen.push(await lookAtNext(page, 'None'), await lookAtNext(page, 'None'));
    expect(new Set([...seen, dropped])).toEqual(new Set(['V-01', 'V-03', 'V-10', 'V-12', 'V-16']));
    await expect(next(page)).toContainText('V-07');
    await expect(next(page)).toContainText('mesh over the entrance');
    expect(rowsIn(folder, 'visits').length).toBe(visits);

    // Where there is a signal all of it is sent; then it gets dark, and the bees are done away from it again.
    await phone.signal(true);
    await expect.poll(() => rowsIn(folder, 'visits').length, { timeout: 60_000 }).toBe(visits + 4);
    await page.getByRole('group', { name: 'Demo clock' }).getByRole('button', { name: 'To dark' }).tap();
    await expect(page.getByRole('group', { name: 'Demo clock' })).toContainText(/21:0\d/);
    // The telephone takes the new hour along before it is away again.
    await expect(async () => {
      await phone.signal(true);
      await page.goto(at('/rounds/round'));
      await expect(next(page)).toBeVisible();
      // It catches up a moment after it was opened.
      await page.waitForTimeout(5000);
      await phone.signal(false);
      await page.goto(at('/rounds/round'));
      await expect(page.locator('yw-away-line')).toHaveText(/As of 21:0\d, no signal/, { timeout: 5000 });
    }).toPass({ timeout: 90_000 });
    await page.getByRole('button', { name: 'The entrance is closed' }).tap();
    await expect(behind(page).filter({ hasText: 'V-07' })).toContainText(/21:0\d/);
    await page.getByRole('button', { name: 'It is carried' }).tap();
    await expect(heading(page)).toHaveText('The round is over');
    await expect(behind(page)).toHaveCount(6);
    await phone.signal(true);
    await expect.poll(() => rowsIn(folder, 'steps').length, { timeout: 60_000 }).toBe(steps + 2);

    const [round] = rowsIn(folder, 'rounds');
    expect(said(round)).toEqual({
      on: DAY,
      leave_at: '18:30',
      from_name: 'Marn apiary',
      from_lat: 47.398651,
      from_lon: 13.218468,
      home_again: 1,
      people: 1,
      left_at: '18:20',
    });
    expect(rowsIn(folder, 'stops').map(said)).toEqual([
      { round_id: round?.['id'], deployment_id: expect.stringContaining(dropped.toLowerCase()), state: 'dropped' },
    ]);
    const looks = rowsIn(folder, 'visits').slice(-4);
    expect(looks.map((look) => look['scouts_per_min'])).toEqual([3, 0, 0, 0]);
    expect(new Set(looks.map((look) => look['at']))).toEqual(new Set([`${DAY}T18:20`]));
    expect(rowsIn(folder, 'steps').slice(-2).map(said)).toEqual([
      { catch_id: 'catch-v-07', code: 'closeAtDusk', state: 'done', at: expect.stringMatching(/^2026-05-15T21:0\d$/) },
      { catch_id: CATCH, code: 'move', state: 'done', at: expect.stringMatching(/^2026-05-15T21:0\d$/) },
    ]);
    await phone.putAway();
  });

  test('planned at the table by keys: another order, times of one’s own, a table that is not square; the files are read by others', async ({
    page,
  }) => {
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-round-'));
    await startServer(folder, { demo: true });
    await page.goto(at('/rounds'));
    await page.getByRole('link', { name: 'Plan the round' }).click();
    await expect(rows(page)).toHaveCount(7);
    expect(rowsIn(folder, 'rounds')).toEqual([]);

    // The first is put later: it is locked there, and what that costs is said.
    const first = (await rows(page).first().innerText()).match(/V-\d\d/)?.[0] ?? '';
    await row(page, first).locator('.what').focus();
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Later' }).press('Enter');
    await expect(rows(page).nth(1)).toContainText(first);
    await expect(rows(page).nth(1)).toContainText(/Locked: stays stop 2; let go: [+−]\d+ min of light/);
    await page.getByRole('button', { name: 'Let it go' }).press('Enter');
    await expect(rows(page).first()).toContainText(first);
    await expect.poll(() => rowsIn(folder, 'stops').filter((stop) => stop['deleted_at_utc'] === null)).toEqual([]);

    // Drawn by the mouse.
    const grip = row(page, first).locator('.grip');
    const from = await grip.boundingBox();
    const to = await rows(page).nth(2).locator('.grip').boundingBox();
    await page.mouse.move((from?.x ?? 0) + 8, (from?.y ?? 0) + 8);
    await page.mouse.down();
    await page.mouse.move((to?.x ?? 0) + 8, (to?.y ?? 0) + 12, { steps: 12 });
    await page.mouse.up();
    await expect(rows(page).nth(2)).toContainText(first);
    await expect
      .poll(() =>
        rowsIn(folder, 'stops')
          .filter((stop) => stop['deleted_at_utc'] === null)
          .map(({ state, place }) => ({ state, place })),
      )
      .toEqual([{ state: 'locked', place: 3 }]);
    await page.getByRole('button', { name: 'Let it go' }).click();
    await expect(rows(page).first()).toContainText(first);

    await page.getByRole('button', { name: /^How long the way takes/ }).click();
    const table = page.locator('input[type=file]');
    const load = (text: string): Promise<void> =>
      table.setInputFiles({ name: 'ways.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
    await load('min,Sawmill,Old weir\nSawmill,0,9');
    await expect(page.getByRole('alert')).toContainText('2 places: a table is square');
    await load('min,Sawmill,Elfin hill\nSawmill,0,9\nElfin hill,9,0');
    await expect(page.getByRole('alert')).toContainText('No site is called Elfin hill');
    expect(rowsIn(folder, 'ways')).toEqual([]);
    await load('min,Sawmill,Old weir\nSawmill,0,9\nOld weir,11,0');
    await expect(page.getByText('2 ways go by your own times')).toBeVisible();
    await expect
      .poll(() => rowsIn(folder, 'ways').map(said))
      .toEqual(
        expect.arrayContaining([
          { from_site_id: 'sawmill', to_site_id: 'old-weir', duration_s: 540 },
          { from_site_id: 'old-weir', to_site_id: 'sawmill', duration_s: 660 },
        ]),
      );

    // Home too early for the bees: it is said, and what to do.
    await page.getByRole('button', { name: /^What it keeps to/ }).click();
    await page.getByRole('combobox', { name: 'Home by' }).fill('20:30');
    await page.getByRole('combobox', { name: 'Home by' }).blur();
    await expect(page.getByRole('alert').first()).toContainText('Bees first takes until 21:');
    await expect(page.getByRole('alert').first()).toContainText('close V-11 tomorrow evening');
    await page.getByRole('combobox', { name: 'Home by' }).fill('18:00');
    await page.getByRole('combobox', { name: 'Home by' }).blur();
    await expect(page.getByText('Home by 18:00 is no later than you leave')).toBeVisible();
    await page.getByRole('combobox', { name: 'Home by' }).fill('');
    await page.getByRole('combobox', { name: 'Home by' }).blur();
    await expect(rows(page)).toHaveCount(7);

    const saved = async (name: string): Promise<string> => {
      const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name }).click()]);
      const path = join(folder, download.suggestedFilename());
      await download.saveAs(path);
      return path;
    };
    const route = await saved('Route (GPX)');
    const read = execFileSync('gpsbabel', ['-r', '-i', 'gpx', '-f', route, '-o', 'gpx', '-F', '-'], {
      encoding: 'utf8',
    });
    const points = [...read.matchAll(/<rtept lat="([\d.]+)" lon="([\d.]+)">.*?<name>(.*?)<\/name>/gs)];
    const sites = rowsIn(folder, 'sites');
    expect(points).toHaveLength(9);
    for (const [, lat, lon, name = ''] of points.slice(1, -1)) {
      const site = sites.find((one) => name.replace(/ V-\d\d$/, '') === one['name']);
      expect(Math.abs(Number(lat) - Number(site?.['lat']))).toBeLessThanOrEqual(1e-6);
      expect(Math.abs(Number(lon) - Number(site?.['lon']))).toBeLessThanOrEqual(1e-6);
    }
    const calendar = await saved('Calendar (ICS)');
    const events = execFileSync(
      '/usr/bin/python3',
      [
        '-c',
        'import icalendar,sys\nfor e in icalendar.Calendar.from_ical(open(sys.argv[1]).read()).walk("VEVENT"): print(e["SUMMARY"], e["DTSTART"].dt.isoformat(), sep="|")',
        calendar,
      ],
      { encoding: 'utf8' },
    );
    expect(events.trim().split('\n')).toHaveLength(7);
    expect(events).toContain('V-11, Lower orchard|2026-05-14T21:06:00');
    expect(await grave(page)).toEqual([]);
  });
});
