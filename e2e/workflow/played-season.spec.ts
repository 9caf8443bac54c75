import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { killServers, SERVER_GONE, startServer, stopServer, TROUBLE_URL } from '../support/server.js';
import { minutesFrom, sunOf } from '../support/sunset.js';
import { choose, find } from '../support/choose.js';
import { expect, test } from '../support/test.js';

const API = `${TROUBLE_URL}/api/v1`;
/** Old weir in Vellmark, summer time. */
const WEIR = { lat: 47.4, lon: 13.2, offsetMin: 120 };
/** The almanac's minutes, the rounding of the plan, and the width of the valley. */
const MINUTES = 4;

interface Step {
  readonly code: string;
  readonly start: string;
  readonly end: string;
  readonly state: string;
}
interface Plan {
  readonly deploymentId: string;
  readonly steps: readonly Step[];
}
async function asked<T>(path: string): Promise<T> {
  return (await (await fetch(`${API}${path}`)).json()) as T;
}

async function clockSteps(page: Page, name: 'Day on' | 'Week on' | 'To dark' | 'To morning'): Promise<string> {
  const clock = page.getByRole('group', { name: 'Demo clock' });
  const before = (await clock.textContent()) ?? '';
  await clock.getByRole('button', { name }).click();
  await expect(clock).not.toHaveText(before);
  return (await asked<{ now: string }>('/today')).now;
}

/** Each step's time by the sun of its day, worked out another way. */
function expectBySun(steps: readonly Step[]): void {
  const at = (minute: string): { readonly date: string; readonly rise: number; readonly set: number; of: number } => {
    const date = minute.slice(0, 10);
    return { date, ...sunOf(date, WEIR), of: minutesFrom(date, minute) };
  };
  const near = (minute: number, wanted: number, what: string): void => {
    expect(Math.abs(minute - wanted), what).toBeLessThanOrEqual(MINUTES);
  };
  for (const { code, start, end } of steps) {
    const [from, to] = [at(start), at(end)];
    const what = `${code} ${start} to ${end}`;
    // What ends after midnight belongs to the evening it began on.
    const ends = minutesFrom(from.date, end);
    if (code === 'closeAtDusk') {
      near(from.of, from.set + 30, what);
      near(ends, from.set + 90, what);
    }
    if (code === 'lowerAtFirstLight') {
      near(from.of, from.rise, what);
      near(ends, from.rise + 90, what);
      expect(from.of, `daylight: ${what}`).toBeGreaterThanOrEqual(from.rise - MINUTES);
    }
    if (code === 'shade') {
      near(from.of, from.rise + 90, what);
      near(ends, from.set + 30, what);
    }
    if (code === 'move') {
      near(from.of, from.set + 45, what);
      near(ends, from.set + 210, what);
    }
    if (code === 'open') near(from.of, from.rise, what);
    if (code === 'feed') {
      near(from.of, from.set - 60, what);
      near(to.of, to.set, what);
    }
    if (code === 'rehang') expect([from.of, to.of], what).toEqual([9 * 60, 18 * 60]);
    if (code === 'transfer') expect([from.of, to.of], what).toEqual([11 * 60, 15 * 60]);
    if (code === 'broodCheck') expect([from.of, to.of], what).toEqual([11 * 60, 15 * 60]);
  }
}

test.describe('a season is played', () => {
  test.afterEach(() => {
    killServers();
  });

  test('the clock goes on until a swarm moves in; its track leads to a settled colony and a trap hung again', async ({
    page,
  }) => {
    await startServer(mkdtempSync(join(tmpdir(), 'yewridge-played-')), { demo: true });
    await page.goto(TROUBLE_URL);
    await expect(page.getByRole('group', { name: 'Demo clock' })).toContainText('Thu, 14 May 2026, 18:20');
    // The call-outs of the demo go their own way.
    const now = page
      .getByRole('region', { name: 'Now' })
      .getByRole('listitem')
      .filter({ hasNotText: /Answer the call|Churchyard/ });
    await expect(now.first()).toContainText('a stream of scouts, by the simulated sensor');

    // Day by day, until a sensor says that bees moved in.
    let stepped = 0;
    while (!((await now.first().textContent()) ?? '').includes('seem to have moved in')) {
      expect(stepped, 'a swarm comes within ten days').toBeLessThan(10);
      await clockSteps(page, 'Day on');
      stepped += 1;
    }
    await expect(now.first()).toContainText('Look at V-07');
    await expect(now.first()).toContainText('simulated');

    // Nobody has looked: the keeper does, and sees what there is to see.
    await now
      .first()
      .getByRole('link', { name: /^Log a visit/ })
      .click();
    await page.getByRole('button', { name: 'Take that' }).click();
    await page.getByRole('button', { name: 'Bees are in' }).click();
    const inHand = page.getByRole('region', { name: 'In hand' }).getByRole('listitem').filter({ hasText: 'V-07' });
    const name = inHand.getByRole('button', { name: /^V-07/ });
    if ((await name.getAttribute('aria-expanded')) === 'false') await name.click();
    await inHand.getByRole('link', { name: 'Open the steps of V-07' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('in the trap');
    const catchId = new URL(page.url()).pathname.split('/').at(-1) ?? '';
    const plan = (): Promise<Plan> => asked<Plan>(`/catches/${catchId}/plan`);
    expectBySun((await plan()).steps);

    // They cluster and fan: she is with them.
    await page.getByRole('checkbox', { name: /cluster in one corner/ }).check();
    await page.getByRole('checkbox', { name: /fan at the entrance/ }).check();
    await expect(page.getByText('She is likely in.')).toBeVisible();

    const list = page.getByRole('list', { name: 'Steps' });
    const step = (name: string) => list.getByRole('listitem').filter({ hasText: name });
    const begins = async (code: string): Promise<string> =>
      (await plan()).steps.find((one) => one.code === code)?.start ?? '';
    const evening = async (code: string): Promise<void> => {
      const start = await begins(code);
      let minute = (await asked<{ now: string }>('/today')).now;
      while (minute.slice(0, 10) < start.slice(0, 10)) minute = await clockSteps(page, 'Day on');
      if (minute < start) await clockSteps(page, 'To dark');
    };
    const done = async (name: string): Promise<void> => {
      await step(name)
        .getByRole('button', { name: `Done “${name}”` })
        .click();
      await expect(step(name)).toContainText('done');
    };

    // Anchored for two days, closed at dusk, down at first light, carried the next evening.
    await evening('closeAtDusk');
    await expect(step('Close the entrance')).toContainText('now');
    await done('Close the entrance');
    await clockSteps(page, 'To morning');
    await expect(step('Take it down')).toContainText('now');
    await done('Take it down');
    expectBySun((await plan()).steps.filter(({ state }) => state !== 'done'));
    await clockSteps(page, 'To dark');
    await page.getByLabel('to', { exact: true }).fill('Marn apiary');
    await page.getByRole('button', { name: 'Carried away' }).click();
    await expect(step('Carry it to its place')).toContainText('done');

    // The place is not left empty: another box hangs there.
    await page.goto(`${TROUBLE_URL}/today`);
    await page.getByRole('link', { name: /^Hang it “Hang the trap again: V-07/ }).click();
    await page.getByRole('radio', { name: /V-04/ }).click();
    await page.getByRole('button', { name: /^Hung/ }).click();
    await page.goto(`${TROUBLE_URL}/catches/${catchId}`);
    await expect(step('Hang the trap again')).toContainText('done');

    await clockSteps(page, 'To morning');
    await done('Open the entrance');
    // On to the day of the transfer; eggs are looked for when their time has come.
    const transfer = (await begins('transfer')).slice(0, 10);
    while ((await asked<{ today: string }>('/today')).today < transfer) await clockSteps(page, 'Day on');
    await page.getByLabel('frames', { exact: true }).fill('8');
    await page.getByRole('button', { name: 'Hived' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('hived');
    const brood = (await begins('broodCheck')).slice(0, 10);
    while ((await asked<{ today: string }>('/today')).today < brood) await clockSteps(page, 'Day on');
    await page.getByRole('button', { name: 'Eggs seen', exact: true }).click();
    // Eggs are one thing, settled another: that takes a week on its stand as well.
    const week = new Date(Date.parse(transfer) + 7 * 86_400_000).toISOString().slice(0, 10);
    if (brood < week) await expect(page.getByRole('heading', { level: 1 })).toContainText('eggs seen');
    while ((await asked<{ today: string }>('/today')).today < week) await clockSteps(page, 'Day on');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('settled');
    expect((await plan()).steps.find(({ code }) => code === 'broodCheck')?.state).toBe('done');

    // The site has its trap, with bees first still in order, and nothing on this catch is left open.
    const { traps } = await asked<{ traps: readonly { number: string; site: string }[] }>('/rounds/due');
    expect(traps.find(({ site }) => site === 'Old weir')?.number).toBe('V-04');
    const left = (await plan()).steps.filter(({ state }) => state === 'late' || state === 'now');
    expect(left).toEqual([]);
  });

  test('a cold snap that comes nearer moves the season, and arrivals are expected after it', async ({ page }) => {
    await startServer(mkdtempSync(join(tmpdir(), 'yewridge-snap-')), { demo: true });
    interface Season {
      readonly prediction: { readonly peak: { readonly date: string; readonly lo: number; readonly hi: number } };
      readonly day: number;
      readonly curve: readonly number[];
      readonly lag: { readonly mean: number };
      readonly delayed: { readonly from: string; readonly mass: readonly number[] };
    }
    const season = async (): Promise<Season> => (await asked<{ season: Season }>('/today')).season;
    await page.goto(`${TROUBLE_URL}/today/season`);
    await expect(page.getByText('A cold snap until Wed 20 May')).toBeVisible();
    const before = await season();
    const bands = page.getByRole('img', { name: /^Earliest .*Peak/ });
    const told = await bands.getAttribute('aria-label');
    // Nobody flies on the days of the snap; they bunch on the first days after it.
    const onDay = ({ delayed }: Season, date: string): number =>
      delayed.mass[(Date.parse(date) - Date.parse(delayed.from)) / 86_400_000] ?? NaN;
    expect(onDay(before, '2026-05-18')).toBe(0);
    const undisturbed = before.curve[before.day - 1 + 7] ?? NaN;
    expect(onDay(before, '2026-05-21')).toBeGreaterThan(2 * undisturbed);
    for (let n = 0; n < 7; n++) await clockSteps(page, 'Day on');
    const after = await season();
    // A week of cold makes the year later than it was, and the whole season with it.
    expect(after.lag.mean).toBeGreaterThan(before.lag.mean);
    expect(after.prediction.peak.lo).toBeGreaterThan(before.prediction.peak.lo);
    await expect(bands).not.toHaveAttribute('aria-label', told ?? '');
  });

  test('readings of a sensor of one’s own come in over a restart of the server, none lost and none twice', async ({
    page,
    allow,
  }) => {
    // The list may just be fetched anew, as the device has taken its rows along.
    allow(...SERVER_GONE, /Failed to load resource/, /ERR_/, /^failed: .*\/(devices|readings)/, /EventSource/);
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-stream-'));
    let server = await startServer(folder, { demo: true });
    await page.goto(`${TROUBLE_URL}/devices`);
    await choose(page.getByLabel('It is'), 'a sensor in a trap');
    await page.getByRole('button', { name: 'Register it' }).click();
    await expect(page.getByRole('alert')).toHaveText('Choose the trap it hangs in.');
    await find(page.getByRole('combobox', { name: 'In trap' }), 'V-09, Cider press');
    await page.getByLabel('Its name').fill('Press 1');
    await page.getByRole('button', { name: 'Register it' }).click();
    const values = page.getByRole('definition');
    const [id, key] = [(await values.nth(0).textContent())?.trim(), (await values.nth(1).textContent())?.trim()];
    await page.getByRole('button', { name: 'I have noted it' }).click();
    await expect(page.getByText(key ?? '')).toHaveCount(0);

    // Every reading is one kilogram heavier than the one before, so that each can be told apart.
    let sent = 0;
    const send = async (): Promise<void> => {
      const at = new Date(Date.parse('2026-05-14T00:00:00Z') + sent * 600_000).toISOString();
      const answer = await fetch(`${API}/devices/${id}/readings`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', authorization: `Bearer ${key}` },
        body: JSON.stringify({ readings: [{ at, massKg: sent }] }),
      });
      expect(answer.status).toBe(200);
      sent += 1;
    };
    const line = page.getByRole('table', { name: 'Devices' }).getByRole('row').filter({ hasText: 'Press 1' });
    for (let n = 0; n < 5; n++) await send();
    await expect(line).toContainText('4.0 kg');
    await expect(line).toContainText('5 readings');
    await stopServer(server, 'SIGKILL');
    await expect(page.getByText('The connection to the server is lost')).toBeVisible();
    server = await startServer(folder, { demo: true });
    for (let n = 0; n < 5; n++) await send();
    await expect(line).toContainText('9.0 kg', { timeout: 40_000 });
    // Counted on the screen as they came: none lost, none twice; and so it is kept.
    await expect(line).toContainText('10 readings');
    await expect(page.getByText('The connection to the server is lost')).toBeHidden();
    const kept = await asked<{ items: readonly { massKg: number }[] }>(`/readings?deviceId=${id}`);
    expect(kept.items.map(({ massKg }) => massKg)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9]);

    await line.getByRole('button', { name: 'Remove “Press 1”' }).click();
    await page.getByRole('button', { name: 'Remove it' }).click();
    await expect(line).toContainText('its key no longer works');
    await stopServer(server, 'SIGTERM');
  });
});
