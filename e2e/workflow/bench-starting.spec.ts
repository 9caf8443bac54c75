import { choose } from '../support/choose.js';
import { expect, test } from '../support/test.js';

/**
 * Net volume by hand: sections by their sizes less frames of 0.437 L with a starter strip, 0.500 foundation, 0.535 comb,
 * 0.666 dark comb, bars by their sizes; door by its shape less the nail. And what is left to look at: only what the keeper
 * must answer himself.
 */
const COMB = /^Look Dark comb only from your own healthy colonies/;
const POINTS: readonly (readonly [name: string, answer: string, looks: readonly RegExp[]])[] = [
  ['Five-frame nuc', '19.3 L net, a 10.3 cm² door, a 5.8 kg box', [COMB]],
  ['Two five-frame nucs', '41.1 L net, a 10.3 cm² door', [COMB]],
  ['Ten-frame deep, nailed floor', '39.9 L net, a 12.4 cm² door', [COMB]],
  ['Ten-frame deep over a base', '67.6 L net, a 12.4 cm² door', [COMB]],
  ['Nuc over a taller base', '37.5 L net, a 10.3 cm² door', [COMB]],
  ['Three of fence board', '48.0 L net, a 10.3 cm² door', [COMB]],
  ['Form tube with top bars', '39.9 L net, a 10.3 cm² door', []],
  ['Upturned pot with top bars', '34.0 L net, a 10.3 cm² door', []],
  ['Upright pot with a lid and bars', '33.3 L net, a 10.3 cm² door', []],
  ['One foam cooler', '24.5 L net, a 10.3 cm² door', [COMB]],
  ['Two foam coolers, rim to rim', '49.0 L net, a 10.3 cm² door', [COMB]],
  ['Full hive on a deck', '62.6 L net, a 12.4 cm² door', []],
  ['Holding box for nurse bees', '20.2 L net, closed', []],
];

test.describe('bench: starting points', () => {
  for (const [name, answer, looks] of POINTS) {
    test(`${name} opens, computes, warns of nothing it says itself, and is kept`, async ({ page, bench }) => {
      await bench.beginWith(name);
      await expect(page.getByRole('heading', { level: 1 })).toContainText(answer);
      await expect(page.getByRole('alert')).toHaveCount(0);
      const found = await bench.looks();
      expect(found.length, found.join('; ')).toBe(looks.length);
      for (const [n, look] of looks.entries()) expect(found[n]).toMatch(look);
      const holding = name.startsWith('Holding');
      await expect(page.getByText('Would a swarm take it')).toHaveCount(holding ? 0 : 1);
      if (!holding) await expect(page.getByText('Ranking aid, not a catch chance.')).toBeVisible();
      await bench.name(`${name}, mine`);
      await bench.saved();
      await page.reload();
      await expect(page.getByRole('heading', { level: 1 })).toContainText(answer);
      await expect(page.getByText(`${name}, mine`).first()).toBeVisible();
    });
  }

  test('a hive standard begins with its own frames, and its ends hold their lugs', async ({ page, bench }) => {
    await page.goto('/bench/new');
    await choose(page.getByRole('combobox', { name: 'Hive', exact: true }), 'British National 14x12');
    await expect(page.getByText('makers differ by 3–6 mm: measure yours')).toBeVisible();
    await page.getByRole('button', { name: 'Begin with this hive' }).click();
    await expect(bench.readings()).toContainText('49.3 ± ');
    await expect(page.getByText('1 dark comb, 10 starter strips')).toBeVisible();
    expect((await bench.looks()).filter((look) => look.includes('lugs'))).toEqual([]);
  });

  test('the box that stands there is measured with the tape shown, or filled', async ({ page, bench }) => {
    await page.goto('/bench/new');
    const mine = page.getByRole('region', { name: 'From what I have' });
    await mine.getByLabel('Length, front to back', { exact: true }).fill('50 cm');
    await mine.getByLabel('Height', { exact: true }).fill('18 1/2');
    await expect(mine).toContainText('From the floor to the upper rim, inside.');
    await mine.getByLabel('Height', { exact: true }).fill('high');
    await expect(mine.getByRole('alert')).toContainText('Height: “high” is not a length.');
    await choose(mine.getByRole('combobox', { name: 'It is a', exact: true }), 'Filled and measured');
    await expect(mine).toContainText('Pour in water, rice or packing beads');
    await mine.getByLabel('Volume', { exact: true }).fill('27.5');
    await expect(mine.getByRole('status')).toContainText('It holds 27.5 L');
    await mine.getByRole('button', { name: 'Begin with my box' }).click();
    await expect(bench.readings()).toContainText('27.5 ± 1.1 L gross');
    await expect(page.getByText('Weigh the trap when it is built').first()).toBeVisible();
  });
});
