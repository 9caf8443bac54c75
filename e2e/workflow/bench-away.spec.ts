import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BenchScreen } from '../support/bench-screen.js';
import { rowsIn } from '../support/database.js';
import { at, Phone } from '../support/phone.js';
import { killServers, startServer } from '../support/server.js';
import { SuctionScreen } from '../support/suction-screen.js';
import { expect, test } from '../support/test.js';

const heightsOf = (document: unknown): readonly number[] =>
  (JSON.parse(String(document)) as { sections: { shape: { height?: number } }[] }).sections.map(
    ({ shape }) => shape.height ?? 0,
  );

test.describe('Bench and Suction without a signal', () => {
  test.afterEach(() => {
    killServers();
  });

  test('open and compute; what is tried stays on the phone, through a closed page, and is kept when the signal is back', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-bench-away-'));
    await startServer(folder, { demo: true });
    const design = (): Readonly<Record<string, unknown>> | undefined =>
      rowsIn(folder, 'design').find(({ id }) => id === 'vellmark-tall-nuc');
    const before = design();
    const phone = new Phone();
    let page = await phone.open({ signal: true });
    await page.goto(at('/today'));
    await phone.packed(page);
    await phone.signal(false);

    await page.goto(at('/bench/vellmark-tall-nuc'));
    const answer = page.getByRole('heading', { level: 1 });
    await expect(answer).toContainText('37.9 L net');
    let bench = new BenchScreen(page);
    await bench.open(/^5-frame deep/);
    const height = bench.field('Height');
    const was = Number(await height.inputValue());
    await height.fill(String(was + 40));
    await height.press('Tab');
    await expect(answer).not.toContainText('37.9 L net');
    const tried = await answer.innerText();
    await expect(bench.status()).toContainText('kept on this device');

    // Suction works its air out as well.
    await page.goto(at('/suction/vellmark-loft-rig'));
    const rig = new SuctionScreen(page);
    await expect(rig.answer()).toContainText('Gate at');
    const air = await rig.says();
    await rig.gate().focus();
    for (let n = 0; n < 5; n++) await page.keyboard.press('ArrowRight');
    await expect.poll(() => rig.says()).not.toBe(air);

    await phone.putAway();
    expect(design()?.['revision']).toBe(before?.['revision']);
    page = await phone.open({ signal: false });
    await page.goto(at('/bench/vellmark-tall-nuc'));
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(tried);
    await phone.signal(true);
    bench = new BenchScreen(page);
    // What stood there before the draft was found says "saved" too: what counts is what is kept.
    const then = heightsOf(before?.['document']);
    const grown = (): readonly number[] =>
      heightsOf(design()?.['document'])
        .map((one, n) => Math.round((one - then[n]!) * 10_000) / 10_000)
        .filter((by) => by !== 0);
    await expect.poll(grown, { timeout: 60_000 }).toEqual([0.04]);
    await expect(bench.status()).toHaveText(/^saved/);
    // The rig’s gate waits where it was moved, and goes out once its page is open.
    await page.goto(at('/suction/vellmark-loft-rig'));
    await new BenchScreen(page).saved();
    expect(await new SuctionScreen(page).says()).not.toBe(air);
    await phone.putAway();
  });
});
