import { readFile } from 'node:fs/promises';
import { HIDDEN_TRUTH } from '../support/hidden-truth.js';
import type { Locator } from '@playwright/test';
import { choose } from '../support/choose.js';
import { expect, test } from '../support/test.js';

const MM_PER_POINT = 25.4 / 72;

/** The number that follows a word in a sentence. */
function figure(text: string, pattern: RegExp): number {
  const found = pattern.exec(text)?.[1];
  if (found === undefined) throw new Error(`no figure for ${String(pattern)} in: ${text}`);
  return Number(found);
}

/** Lengths in mm of the straight lines of a page of an uncompressed PDF. */
function lineLengths(pdf: string): readonly number[] {
  return [...pdf.matchAll(/(-?[\d.]+) (-?[\d.]+) m\s+(-?[\d.]+) (-?[\d.]+) l\s+S/g)].map((line) => {
    const [x1 = 0, y1 = 0, x2 = 0, y2 = 0] = line.slice(1).map(Number);
    return Math.hypot(x2 - x1, y2 - y1) * MM_PER_POINT;
  });
}

test.describe('suction: a rig that is right before a bee goes through it', () => {
  test('a newcomer trims a big mains vacuum into the band, swaps the nozzle, clogs the screen and prints the card', async ({
    page,
    suction,
  }) => {
    await suction.begin('Top box with a sliding floor');
    await suction.part('Source');
    await choose(page.getByRole('combobox', { name: 'Machine', exact: true }), 'Wet/dry vacuum, small');
    await choose(page.getByRole('combobox', { name: 'Machine', exact: true }), 'Wet/dry vacuum, large');
    await expect(suction.readings()).toContainText('One meets 15000 Pa to 25000 Pa sealed');
    await suction.part('Hose');
    await suction.field('Bore').fill('50');

    // Too hard: in words, as a fall, and in the histogram.
    await expect(suction.answer()).toHaveText(/bees land at 7\.\d/);
    await expect(suction.readings()).toContainText(/7\.\d m\/s, as if dropped from [\d.]+ m; 19 in 20 below [89]/);
    await expect(suction.readings()).toContainText('they land too hard');
    await expect(page.getByRole('img', { name: /100 in 100 above the limit/ })).toBeVisible();

    // Dragged into the band: the handle says where it stands.
    expect(await suction.says()).toContain('too hard');
    const before = figure(await suction.says(), /^([\d.]+) mm open/);
    await suction.drag(200);
    await expect.poll(() => suction.says()).toMatch(/carries surely$/);
    expect(figure(await suction.says(), /^([\d.]+) mm open/)).toBeGreaterThan(before + 40);
    await expect(suction.readings()).toContainText('inside the safe band');
    await expect(suction.readings()).toContainText(
      /The landing sets the tight end, carrying them up the hose the open end/,
    );
    await expect(
      page.getByRole('img', { name: /Landing speeds of 2000 simulated bees.* [0-5] in 100 above/ }),
    ).toBeVisible();

    // Half a millimetre by key, and back in one step.
    const trimmed = await suction.says();
    await page.locator('body').press('.');
    await expect.poll(() => suction.says()).not.toBe(trimmed);
    await page.locator('body').press(',');
    await expect.poll(() => suction.says()).toBe(trimmed);

    // The narrow nozzle takes pressure: its mark is tighter, and the screen says why.
    await suction.part('Mouth');
    await choose(page.getByRole('combobox', { name: 'In use', exact: true }), '38 mm nozzle');
    await expect(suction.readings()).toContainText(
      /in the 38 mm nozzle: it takes pressure, so the hose gets ([\d.]+) m\/s instead of ([\d.]+) m\/s at this gate; so its mark is at [\d.]+ mm, the open hose’s at [\d.]+ mm/,
    );
    const why = await suction.readings().innerText();
    expect(figure(why, /its mark is at ([\d.]+) mm/)).toBeLessThan(figure(why, /open hose’s at ([\d.]+) mm/) - 5);
    expect(await suction.says()).not.toMatch(/carries surely$/);

    // Bees on the screen: the pull grows until it is said.
    await suction.saved();
    await suction.more('Screen and slides');
    await expect(suction.answer()).toHaveText(/^Holds until \d+ % of it is covered/);
    await page.getByRole('slider', { name: /Covered by bees/ }).fill('0.95');
    await expect(page.getByText('As it stands a bee on it is free')).toHaveCount(0);
    await expect(page.getByText(/Fully covered: \d+ Pa, \d+ times a bee’s weight: pinned to it/)).toBeVisible();
    await page.getByRole('slider', { name: /Covered by bees/ }).fill('0');
    await expect(page.getByText('As it stands a bee on it is free')).toBeVisible();

    // The card: a mark for each nozzle, and a bar that is 100.0 mm on paper.
    await suction.saved();
    await page.getByRole('link', { name: 'Top box with a sliding floor' }).click();
    await page.getByRole('link', { name: 'Trim card' }).click();
    await expect(suction.answer()).toHaveText('Trim card on A4');
    await expect(page.getByRole('img', { name: /Open hose: safe .* 38 mm nozzle: safe .* 100 mm/ })).toBeVisible();
    const saving = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save as PDF' }).click();
    const file = await (await saving).path();
    const pdf = await readFile(file, 'latin1');
    expect(pdf.startsWith('%PDF-')).toBe(true);
    const lengths = lineLengths(pdf);
    expect(lengths.filter((length) => Math.abs(length - 100) < 0.05).length).toBe(1);
    // The gate's own scale at true size: 90 mm of travel.
    expect(lengths.filter((length) => Math.abs(length - 90) < 0.05).length).toBe(1);
    expect(pdf).toContain('Trim card of the bleed gate');
  });

  test('the hidden machine of the simulated manometer is found, accepted as a version, and the old one kept', async ({
    page,
    suction,
  }) => {
    await suction.begin('Down-draught hive floor');
    await suction.saved();
    await page.getByRole('link', { name: 'Calibrate' }).click();
    await expect(page.getByRole('button', { name: 'Listen to the manometer' })).toHaveCount(0);
    await expect(page.getByText('Empty box, lid on, no bees.')).toBeVisible();
    await page.getByRole('checkbox', { name: /The box is empty/ }).check();
    const gate = page.getByRole('slider', { name: /Gate set to/ });
    const readings = page.getByRole('group', { name: /^Reading \d/ });
    const take = async (opening: string, count: number): Promise<void> => {
      await gate.fill(opening);
      const live = page.getByRole('button', { name: 'Take this reading' });
      if (!(await live.isVisible())) await page.getByRole('button', { name: 'Listen to the manometer' }).click();
      await expect(page.getByText(/^Simulated: \d+ Pa in the box/)).toBeVisible();
      await expect(async () => {
        await live.click();
        await expect(readings).toHaveCount(count, { timeout: 700 });
      }).toPass();
    };
    await expect(page.getByText('Begin with the bleed wide open: it is the safe one.')).toBeVisible();
    await take('1', 1);
    await take('0.6', 2);
    await take('0.35', 3);
    await take('0', 4);
    await expect(page.getByText(/Read once with the port shut and the bleed at 0.3/)).toBeVisible();

    // With the port shut the bleed has to stand open first.
    await page.getByRole('button', { name: 'Stop listening' }).click();
    await page.getByRole('checkbox', { name: 'port shut with a plate' }).check();
    await expect(page.getByRole('alert')).toContainText('the bleed must be at least 0.3 open; it is 0.00');
    await expect(page.getByRole('button', { name: 'Listen to the manometer' })).toBeDisabled();
    await take('0.3', 5);

    const found = page.getByRole('table', { name: 'What the readings say' });
    const between = async (row: RegExp): Promise<readonly [number, number]> => {
      const text = await found.getByRole('row', { name: row }).innerText();
      const [, low = '', high = ''] = /between ([\d.]+) \S+ to ([\d.]+)/.exec(text) ?? [];
      return [Number(low), Number(high)];
    };
    await expect(page.getByText(/times what an instrument does: a good fit/)).toBeVisible();
    const [lowSuction, highSuction] = await between(/^Suction/);
    expect(HIDDEN_TRUTH.sealedSuction).toBeGreaterThan(lowSuction);
    expect(HIDDEN_TRUTH.sealedSuction).toBeLessThan(highSuction);
    const [lowFlow, highFlow] = await between(/^Flow/);
    expect(1000 * HIDDEN_TRUTH.freeFlow).toBeGreaterThan(lowFlow);
    expect(1000 * HIDDEN_TRUTH.freeFlow).toBeLessThan(highFlow);
    const [lowLeak, highLeak] = await between(/^Leak/);
    expect(1e4 * HIDDEN_TRUTH.leakArea).toBeGreaterThanOrEqual(lowLeak);
    expect(1e4 * HIDDEN_TRUTH.leakArea).toBeLessThanOrEqual(highLeak);

    await page.getByRole('button', { name: 'Accept as the rig’s curve' }).click();
    await expect(page.getByText('Calibrated; kept as version 2')).toBeVisible();
    await page.getByRole('link', { name: 'Down-draught hive floor' }).click();
    await expect(page.getByRole('link', { name: 'version 2, calibrated' })).toBeVisible();
    await expect(suction.readings()).not.toContainText('weak source’s curve');
    await page.getByRole('link', { name: 'version 2, calibrated' }).click();
    await expect(page.getByRole('heading', { name: 'Version 1' })).toBeVisible();
    await expect(page.getByText(/Seams: .* → leak measured/)).toBeVisible();
    await page.getByRole('button', { name: 'Go back to version 1' }).click();
    await expect(suction.answer()).toHaveText('2 versions, changed since');
  });

  test('the heat clock warns of balled bees in the sun, and frames and an open lid hold them', async ({
    page,
    suction,
  }) => {
    await suction.begin('Walk-up box, suction on the lid');
    await suction.saved();
    await suction.more('Heat clock');
    const headline = async (): Promise<number> => {
      await expect(suction.answer()).toHaveText(/^(?:\d+ minutes to the warning for bees just taken|Stays under)/);
      const text = await suction.answer().innerText();
      return text.startsWith('Stays') ? Infinity : figure(text, /^(\d+) minutes/);
    };
    const cool = await headline();
    expect(cool).toBeGreaterThan(30);
    await expect(page.getByText(/Lid off, source off: .* Lid shut, source running:/)).toBeVisible();
    await suction.field('Bees').fill('15000');
    await suction.field('Temperature').fill('28');
    await page.getByRole('checkbox', { name: 'balled, no frames' }).check();
    await page.getByRole('checkbox', { name: 'in sun' }).check();
    await expect.poll(headline).toBeLessThan(cool / 2);
    const shut = await headline();
    const disturbed = page.getByRole('row', { name: /^disturbed/ });
    await expect.poll(async () => figure(await disturbed.innerText(), /(\d+) min/)).toBeGreaterThan(shut);
    await page.getByRole('button', { name: 'Box is shut: start' }).click();
    await expect(page.getByRole('timer')).toHaveText(/^0:0[1-9]$/);
    await expect(page.getByText(/min to the warning\. The model has the bees at \d+ °C/)).toBeVisible();
    await page.getByRole('button', { name: 'Stop the clock' }).click();
    await page.getByRole('checkbox', { name: 'balled, no frames' }).uncheck();
    await page.getByRole('checkbox', { name: 'in sun' }).uncheck();
    await page.getByRole('radio', { name: 'lid off' }).click();
    await expect(disturbed).toContainText('not in two hours');
    expect(await headline()).toBeGreaterThan(shut);
  });

  test('a bleed too small for the machine is told, and the size that works is taken with one tap', async ({
    page,
    suction,
  }) => {
    await suction.begin('Split deep on its side');
    await suction.part('Bleed gate');
    await suction.field('Hole diameter').fill('8');
    await suction.field('How many alike').fill('1');
    await expect(suction.readings()).toContainText('With the bleed wide open they still land too hard', {
      timeout: 30_000,
    });
    const offers = page.getByRole('list', { name: 'What would help' });
    const larger = offers.getByRole('button', { name: /^Bleed with a hole in diameter \d+ mm/ });
    const wanted = figure(await larger.innerText(), /diameter (\d+) mm/);
    await larger.click();
    await expect(suction.field('Hole diameter')).toHaveValue(String(wanted));
    await expect(suction.readings()).not.toContainText('With the bleed wide open', { timeout: 60_000 });
    await expect.poll(() => suction.says(), { timeout: 60_000 }).toMatch(/carries surely$|uncertain$/);
    await page.keyboard.press('Control+z');
    await expect(suction.field('Hole diameter')).toHaveValue('8');
  });

  test('sizes follow each other until one is typed, and follow again when they are told to', async ({
    page,
    suction,
  }) => {
    await suction.begin('Walk-up box, suction on the lid');
    await suction.part('Hose');
    await suction.field('Bore').fill('63.5');
    await suction.field('Bore').press('Tab');
    await suction.part('Port');
    await expect(suction.field('Diameter')).toHaveValue('63.5');
    await expect(suction.readings()).toContainText('Follows the hose');
    await suction.field('Diameter').fill('50');
    await suction.field('Diameter').press('Tab');
    await expect(suction.readings()).toContainText('Its own size: the hose does not change it.');
    await page.getByRole('button', { name: 'Let it follow again' }).click();
    await expect(suction.field('Diameter')).toHaveValue('63.5');
    await suction.part('Source');
    await choose(page.getByRole('combobox', { name: 'Machine', exact: true }), 'Cordless tool-battery vacuum');
    await suction.part('Power');
    await expect(page.getByRole('combobox', { name: 'Battery', exact: true })).toHaveText('18 V tool battery');
  });

  test('an impossible rig is refused in words beside its field, and nothing typed is lost', async ({
    page,
    suction,
  }) => {
    await suction.begin('Split deep on its side');
    await suction.part('Hose');
    await suction.field('Climbs from mouth to port').fill('3');
    await expect(suction.readings()).toContainText('The hose is shorter than the height it climbs.');
    await expect(page.getByText('The drawing shows the last rig that can be built.')).toBeVisible();
    await suction.field('Length').fill('a lot');
    await expect(suction.readings()).toContainText('Length: “a lot” is not a height or distance.');
    await suction.field('Length').fill('4');
    await expect(suction.readings()).not.toContainText('shorter than the height');
    await suction.saved();
    await page.reload();
    await expect(suction.gate()).toBeVisible();
    await suction.part('Hose');
    await expect(suction.field('Climbs from mouth to port')).toHaveValue('3');
    await expect(suction.field('Length')).toHaveValue('4');
  });

  test('an empty band says which two limits conflict and what was tried that opens it', async ({ page, suction }) => {
    await suction.begin('Top box with a sliding floor');
    await suction.part('Hose');
    await page.getByRole('radio', { name: 'straight up' }).click();
    await suction.field('Climbs from mouth to port').fill('1');
    await suction.part('Bees');
    await suction.field('Hardest landing I allow').fill('3');
    await expect(suction.readings()).toContainText(
      'There is no band: what carries them up the hose lands them too hard.',
    );
    const mesh = page.getByRole('button', { name: 'Land them on mesh at 20°' });
    await expect(mesh).toBeVisible({ timeout: 15_000 });
    await mesh.click();
    await expect(suction.readings()).not.toContainText('There is no band');
    await page.keyboard.press('Control+z');
    await expect(suction.readings()).toContainText('There is no band');
  });

  test('past jobs move the keeper’s own limit, and too few say so', async ({ page, suction }) => {
    await suction.begin('Walk-up box, suction on the lid');
    await suction.saved();
    await suction.more('Losses');
    await expect(page.getByText('No job yet: this is the rule of thumb alone')).toBeVisible();
    const take = page.getByRole('button', { name: 'Take it as my limit' });
    const job = (n: number): Locator => page.getByRole('group', { name: new RegExp(`^Job ${n}`) });
    await page.getByRole('button', { name: 'Add a job' }).click();
    await expect(job(1)).toContainText('Does not count yet. Still to say: the day, the place, how fast they landed');
    await expect(take).toBeDisabled();
    await expect(suction.answer()).toHaveText(/^0 jobs count: the usual 4.5 m\/s stays/);

    // Eight jobs, ever faster and ever deadlier: only then the limit goes down.
    const dead = [20, 60, 150, 400, 900, 1800, 3000, 4500];
    for (const [index, count] of dead.entries()) {
      const one = job(index + 1);
      if (index > 0) await page.getByRole('button', { name: 'Add a job' }).click();
      await one.getByLabel(/^Day/).fill(`2026-05-0${index + 1}`);
      await one.getByLabel(/^Place/).fill('Mill house');
      await one.getByRole('textbox', { name: 'They landed at' }).fill(`${3 + 0.6 * index}`);
      await one.getByRole('textbox', { name: 'Dead' }).fill(`${count}`);
      await one.getByRole('textbox', { name: 'Of bees in all' }).fill('9000');
      await expect(one).toContainText('how the bees were told');
      await choose(one.getByRole('combobox', { name: 'The bees were' }), 'weighed');
      if (index === 6) await expect(page.getByText('Fewer than 8 jobs count: the usual limit stays.')).toBeVisible();
    }
    await expect(suction.answer()).toHaveText(/^8 jobs count: land at [\d.]+ m\/s at most/);
    const limit = figure(await suction.answer().innerText(), /at ([\d.]+) m\/s/);
    expect(limit).toBeLessThan(4.5);
    await job(8).getByRole('textbox', { name: 'Dead' }).fill('9001');
    await expect(job(8)).toContainText('9001 dead is more than the 9000 bees there were');
    await expect(take).toBeDisabled();
    await job(8).getByRole('textbox', { name: 'Dead' }).fill('4500');
    await take.click();
    await suction.saved();
    await page.getByRole('link', { name: 'Walk-up box, suction on the lid' }).click();
    await expect(page.getByRole('button', { name: 'Bees', exact: true })).toHaveAttribute('title', /landing limit/);
  });

  test('rigs are copied, compared, deleted and brought back', async ({ page, suction }) => {
    await suction.begin('Down-draught hive floor');
    await suction.field('Name').fill('Twin rig');
    await suction.saved();
    await suction.more('Copy');
    await expect(page.getByText('Twin rig, copy').first()).toBeVisible();
    await suction.more('Compare');
    await page.getByRole('checkbox', { name: 'Twin rig', exact: true }).check();
    await expect(suction.answer()).toHaveText(/^2 rigs, different in 0 of/);
    await expect(page.getByRole('row', { name: /^Safe band in the hose/ })).toContainText(/\d to [\d.]+ m\/s/);
    await page.getByRole('link', { name: 'Twin rig, copy' }).click();
    await suction.more('Delete');
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(page.getByRole('link', { name: 'Twin rig, copy' })).toBeVisible();
  });
});
