import { readFile } from 'node:fs/promises';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DEMO_PORT } from '../support/ports.js';
import { killServers, startServer, stopServer, TROUBLE_URL } from '../support/server.js';
import { choose } from '../support/choose.js';
import { expect, test } from '../support/test.js';

const DEMO = `http://localhost:${DEMO_PORT}`;

async function fetched(path: string): Promise<string> {
  return (await fetch(`${DEMO}/api/v1/files/${path}`)).text();
}
/** What is kept, told by its checksum. */
async function kept(): Promise<string> {
  return (JSON.parse(await fetched('backup.json?owners=true')) as { sha256: string }).sha256;
}

test.describe('files', () => {
  const folder = mkdtempSync(join(tmpdir(), 'yewridge-files-'));
  const file = (name: string, text: string): { name: string; mimeType: string; buffer: Buffer } => ({
    name,
    mimeType: 'application/octet-stream',
    buffer: Buffer.from(text),
  });

  test('a table goes out, is refused with the row named when one is broken, and goes in again when it is mended', async ({
    page,
  }) => {
    await page.goto(`${DEMO}/files`);
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/rows kept in \d+ tables/);
    const saving = page.waitForEvent('download');
    await page.getByRole('link', { name: 'CSV of visits' }).click();
    const download = await saving;
    expect(download.suggestedFilename()).toBe('yewridge-visits-2026-05-14.csv');
    const path = join(folder, 'visits.csv');
    await download.saveAs(path);
    const out = await readFile(path, 'utf8');
    const before = await kept();

    // One cell is spoilt: the row is named, nothing can be taken in.
    const rows = out.split('\r\n');
    const spoilt = rows.map((row, n) => (n === 41 ? row.replace(/,(true|false),/, ',maybe,') : row)).join('\r\n');
    const choose = page.locator('input[type=file]');
    await choose.setInputFiles(file('visits.csv', spoilt));
    const plan = page.getByRole('region', { name: 'visits.csv' });
    await expect(plan.getByRole('status')).toHaveText(/1 place stands against it/);
    await expect(plan.getByRole('row', { name: /row 42/ })).toContainText('occupied');
    await expect(plan.getByRole('row', { name: /row 42/ })).toContainText('"maybe" is neither true nor false');
    await expect(plan.getByRole('button', { name: 'Load it' })).toBeDisabled();
    expect(await kept()).toBe(before);

    // Mended, it is what is kept already.
    await choose.setInputFiles(file('visits.csv', out));
    await expect(plan.getByRole('status')).toHaveText(/kept like that already: there is nothing to do/);
    expect(await kept()).toBe(before);

    // A count put right in the file is the one change, and can be taken back with a key.
    const changed = rows
      .map((row, n) => (n === 41 ? row.replace(/,(true|false),[^,]*,/, ',$1,17,') : row))
      .join('\r\n');
    await choose.setInputFiles(file('visits.csv', changed));
    await expect(plan.getByRole('status')).toHaveText(/^1 changed, \d+ kept like that already/);
    await expect(plan.getByRole('row', { name: /scouts_per_min/ })).toContainText('17');
    await plan.getByRole('button', { name: 'Load it' }).click();
    await expect(page.getByText('Loaded visits.csv: 1 changed')).toBeVisible();
    expect(await fetched('tables/visits')).toBe(changed);
    await page.keyboard.press('Control+z');
    await expect.poll(() => fetched('tables/visits')).toBe(out);
  });

  test('places of a map file are looked over one by one before they become sites', async ({ page }) => {
    await page.goto('/files');
    const gpx = (...points: readonly string[]): string => `<gpx version="1.1">${points.join('')}</gpx>`;
    const ford = '<wpt lat="47.40000" lon="13.20000"><ele>600</ele><name>Beech by the ford</name></wpt>';
    await page.locator('input[type=file]').setInputFiles(file('walk.gpx', gpx(ford)));
    const plan = page.getByRole('region', { name: 'walk.gpx' });
    await plan.getByRole('button', { name: 'Load it' }).click();
    await expect(page.getByText('Loaded walk.gpx: 1 new')).toBeVisible();

    const twin = '<wpt lat="47.40010" lon="13.20000"><name>The old beech</name></wpt>';
    const loft = '<wpt lat="47.41000" lon="13.21000"><name>Bell loft</name></wpt>';
    await page.locator('input[type=file]').setInputFiles(file('walk.gpx', gpx(twin, loft)));
    await expect(plan.getByText('from Beech by the ford: the same?')).toBeVisible();
    await plan.getByRole('checkbox', { name: /The old beech/ }).uncheck();
    await expect(plan.getByRole('status')).toHaveText(/^1 new/);
    await plan.getByRole('button', { name: 'Load it' }).click();
    // The first file said the same words: what counts is that both sites are kept.
    const sites = async (): Promise<number> => {
      const answer = await page.request.get('/api/v1/records/sites');
      return ((await answer.json()) as { total: number }).total;
    };
    await expect.poll(sites).toBe(2);
    await page.goto('/ground?view=list');
    await expect(page.getByRole('button', { name: /^Bell loft/ })).toBeVisible();
    await expect(page.getByRole('button', { name: /^The old beech/ })).toHaveCount(0);
  });

  test('a keeper looks a row up in the book, puts it right by keys, and finds what was written before', async ({
    page,
    allow,
  }) => {
    allow(/^409 .*acts/, /status of 409/);
    const keep = async (): Promise<void> => {
      await expect(page.getByRole('button', { name: 'Keep it' })).toBeEnabled();
      await page.getByRole('button', { name: 'Keep it' }).press('Enter');
    };
    await page.goto(`${DEMO}/files/book/phenology`);
    await page.getByRole('link', { name: 'Write a row' }).click();
    await expect(page.getByRole('button', { name: 'Keep it' })).toBeDisabled();
    await page.getByLabel('species').fill('Blackthorn');
    await choose(page.getByLabel('stage'), 'full bloom');
    // Refused, nothing is lost and there is no page of a row that is none.
    await page.getByLabel('day').fill('4.6.2026');
    await page.getByLabel('day').press('Tab');
    await keep();
    await expect(page.getByRole('alert')).toContainText('2026-06-04 is still to come');
    await page.getByRole('button', { name: 'I see' }).click();
    await expect(page.getByLabel('species')).toHaveValue('Blackthorn');
    await page.getByLabel('day').fill('2 April');
    await page.getByLabel('day').press('Tab');
    await keep();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/2 Apr 2026, Blackthorn, full bloom/);
    await page.getByLabel('day').fill('2026-04-04');
    await page.getByLabel('day').press('Tab');
    await keep();
    await expect(page.getByText('day: 2 Apr 2026 → 4 Apr 2026')).toBeVisible();
    // A day to come is refused in a sentence; what was typed stays.
    await page.getByLabel('day').fill('4.6.2026');
    await page.getByLabel('day').press('Tab');
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByRole('alert')).toContainText('2026-06-04 is still to come');
    await expect(page.getByLabel('day')).toHaveValue('4 Jun 2026');
    await page.getByRole('button', { name: 'I see' }).click();

    await page.getByRole('button', { name: 'Put into the bin' }).click();
    await expect(page.getByText('This row is in the bin')).toBeVisible();
    await page.goto(`${DEMO}/files/book/phenology?bin=true`);
    await page.getByRole('link', { name: /Blackthorn/ }).click();
    await page.getByRole('button', { name: 'Take out of the bin' }).click();
    await expect(page.getByLabel('species')).toHaveValue('Blackthorn');
  });
});

test.describe('files in trouble', () => {
  test.afterEach(() => {
    killServers();
  });

  const ROWS = 1500;
  const KILLS = 8;
  const bytes = { 'content-type': 'application/octet-stream' };
  const send = (id: string, text: string, query = ''): Promise<Response> =>
    fetch(`${TROUBLE_URL}/api/v1/files/taken/${id}${query}`, { method: 'PUT', headers: bytes, body: text });
  const lines = async (): Promise<number> => {
    const text = await (await fetch(`${TROUBLE_URL}/api/v1/files/tables/visits`)).text();
    return text.split('\r\n').length - 2;
  };

  test(`killed ${KILLS} times in the middle of a file, the server has none of it, and then all of it`, async () => {
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-half-'));
    let server = await startServer(folder);
    await send('t', 'id,name,volume_m3,entrance_m2\nt1,V-01,0.04,0.0012\n', '?table=traps');
    await send('s', 'id,name,lat,lon,permission\ns1,Old weir,47.4,13.2,granted\n');
    await send('d', 'id,trap_id,site_id,hung_on\nd1,t1,s1,2024-04-01\n');
    const visits = Array.from({ length: ROWS }, (_, n) => {
      const [day, hour, minute] = [1 + Math.floor(n / 1200), Math.floor((n % 1200) / 60), n % 60].map((one) =>
        `${one}`.padStart(2, '0'),
      );
      return `v${n},d1,2024-05-${day}T${hour}:${minute},false`;
    });
    const file = ['id,deployment_id,at,occupied', ...visits].join('\n');
    let cutOff = 0;
    for (let kill = 0; kill < KILLS; kill++) {
      const taking = send(`v-${kill}`, file).then(
        ({ ok }) => ok,
        () => false,
      );
      // Another moment each time, from the first rows on.
      await new Promise((resolve) => setTimeout(resolve, 60 + 50 * kill));
      await stopServer(server, 'SIGKILL');
      const answered = await taking;
      server = await startServer(folder);
      const found = await lines();
      // What was answered is there; what was not may be there whole, or not at all.
      expect(answered ? [ROWS] : [0, ROWS]).toContain(found);
      if (found === ROWS) break;
      cutOff += 1;
    }
    expect(cutOff).toBeGreaterThan(2);
    const last = await send('v-last', file);
    expect(last.ok).toBe(true);
    expect(await lines()).toBe(ROWS);
    await stopServer(server, 'SIGKILL');
  });
});
