/**
 * Counts the lines of code, tests apart. A line counts when something but blanks stands on it, comments included. Code is what
 * somebody wrote and reads: TypeScript, JavaScript modules, templates and styles. Data (JSON), migrations and what is built or
 * generated do not count. Tests are specs, everything under a folder `test` or `e2e`, and what only they use.
 * Prints one table and the share of tests, and ends with 1 where that is less than the least asked of it: `lines.mjs 17`.
 */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const CODE = /\.(?:ts|mts|js|mjs|html|scss)$/;
const LEFT_OUT = /(?:^|\/)(?:migrations|dist|node_modules)\//;
const TEST = /(?:^|\/)(?:test|e2e)\/|\.spec\.ts$|-harness\.ts$/;
/** Parts by their folder; the rest is `scripts and settings`. */
const PARTS = ['packages/core', 'packages/contract', 'apps/server', 'apps/web', 'e2e'];

const listed = execFileSync('git', ['ls-files', '-z'], { cwd: root, encoding: 'utf8' });
const files = listed.split('\0').filter((path) => CODE.test(path) && !LEFT_OUT.test(path));

const parts = new Map();
for (const path of files) {
  const lines = readFileSync(`${root}/${path}`, 'utf8')
    .split('\n')
    .filter((line) => line.trim() !== '').length;
  const part = PARTS.find((one) => path.startsWith(`${one}/`)) ?? 'scripts, settings';
  const counts = parts.get(part) ?? { code: 0, tests: 0 };
  counts[TEST.test(path) ? 'tests' : 'code'] += lines;
  parts.set(part, counts);
}

const all = [...parts.values()].reduce(
  (sum, { code, tests }) => ({ code: sum.code + code, tests: sum.tests + tests }),
  { code: 0, tests: 0 },
);
const row = (name, { code, tests }) =>
  `${name.padEnd(20)}${String(code).padStart(8)}${String(tests).padStart(8)}${((100 * tests) / (code + tests)).toFixed(1).padStart(7)} %`;
console.log(`${'lines of'.padEnd(20)}${'code'.padStart(8)}${'tests'.padStart(8)}   tests of all`);
for (const name of [...parts.keys()].sort()) console.log(row(name, parts.get(name)));
console.log(row('all', all));

const least = Number(process.argv[2] ?? 0);
const share = (100 * all.tests) / (all.code + all.tests);
if (share < least) {
  console.log(`Tests are ${share.toFixed(1)} % of all lines; at least ${least} % are asked.`);
  process.exitCode = 1;
}
