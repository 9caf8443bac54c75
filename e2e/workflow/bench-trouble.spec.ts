import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BenchScreen } from '../support/bench-screen.js';
import { killServers, SERVER_GONE, startServer, stopServer, TROUBLE_URL } from '../support/server.js';
import { expect, test } from '../support/test.js';

test.describe('bench in trouble', () => {
  test.afterEach(killServers);

  for (const choice of ['Keep both, mine as a copy', 'Keep mine', 'Take theirs'] as const) {
    test(`two windows on one design lose nothing: ${choice}`, async ({ context, page, bench, allow }) => {
      allow(/409/);
      await bench.begin('Box');
      await bench.name(`Shared, ${choice}`);
      await bench.saved();
      const second = await context.newPage();
      const other = new BenchScreen(second);
      await second.goto(page.url());
      await expect(other.drawing()).toBeVisible();

      await bench.open(/^Box/);
      await bench.type('Height', '200');
      await bench.saved();
      await other.open(/^Box/);
      await other.type('Height', '300');
      await expect(second.getByRole('alertdialog')).toContainText('Yours');
      await second.getByRole('button', { name: choice, exact: true }).click();
      await expect(second.getByRole('alertdialog')).toHaveCount(0);

      if (choice === 'Keep mine') {
        await other.saved();
        await page.reload();
        await expect(bench.readings()).toContainText('52.5');
      } else {
        await expect(other.readings()).toContainText('35.0');
        await second.getByRole('link', { name: 'All designs' }).click();
        const copies = second.getByRole('link', { name: /my copy/ }).filter({ hasText: choice });
        await expect(copies).toHaveCount(choice === 'Take theirs' ? 0 : 1);
      }
    });
  }

  test('a refused design goes back one step to mine after theirs was taken', async ({
    context,
    page,
    bench,
    allow,
  }) => {
    allow(/409/);
    await bench.begin('Box');
    await bench.saved();
    const second = await context.newPage();
    const other = new BenchScreen(second);
    await second.goto(page.url());
    await other.open(/^Box/);
    await bench.open(/^Box/);
    await bench.type('Height', '200');
    await bench.saved();
    await other.type('Height', '300');
    await second.getByRole('button', { name: 'Take theirs' }).click();
    await expect(other.readings()).toContainText('35.0');
    await second.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(other.readings()).toContainText('52.5');
    await other.saved();
  });

  test('a save that was acknowledged survives a server that is killed', async ({ page, allow }) => {
    allow(...SERVER_GONE, /^failed: .*designs/);
    const folder = await mkdtemp(join(tmpdir(), 'yewridge-killed-'));
    let server = await startServer(folder);
    const bench = new BenchScreen(page);
    await page.goto(`${TROUBLE_URL}/bench`);
    await page.getByRole('button', { name: 'New design' }).first().click();
    await page.getByRole('menuitem', { name: 'Box', exact: true }).click();
    await bench.type('Height', '187');
    await bench.saved();
    await stopServer(server, 'SIGKILL');

    await bench.type('Height', '188');
    await expect(page.getByText(/kept on this device/)).toBeVisible();
    server = await startServer(folder);
    await bench.saved();
    await page.reload();
    await bench.open(/^Box/);
    await expect(bench.field('Height')).toHaveValue('188');

    await bench.type('Height', '189');
    await bench.saved();
    await stopServer(server, 'SIGKILL');
    server = await startServer(folder);
    await page.reload();
    await bench.open(/^Box/);
    await expect(bench.field('Height')).toHaveValue('189');
    expect(await stopServer(server, 'SIGTERM')).toBe(0);
  });

  test('what was typed just before a reload is there after it', async ({ page, bench }) => {
    await bench.begin('Box');
    await bench.saved();
    await bench.type('Height', '211');
    await page.reload();
    await bench.open(/^Box/);
    await expect(bench.field('Height')).toHaveValue('211');
    await bench.saved();
  });

  test('a text that cannot be used is still there after its row was closed and after a reload', async ({
    page,
    bench,
  }) => {
    await bench.begin('Box');
    await bench.type('Width, across', 'as wide as the door');
    await bench.open(/^Roof/);
    await expect(bench.field('Width, across')).toHaveCount(0);
    await bench.open(/^Box/);
    await expect(bench.field('Width, across')).toHaveValue('as wide as the door');
    await page.reload();
    await bench.open(/^Box/);
    await expect(page.getByRole('alert')).toContainText('“as wide as the door” is not a length');
    await bench.field('Width, across').focus();
    await page.keyboard.press('Escape');
    await expect(bench.field('Width, across')).toHaveValue('374.7');
    await page.reload();
    await bench.open(/^Box/);
    await expect(page.getByRole('alert')).toHaveCount(0);
  });

  test('an address that leads nowhere says so and leads on', async ({ page, allow }) => {
    allow(/404/);
    await page.goto('/bench/not-a-design');
    await expect(page.getByRole('alert')).toContainText('Code NOT_FOUND');
    await page.goto('/nowhere');
    await page.getByRole('link', { name: 'Go to the Bench' }).click();
    await expect(page).toHaveURL(/\/bench$/);
  });
});
