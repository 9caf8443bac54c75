import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Download, Locator, Page } from '@playwright/test';
import { choose } from '../support/choose.js';
import { rowsIn, said } from '../support/database.js';
import { killServers, SERVER_GONE, startServer, stopServer, TROUBLE_URL } from '../support/server.js';
import { expect, test } from '../support/test.js';

const field = (page: Page, name: string): Locator => page.getByRole('textbox', { name, exact: true });
const piece = (page: Page, name: RegExp): Locator => page.getByRole('button', { name });
const answer = (page: Page): Locator => page.getByRole('heading', { level: 1 });

async function fill(page: Page, name: string, value: string): Promise<void> {
  await field(page, name).fill(value);
  await field(page, name).blur();
}

/** A board or sheet typed as a keeper types it: its name, its real sizes, its price, and that it is sold. */
async function stock(
  page: Page,
  kind: 'board' | 'sheet',
  name: string,
  sizes: readonly [string, string, string],
  price: string,
): Promise<void> {
  await choose(page.getByRole('combobox', { name: 'Board or sheet' }), kind);
  await page.getByLabel('called').fill(name);
  await page.getByRole('button', { name: 'Put it on the list' }).click();
  const item = page.getByRole('listitem').filter({ hasText: name });
  await expect(item.getByText('Still to say: its real length')).toBeVisible();
  await fill(page, `${name}, long`, sizes[0]);
  await fill(page, `${name}, wide`, sizes[1]);
  await fill(page, `${name}, thick`, sizes[2]);
  await fill(page, `Price of ${name}`, price);
  await item.getByRole('checkbox', { name: 'more can be bought at that price' }).check();
  await expect(item.getByText('no plan uses it')).toHaveCount(0);
}

async function taken(page: Page, button: string | RegExp): Promise<string> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button }).click(),
  ]);
  return kept(download);
}
async function kept(download: Download): Promise<string> {
  const path = join(mkdtempSync(join(tmpdir(), 'yewridge-taken-')), download.suggestedFilename());
  await download.saveAs(path);
  return path;
}

/** Lengths in mm of the level lines of a PDF, as its own content draws them. */
function levelLines(pdf: string): readonly number[] {
  const text = readFileSync(pdf, 'latin1');
  return [...text.matchAll(/([\d.]+) ([\d.]+) m\s+([\d.]+) ([\d.]+) l/g)]
    .map((line) => line.slice(1).map(Number) as [number, number, number, number])
    .filter(([, y1, , y2]) => y1 === y2)
    .map(([x1, , x2]) => (Math.abs(x2 - x1) * 25.4) / 72);
}

/** Lengths of the lines of a DXF in its own units, as another program reads them. */
function dxfLines(file: string): readonly number[] {
  const script =
    'import ezdxf,sys\nfor e in ezdxf.readfile(sys.argv[1]).modelspace().query("LINE"):\n print(round((e.dxf.end-e.dxf.start).magnitude,3))';
  return execFileSync('/usr/bin/python3', ['-c', script, file], { encoding: 'utf8' }).trim().split('\n').map(Number);
}

/** The parts a page lists: name, count, sizes. */
async function parts(page: Page): Promise<readonly string[]> {
  return page
    .locator('yw-parts-list li')
    .evaluateAll((rows) =>
      rows.map((row) =>
        [row.querySelector('.what strong'), row.querySelector('.count strong'), row.querySelector('.what span')]
          .map((one) => one?.textContent.trim() ?? '')
          .join(' | '),
      ),
    );
}

test.describe('the workshop, from an empty workspace', () => {
  let folder = '';
  test.beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'yewridge-saw-'));
  });
  test.afterEach(() => {
    killServers();
  });

  test('three boxes of fence boards: planned, a piece moved by hand, cut, and the next plan begins with the offcut', async ({
    page,
  }) => {
    await startServer(folder);
    await page.goto(`${TROUBLE_URL}/bench/new`);
    await page.getByRole('button', { name: 'Start from this: Three of fence board' }).click();
    await expect(page.getByRole('img', { name: /^Drawing of/ })).toBeVisible();
    await page.getByRole('link', { name: 'Workshop' }).click();

    // Nothing to cut from: each piece is named, and where boards are typed is one touch away.
    await expect(answer(page)).toContainText('not all of it can be cut');
    await expect(page.getByRole('alert').first()).toContainText(
      'no board in Stores or the price list is 19.1 mm thick',
    );
    await page.getByRole('link', { name: 'Boards and prices' }).click();
    await stock(page, 'board', 'Fence board', ['2440', '140', '19'], '4.5');
    await stock(page, 'sheet', 'Ply 12', ['2440', '1220', '12'], '34');
    const goods = rowsIn(folder, 'goods');
    expect(goods.map(said)).toEqual([
      {
        kind: 'board',
        name: 'Fence board',
        count: 0,
        price_each: 4.5,
        length_m: 2.44,
        width_m: 0.14,
        thickness_m: 0.019,
        sold: 1,
      },
      {
        kind: 'sheet',
        name: 'Ply 12',
        count: 0,
        price_each: 34,
        length_m: 2.44,
        width_m: 1.22,
        thickness_m: 0.012,
        sold: 1,
      },
    ]);

    await page.goBack();
    await expect(
      page.getByRole('alert').filter({ hasText: 'no board here is wide enough (140 mm at most)' }).first(),
    ).toBeVisible();
    expect(rowsIn(folder, 'batches')).toEqual([]);
    await page.getByRole('button', { name: 'Make wide pieces of two boards, edge to edge' }).click();
    await expect(answer(page)).toContainText(/1 trap from \d+ boards and a sheet, € \d+ each/);
    await expect(page).toHaveURL(/\/bench\/workshop\/[0-9a-f-]{36}$/);
    await expect(page.getByText('No plan of these boards costs less, proved for each width.')).toBeVisible();
    const design = rowsIn(folder, 'design')[0]?.['id'] as string;
    expect(rowsIn(folder, 'batches').map(said)).toEqual([
      { name: 'Three of fence board', lines: `${design}:1`, edge_joined: 1 },
    ]);

    // Two of them, then a side goes where it does not fit, and where it does.
    await fill(page, 'How many of Three of fence board', '2');
    await expect(answer(page)).toContainText(/2 traps from \d+ boards and a sheet/);
    const first = piece(page, /^side on A1, /).first();
    await first.focus();
    await page.keyboard.press('ArrowDown');
    await expect(page.getByRole('alert')).toContainText(
      /A2 is [\d.]+ mm too short for the side\. It stays where it was\./,
    );
    expect(rowsIn(folder, 'batches')[0]?.['plan']).toBeNull();
    const letters = page.locator('yw-boards-plan .letter').filter({ hasText: /^A/ });
    const boards = await letters.allTextContents();
    const before = await page.getByRole('button', { name: /^side on A1, / }).count();
    const box = (await first.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + 20, box.y + 60, { steps: 4 });
    const lane = (await page.getByText('Let it go here').boundingBox())!;
    await page.mouse.move(lane.x + 80, lane.y + 15, { steps: 6 });
    await page.mouse.up();
    await expect(letters).toHaveCount(boards.length + 1);
    await expect(page.getByRole('button', { name: /^side on A1, / })).toHaveCount(before - 1);
    await expect(page.getByText('plan kept')).toBeVisible();
    await expect(page.getByRole('alert')).toHaveCount(0);
    const plan = JSON.parse(String(rowsIn(folder, 'batches')[0]?.['plan'])) as {
      plan: { boards: { letter: string; plan: { boards: number } }[] };
    };
    expect(plan.plan.boards.find(({ letter }) => letter === 'A')?.plan.boards).toBe(boards.length + 1);
    await page.reload();
    await expect(page.getByText('plan kept')).toBeVisible();
    await expect(letters).toHaveCount(boards.length + 1);

    // At the saw, on a telephone: a cut and a step are ticked, and stay so.
    await page.setViewportSize({ width: 390, height: 844 });
    await page.getByRole('link', { name: 'At the saw' }).click();
    await expect(answer(page)).toContainText('pieces to cut');
    const cuts = Number(/of (\d+) pieces/.exec((await answer(page).textContent()) ?? '')?.[1]);
    await page.getByRole('checkbox', { name: /side$/ }).first().check();
    await page
      .getByRole('checkbox', { name: /^Fence at / })
      .first()
      .check();
    await expect(answer(page)).toContainText(`${cuts - 1} of ${cuts} pieces to cut`);
    await page.getByRole('button', { name: 'The next board' }).click();
    await expect(page.getByRole('heading', { name: 'A2' })).toBeVisible();
    await page.reload();
    await expect(answer(page)).toContainText(`${cuts - 1} of ${cuts} pieces to cut`);
    expect(JSON.parse(String(rowsIn(folder, 'batches')[0]?.['ticks']))).toEqual(['A1-1', 'rip-A']);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect(wide).toBeLessThanOrEqual(0);

    // It is cut: what is worth keeping lies in Stores, with its place, in one act.
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goBack();
    await page.getByRole('button', { name: 'It is cut' }).click();
    await page.getByLabel('Where the offcuts lie').fill('shed, left');
    await page.getByRole('button', { name: 'Put it into Stores' }).click();
    await expect(page.getByText(/^cut \d+ \w+ \d{4}$/)).toBeVisible();
    const offcuts = rowsIn(folder, 'goods').filter((row) => row['offcut'] === 1);
    expect(offcuts.length).toBeGreaterThan(0);
    for (const row of offcuts) {
      expect(row).toEqual(expect.objectContaining({ count: 1, place: 'shed, left', sold: null }));
      expect(Number(row['length_m'])).toBeGreaterThanOrEqual(0.2);
    }
    expect(rowsIn(folder, 'batches')[0]?.['cut_on']).toMatch(/^\d{4}-\d\d-\d\d$/);
    await expect(page.getByRole('button', { name: 'It is cut' })).toHaveCount(0);

    // The next plan of it begins with what is left.
    await page.getByRole('link', { name: 'Three of fence board' }).click();
    await page.getByRole('link', { name: 'Workshop' }).click();
    await page.getByText('Saw and boards').click();
    await page.getByRole('checkbox', { name: 'wide pieces of two boards, edge to edge' }).check();
    await expect(page.getByText(/^an offcut/).first()).toBeVisible();
    await expect(answer(page)).toContainText(/1 trap from/);
  });

  test('papers: the check bar is 100 mm in the file itself, lines of the DXF are as long as the parts, a kerf too wide is refused', async ({
    page,
  }) => {
    await startServer(folder);
    await page.goto(`${TROUBLE_URL}/bench/new`);
    await page.getByRole('button', { name: 'Start from this: Two five-frame nucs' }).click();
    await page.getByRole('link', { name: 'Workshop' }).click();
    await page.getByRole('link', { name: 'Boards and prices' }).click();
    await stock(page, 'board', 'Pine 19', ['3000', '250', '19'], '14');
    await stock(page, 'sheet', 'Ply 12', ['2440', '1220', '12'], '34');
    await page.goBack();
    await expect(answer(page)).toContainText(/1 trap from/);

    await page.getByText('Saw and boards').click();
    await fill(page, 'Saw cut', '300');
    await expect(page.getByRole('alert').filter({ hasText: 'Saw cut' })).toContainText(/20 mm/);
    await expect(field(page, 'Saw cut')).toHaveValue('300');
    await fill(page, 'Saw cut', '');
    expect(rowsIn(folder, 'batches')).toEqual([]);

    const door = await taken(page, 'PDF of Door at true size');
    const lines = levelLines(door).map((length) => length.toFixed(1));
    expect(lines).toContain('100.0');
    expect(lines).toContain('101.6');
    const sheet = await taken(page, 'PDF of the build sheet');
    const text = execFileSync('strings', ['-n', '6', sheet], { encoding: 'utf8' });
    for (const words of ['Take care', 'Parts', 'Order of work', 'Tools', '504.8', '19-7/8'])
      expect(text).toContain(words);

    const listed = await parts(page);
    const longest = Math.max(...listed.map((row) => Number(row.split('| ')[2]?.split(' × ')[0])));
    const drawing = await taken(page, 'DXF of Every part, flat');
    const dxf = dxfLines(drawing);
    const seen = execFileSync('ogrinfo', ['-al', '-so', drawing], { encoding: 'utf8' });
    const entities = readFileSync(drawing, 'utf8').match(/\n0\r\n(LINE|CIRCLE|TEXT)\r\n/g)?.length ?? 0;
    expect(Number(/Feature Count: (\d+)/.exec(seen)?.[1])).toBe(entities);
    expect(dxf.map((length) => length.toFixed(1))).toContain(longest.toFixed(1));
    const svg = readFileSync(await taken(page, 'SVG of Every part, flat'), 'utf8');
    const drawn = [
      ...svg.matchAll(/<line class="OUTLINE"[^>]*x1="([\d.]+)" y1="([\d.]+)" x2="([\d.]+)" y2="([\d.]+)"/g),
    ]
      .map((line) => line.slice(1).map(Number) as [number, number, number, number])
      .map(([x1, y1, x2, y2]) => Math.hypot(x2 - x1, y2 - y1).toFixed(1));
    expect(drawn).toContain(longest.toFixed(1));
  });

  test('a design given away as a file opens in another workspace with the same readings and the same parts', async ({
    page,
    allow,
  }) => {
    allow(...SERVER_GONE);
    const first = await startServer(folder);
    await page.goto(`${TROUBLE_URL}/bench/new`);
    await page.getByRole('button', { name: 'Start from this: Nuc over a taller base' }).click();
    await expect(page.getByRole('status').filter({ hasText: /^saved/ })).toBeVisible();
    const readings = await answer(page).textContent();
    await page.getByRole('link', { name: 'Workshop' }).click();
    await expect(page.locator('yw-parts-list li').first()).toBeVisible();
    const before = await parts(page);
    await page.getByRole('link', { name: 'Boards and prices' }).click();
    await stock(page, 'board', 'Pine 19', ['3000', '250', '19'], '14');
    await page.goBack();
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'JSON' }).click(),
    ]);
    const path = await kept(file);
    await stopServer(first, 'SIGTERM');

    const other = mkdtempSync(join(tmpdir(), 'yewridge-other-'));
    await startServer(other);
    await page.goto(`${TROUBLE_URL}/bench/new`);
    const bad = join(mkdtempSync(join(tmpdir(), 'yewridge-bad-')), 'list.json');
    execFileSync('node', ['-e', `require('node:fs').writeFileSync(${JSON.stringify(bad)}, '{"format":"other"}')`]);
    await page.getByLabel('File of a design').setInputFiles(bad);
    await expect(page.getByRole('alert')).toContainText('list.json holds no design');
    await page.getByLabel('File of a design').setInputFiles(path);
    await expect(page.getByRole('img', { name: /^Drawing of/ })).toBeVisible();
    expect(await answer(page).textContent()).toBe(readings);
    const [mine, theirs] = [folder, other].map(
      (where) => JSON.parse(String(rowsIn(where, 'design')[0]?.['document'])) as unknown,
    );
    expect(theirs).toEqual(mine);
    await page.getByRole('link', { name: 'Workshop' }).click();
    await expect(page.locator('yw-parts-list li').first()).toBeVisible();
    expect(await parts(page)).toEqual(before);
  });
});
