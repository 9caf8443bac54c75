/**
 * Pulls a dimension of a design by its grip, or the gate of a rig, in a real browser and reads from the trace how long the page was busy.
 * Input goes through the same pointer events as a hand's; only the renderer's main thread is counted.
 */
import { chromium as browserType } from '@playwright/test';
import { chromium } from './chromium.mjs';

const MOVES = 120;
const LONG_TASK_MS = 50;

function mainThread(events) {
  const named = events.filter(({ name }) => name === 'thread_name');
  return named.filter(({ args }) => args?.name === 'CrRendererMain').map(({ pid, tid }) => `${pid}:${tid}`);
}

/** The ribbon of a club, scrolled a step a frame through its years and its traps. */
export async function scrollTrace(url) {
  const browser = await browserType.launch({
    executablePath: chromium(),
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(url);
    await page.locator('yw-ribbon canvas').waitFor();
    // The line of news stays open: the page is never without a question.
    await page.waitForTimeout(3000);
    await browser.startTracing(page, {
      categories: ['devtools.timeline', 'toplevel', 'disabled-by-default-devtools.timeline'],
    });
    await page.evaluate(async (frames) => {
      const scroller = document.querySelector('yw-ribbon .scroller');
      for (let n = 0; n < frames; n++) {
        scroller.scrollBy(n % 2 === 0 ? -60 : 0, n % 2 === 0 ? 0 : 40);
        await new Promise((resolve) => globalThis.requestAnimationFrame(resolve));
      }
    }, MOVES);
    const { traceEvents } = JSON.parse((await browser.stopTracing()).toString());
    const frames = traceEvents.filter(({ name, ph, dur }) => ph === 'X' && name === 'FireAnimationFrame' && dur > 0);
    const scripts = frames.map(({ dur }) => dur / 1000).toSorted((a, b) => a - b);
    const long = traceEvents.filter(
      ({ name, ph, dur }) => ph === 'X' && name === 'ThreadControllerImpl::RunTask' && dur / 1000 > LONG_TASK_MS,
    );
    return {
      script: scripts[Math.floor(scripts.length / 2)] ?? 0,
      script95: scripts[Math.floor(scripts.length * 0.95)] ?? 0,
      longest: Math.max(0, ...long.map(({ dur }) => dur / 1000)),
      long: long.length,
    };
  } finally {
    await browser.close();
  }
}

/** Durations in ms of the tasks of the busiest renderer between the first and the last pointer event. */
function tasksOf(events) {
  const moves = events.filter(({ name, args }) => name === 'EventDispatch' && args?.data?.type === 'pointermove');
  const thread = moves[0] && `${moves[0].pid}:${moves[0].tid}`;
  if (!thread || !mainThread(events).includes(thread)) throw new Error('the trace holds no pointer moves');
  const [from, to] = [moves[0].ts, moves.at(-1).ts + moves.at(-1).dur];
  const tasks = events.filter(
    ({ name, ph, pid, tid, ts }) =>
      ph === 'X' && name === 'ThreadControllerImpl::RunTask' && `${pid}:${tid}` === thread && ts >= from && ts <= to,
  );
  const scripts = events.filter(
    ({ name, ph, pid, tid, ts }) =>
      ph === 'X' && name === 'FireAnimationFrame' && `${pid}:${tid}` === thread && ts >= from && ts <= to,
  );
  const ms = (list) => list.map(({ dur }) => dur / 1000).toSorted((a, b) => a - b);
  return { moves: moves.length, tasks: ms(tasks), scripts: ms(scripts) };
}

/** Opens a section of a design and finds the grip of its last size; the pull goes up. */
async function designGrip(page, section) {
  await page.getByRole('button', { name: section }).click();
  await page.getByRole('textbox', { name: 'Height', exact: true }).focus();
  return { grip: page.getByRole('slider', { name: /^Pull the size/ }).last(), along: { x: 0, y: -1 } };
}

/** The gate of a rig once its workers are at rest; the pull goes to the right. */
async function gateGrip(page) {
  await page.locator('yw-matter-bars').waitFor();
  await page
    .getByText('carries surely')
    .first()
    .waitFor({ state: 'attached' })
    .catch(() => undefined);
  return { grip: page.getByRole('slider', { name: 'Bleed gate' }), along: { x: 1, y: 0 } };
}

export const dragTrace = (url, section) => trace(url, (page) => designGrip(page, section));
export const gateTrace = (url) => trace(url, gateGrip);

async function trace(url, gripOf) {
  const browser = await browserType.launch({
    executablePath: chromium(),
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(url);
    const { grip, along } = await gripOf(page);
    const at = await grip.boundingBox();
    const [x, y] = [at.x + at.width / 2, at.y + at.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    const pull = (by) => page.mouse.move(x + along.x * by, y + along.y * by);
    for (let n = 0; n < 20; n++) await pull(n);
    await browser.startTracing(page, {
      categories: ['devtools.timeline', 'toplevel', 'disabled-by-default-devtools.timeline'],
    });
    for (let n = 0; n < MOVES; n++) await pull(20 + 15 * Math.sin(n / 8));
    const recorded = JSON.parse((await browser.stopTracing()).toString());
    await page.mouse.up();
    const { moves, tasks, scripts } = tasksOf(recorded.traceEvents);
    return {
      moves,
      script: scripts[Math.floor(scripts.length / 2)] ?? 0,
      script95: scripts[Math.floor(scripts.length * 0.95)] ?? 0,
      longest: tasks.at(-1) ?? 0,
      long: tasks.filter((ms) => ms > LONG_TASK_MS).length,
    };
  } finally {
    await browser.close();
  }
}
