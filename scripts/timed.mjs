import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { isMainThread, parentPort, Worker } from 'node:worker_threads';

const ROUNDS = 7;
const NEXT = '## Fifty clients at once';

/**
 * Times work in a worker thread, as the page does it, and writes its section of docs/reference/performance.md. `work` is a list of
 * [name, (n) => …], each round with another number; `url` is the script that calls this, which runs again in the thread.
 */
export function timed({ title, work, url }) {
  if (!isMainThread) {
    for (const [name, run] of work) {
      run(0);
      const times = Array.from({ length: ROUNDS }, (_, n) => {
        const begun = performance.now();
        run(n + 1);
        return performance.now() - begun;
      }).sort((a, b) => a - b);
      parentPort.postMessage({ name, median: times[Math.floor(ROUNDS / 2)], most: times.at(-1) });
    }
    return;
  }
  const lines = [];
  const worker = new Worker(new URL(url));
  worker.on('message', ({ name, median, most }) => {
    const seconds = (ms) => `${(ms / 1000).toFixed(2)} s`;
    lines.push(`| ${name} | ${seconds(median)} | ${seconds(most)} |`);
    process.stdout.write(`${lines.at(-1)}\n`);
  });
  worker.on('exit', (code) => {
    if (code !== 0) process.exit(code);
    const page = fileURLToPath(new URL('../docs/reference/performance.md', import.meta.url));
    const text = readFileSync(page, 'utf8');
    const section = `${title}\n\nIn a worker thread of Node, ${ROUNDS} rounds each after one to warm up.\n\n| what | median | longest |\n| --- | --- | --- |\n${lines.join('\n')}\n\n`;
    const begins = text.includes(title) ? text.indexOf(title) : text.indexOf(NEXT);
    const ends = text.indexOf('\n## ', begins + 1) + 1 || text.length;
    const after = text.includes(title) ? text.slice(ends) : text.slice(begins);
    writeFileSync(page, `${text.slice(0, begins)}${section}${after}`);
  });
}
