import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { rowsIn } from '../support/database.js';
import { at, Phone } from '../support/phone.js';
import { killServers, startServer } from '../support/server.js';
import { expect, test } from '../support/test.js';

/** Pictures that a device has taken along, by the bytes of each. */
function smallOnes(): Promise<readonly number[]> {
  return new Promise((resolve, reject) => {
    const opening = indexedDB.open('yewridge-field');
    opening.onerror = () => {
      reject(new Error('there is no replica'));
    };
    opening.onsuccess = () => {
      const all = opening.result.transaction('small').objectStore('small').getAll();
      all.onsuccess = () => {
        opening.result.close();
        resolve((all.result as readonly Blob[]).map(({ size }) => size));
      };
    };
  });
}

test.describe('pictures that go along', () => {
  test.afterEach(() => {
    killServers();
  });

  test('one that was taken at home is on the telephone, small, where there is no signal', async ({ page }) => {
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-small-'));
    await startServer(folder, { demo: true });
    const before = rowsIn(folder, 'picture').length;
    const stay = at('/rounds/stays/stay-v-07-2026-04-03');
    const phone = new Phone();
    const there = await phone.open({ signal: true });
    await there.goto(at('/today'));
    await phone.packed(there);

    await page.goto(stay);
    const picture = new PNG({ width: 800, height: 600 });
    for (let n = 0; n < picture.data.length; n++) picture.data[n] = n % 4 === 3 ? 255 : (n * 7919) % 251;
    await page
      .getByLabel('Add a photo')
      .setInputFiles({ name: 'trap.png', mimeType: 'image/png', buffer: PNG.sync.write(picture) });
    await expect.poll(() => rowsIn(folder, 'picture').length).toBe(before + 1);

    // The telephone is told, fetches it, and keeps it small.
    await expect.poll(() => there.evaluate(smallOnes), { timeout: 60_000 }).not.toEqual([]);
    expect(Math.max(...(await there.evaluate(smallOnes)))).toBeLessThan(120_000);
    // What the browser keeps besides is not what is tried here.
    await (await there.context().newCDPSession(there)).send('Network.clearBrowserCache');
    await phone.signal(false);
    await there.goto(stay);
    const small = there.getByRole('img', { name: '14 May 2026' });
    await small.scrollIntoViewIfNeeded();
    await expect
      .poll(() => small.evaluate((img: HTMLImageElement) => [img.naturalWidth, img.naturalHeight]))
      .toEqual([360, 270]);
    await phone.putAway();
  });
});
