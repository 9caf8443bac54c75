/** What a telephone takes along of a club's record: how much, and how long until it is there, in a headless browser on loopback. */
import { chromium as browserType } from '@playwright/test';
import { chromium } from './chromium.mjs';

/** Pages of the feed from its beginning: bytes of JSON, and ms until the last. */
export async function wholeFeed(root) {
  const began = performance.now();
  let [seq, edition, bytes, pages, rows] = [0, '', 0, 0, 0];
  for (let more = true; more; pages++) {
    const text = await (await fetch(`${root}/changes?after=${seq}&edition=${edition}`)).text();
    const page = JSON.parse(text);
    bytes += text.length;
    rows += page.changes.length;
    ({ seq, edition, more } = page);
  }
  for (const path of ['past', 'told']) bytes += (await (await fetch(`${root}/changes/${path}`)).text()).length;
  return { bytes, pages, rows, ms: performance.now() - began };
}

/** A page opened for the first time, and again: ms until the replica is whole, and the bytes it takes on the device. */
export async function replicaTrace(origin) {
  const browser = await browserType.launch({ executablePath: chromium(), args: ['--no-sandbox', '--disable-gpu'] });
  try {
    const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
    /** From the first question of the feed until all of it, and what is told beside, is written on the device. */
    const opened = async () => {
      const asked = page.waitForRequest((request) => request.url().includes('/changes?after='));
      const told = page.waitForResponse((response) => response.url().includes('/changes/told'), { timeout: 60_000 });
      told.catch(() => undefined);
      await page.goto(`${origin}/today`);
      await asked;
      const began = performance.now();
      return { began, told };
    };
    const first = await opened();
    await first.told;
    while (!(await page.evaluate(isWhole))) await page.waitForTimeout(20);
    const firstMs = performance.now() - first.began;
    const { usage } = await page.evaluate(() => globalThis.navigator.storage.estimate());
    const answered = page.waitForResponse((response) => response.url().includes('/changes?after='));
    await opened();
    const changes = await answered;
    await changes.finished();
    return { firstMs, laterMs: changes.request().timing().responseEnd, usage };
  } finally {
    await browser.close();
  }
}

async function isWhole() {
  const { indexedDB } = globalThis;
  const read = (request) => new Promise((resolve) => (request.onsuccess = () => resolve(request.result)));
  if (!(await indexedDB.databases()).some(({ name }) => name === 'yewridge-field')) return false;
  const database = await read(indexedDB.open('yewridge-field'));
  const notes = database.transaction('notes').objectStore('notes');
  const [reached, asOf] = await Promise.all([read(notes.get('reached')), read(notes.get('asOf'))]);
  database.close();
  return reached?.whole === true && asOf !== undefined;
}
