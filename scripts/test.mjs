/**
 * Runs everything: lint, types, the proof that lint refuses forbidden imports, core and server Jasmine, web Jasmine under
 * Karma, Playwright. Goes on after a failure, so that one run says all, and ends with the totals of all runners.
 */
import { spawn } from 'node:child_process';
import { chromium } from './chromium.mjs';
import { readers } from './readers.mjs';

process.env.CHROME_BIN = chromium();
readers();
process.env.NG_CLI_ANALYTICS = 'false';

/** How each runner says its counts: the last match counts. */
const JASMINE = (text) => {
  const [, specs, failures] = [...text.matchAll(/(\d+) specs?, (\d+) failures?/g)].at(-1) ?? [];
  return specs === undefined ? null : { passed: specs - failures, failed: Number(failures) };
};
const KARMA = (text) => {
  const last = [...text.matchAll(/Executed (\d+) of \d+(?:[^\n(]*\((\d+) FAILED\))?/g)].at(-1);
  return last ? { passed: last[1] - (last[2] ?? 0), failed: Number(last[2] ?? 0) } : null;
};
const PLAYWRIGHT = (text) => {
  const count = (word) => Number([...text.matchAll(new RegExp(`^\\s+(\\d+) ${word}`, 'gm'))].at(-1)?.[1] ?? 0);
  const passed = count('passed');
  const failed = count('failed') + count('did not run') + count('interrupted');
  return passed + failed === 0 ? null : { passed, failed };
};
const PLAIN = (text) => {
  const last = [...text.matchAll(/^(\d+) passed, (\d+) failed$/gm)].at(-1);
  return last ? { passed: Number(last[1]), failed: Number(last[2]) } : null;
};

/** What the runners print of a test that failed: its name and what was expected of it; the end of the output repeats it. */
const FAILURE = /FAILED$|^\s*\d+\) |^\s+(?:✘|Expected|Error|TypeError|Message:)|^\s+at .*spec\.ts:\d+/;
const MOST_LINES = 30;
const told = (text) =>
  text
    .split('\n')
    .filter((line) => FAILURE.test(line))
    .slice(0, MOST_LINES);

/** What comes before all else; then two lanes beside each other, for two cores; then the browser, two flows at a time. */
const FIRST = [
  ['lines of code, and of tests', 'node scripts/lines.mjs 25'],
  ['build core and contract', 'npm run build:core'],
];
const LANES = [
  [
    ['lint', 'npm run lint'],
    ['forbidden imports', 'node scripts/check-boundaries.mjs', PLAIN],
    ['types: core', 'npm run typecheck -w @yewridge/core'],
    ['types: contract', 'npm run typecheck -w @yewridge/contract'],
    ['types: e2e', 'npx tsc -p e2e/tsconfig.json'],
  ],
  [
    ['types: server', 'npm run typecheck -w @yewridge/server'],
    ['types: web', 'npm run typecheck -w @yewridge/web'],
    ['core', 'npm test -w @yewridge/core', JASMINE],
    ['server', 'npm test -w @yewridge/server', JASMINE],
    ['web', 'npm test -w @yewridge/web', KARMA],
    ['build server', 'npm run build:server'],
    ['build web', 'npm run build:web'],
  ],
];
const LAST = [['browser', 'npx playwright test -c e2e/playwright.config.ts', PLAYWRIGHT]];

/** Two lanes would print into each other: what runs beside others is printed when it is over. */
function run(command, alone) {
  return new Promise((resolve) => {
    const child = spawn(command, { shell: true, stdio: ['ignore', 'pipe', 'pipe'] });
    let text = '';
    const keep = (stream) => (chunk) => {
      text += chunk;
      if (alone) stream.write(chunk);
    };
    child.stdout.on('data', keep(process.stdout));
    child.stderr.on('data', keep(process.stderr));
    child.on('close', (status) => resolve({ status, text }));
  });
}

let passed = 0;
let failed = 0;
const broken = [];
const failures = [];

async function take([name, command, counts], alone) {
  if (alone) console.log(`\n== ${name}`);
  const begun = performance.now();
  const { status, text } = await run(command, alone);
  if (!alone) console.log(`\n== ${name}\n${text}`);
  console.log(`(${name}: ${Math.round((performance.now() - begun) / 1000)} s)`);
  // eslint-disable-next-line no-control-regex -- runners colour their counts
  const plain = text.replace(/\u001b\[[0-9;]*[A-Za-z]/g, '');
  const counted = counts?.(plain);
  if (counted) {
    passed += counted.passed;
    failed += counted.failed;
  }
  if (status !== 0 || (counts && !counted)) {
    broken.push(name);
    failures.push(`-- ${name}`, ...told(plain));
    if (!counted?.failed) failed += 1;
  }
}
async function lane(steps, alone) {
  for (const step of steps) await take(step, alone);
}

await lane(FIRST, true);
await Promise.all(LANES.map((steps) => lane(steps, false)));
await lane(LAST, true);
for (const line of failures) console.log(line);
console.log(broken.length === 0 ? '\nAll steps went through.' : `\nNot well: ${broken.join(', ')}.`);
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed === 0 ? 0 : 1;
