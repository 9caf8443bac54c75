import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { rowsIn } from '../support/database.js';
import { cameraSees, photoOf } from '../support/camera.js';
import { at, Phone } from '../support/phone.js';
import { killServers, startServer } from '../support/server.js';
import { expect, test } from '../support/test.js';

const LABEL = 'http://localhost:8147/stores/traps/vellmark-v-07';

test.describe('at the foot of a trap, with its label', () => {
  test.afterEach(() => {
    killServers();
  });

  test('the camera finds it without a signal, the visit form opens, and two touches log the look', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-scan-'));
    await startServer(folder, { demo: true });
    const before = rowsIn(folder, 'visits').length;
    const phone = new Phone([
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${cameraSees(LABEL)}`,
    ]);
    let page = await phone.open({ signal: true });
    await page.goto(at('/rounds?view=list'));
    await phone.packed(page);
    await phone.signal(false);
    await phone.putAway();
    page = await phone.open({ signal: false });
    await page.goto(at('/rounds?view=list'));
    // One touch to the camera, one for what is seen, one to keep it.
    const began = Date.now();
    await page.getByRole('link', { name: 'Scan a label' }).tap();
    await expect(page).toHaveURL(at('/rounds/stays/stay-v-07-2026-04-03/visit'));
    await page.getByRole('radio', { name: 'A few' }).tap();
    await page.getByRole('button', { name: /^All well/ }).tap();
    await expect(page.getByRole('status').filter({ hasText: 'kept on this device' })).toBeVisible();
    test.info().annotations.push({ type: 'logged', description: `three touches, ${Date.now() - began} ms` });
    await phone.signal(true);
    await expect.poll(() => rowsIn(folder, 'visits').length, { timeout: 60_000 }).toBe(before + 1);
    await phone.putAway();
  });

  test('without a camera a photo does as well; a code of anything else says so', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-scan-photo-'));
    await startServer(folder, { demo: true });
    const phone = new Phone();
    const page = await phone.open({ signal: true });
    await page.goto(at('/rounds/scan'));
    await expect(page.getByText('The camera is shut.')).toBeVisible();
    const photo = page.getByLabel('Take a photo of the label');
    const send = (name: string, buffer: Buffer): Promise<void> =>
      photo.setInputFiles({ name, mimeType: 'image/png', buffer });
    await send('other.png', photoOf('https://elsewhere.example/menu'));
    await expect(page.getByRole('alert')).toContainText('no label of a trap');
    await send('text.png', Buffer.from('no picture at all'));
    await expect(page.getByRole('alert')).toContainText('no picture that can be read');
    await send('none.png', photoOf(' ').subarray(0, 60));
    await expect(page.getByRole('alert')).toContainText('no picture that can be read');
    await send('label.png', photoOf(LABEL));
    await expect(page).toHaveURL(at('/rounds/stays/stay-v-07-2026-04-03/visit'));
    // One that hangs nowhere has its page.
    await page.goto(at('/rounds/scan'));
    await send('label.png', photoOf(LABEL.replace('v-07', 'v-14')));
    await expect(page).toHaveURL(at('/stores/traps/vellmark-v-14'));
    await phone.putAway();
  });
});
