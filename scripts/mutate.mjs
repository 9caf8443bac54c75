/**
 * How many faults put in on purpose the specs notice: `npm run mutate -- packages/core/src/rounds` changes the source of one
 * folder (or of one file, or several) a little at a time and runs the specs against each change. `specs=record-rules,season-records`
 * runs those alone, where others only pass through. Scores go to docs/reference/mutation.md.
 * Takes minutes to hours, so it is no part of `npm test`.
 */
import { existsSync, mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, relative, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Stryker } from '@stryker-mutator/core';

const root = fileURLToPath(new URL('..', import.meta.url));
const page = join(root, 'docs/reference/mutation.md');
/** Specs that read what lies beside the package, or run the built program: they know no source to change. */
const ELSEWHERE = [
  'docs-agreement',
  'what-is-tested',
  'start',
  'full-disk',
  'played-demo',
  'backups',
  'files-http',
  'devices-http',
  'http-edge',
];

function workspaceOf(path) {
  let folder = path;
  while (!existsSync(join(folder, 'package.json'))) folder = dirname(folder);
  return folder;
}

/** The places of one run, all in one workspace. */
function asked(args) {
  const paths = args.map((one) => resolve(root, one));
  for (const path of paths) if (!existsSync(path)) throw new Error(`There is no ${relative(root, path)}.`);
  const [workspace] = new Set(paths.map(workspaceOf));
  const mutate = paths.map((path) => {
    const inside = relative(workspace, path);
    return statSync(path).isDirectory() ? `${inside}/**/*.ts` : inside;
  });
  return { workspace, mutate };
}

async function run(args, specs) {
  const { workspace, mutate } = asked(args);
  process.chdir(workspace);
  const folder = mkdtempSync(join(tmpdir(), 'yewridge-mutate-'));
  const settings = JSON.parse(readFileSync(join(workspace, 'jasmine.json'), 'utf8'));
  const own = join(folder, 'jasmine.json');
  const without = ELSEWHERE.map((name) => `!**/${name}.spec.ts`);
  const wanted = specs.length > 0 ? specs.map((name) => `**/${name}.spec.ts`) : settings.spec_files;
  writeFileSync(own, JSON.stringify({ ...settings, spec_files: [...wanted, ...without], random: false }));
  // A copy of the source lies elsewhere than its tsconfig expects: how it is compiled is told by one that holds for the copy too.
  const { compilerOptions } = JSON.parse(readFileSync(join(workspace, 'tsconfig.json'), 'utf8'));
  const options = { target: 'es2022', module: 'nodenext', ...compilerOptions };
  const tsconfig = join(folder, 'tsconfig.json');
  writeFileSync(tsconfig, JSON.stringify({ compilerOptions: options, include: [`${workspace}/**/*.ts`] }));
  process.env['TSX_TSCONFIG_PATH'] = tsconfig;
  const stryker = new Stryker({
    packageManager: 'npm',
    testRunner: 'jasmine',
    plugins: ['@stryker-mutator/jasmine-runner'],
    testRunnerNodeArgs: ['--import', 'tsx', '--conditions=@yewridge/source'],
    jasmineConfigFile: own,
    coverageAnalysis: 'perTest',
    mutate: [...mutate, '!**/*.spec.ts', '!**/index.ts'],
    mutator: { excludedMutations: ['StringLiteral'] },
    ignoreStatic: true,
    concurrency: 2,
    timeoutMS: 20_000,
    tempDirName: 'stryker-tmp',
    reporters: ['json', 'clear-text'],
    clearTextReporter: { allowColor: false, reportTests: false, reportScoreTable: false, skipFull: true },
    jsonReporter: { fileName: join(folder, 'mutation.json') },
    disableTypeChecks: false,
    symlinkNodeModules: false,
    allowEmpty: false,
  });
  const results = await stryker.runMutationTest();
  const count = (...states) => results.filter(({ status }) => states.includes(status)).length;
  return {
    where: args.join(', '),
    killed: count('Killed', 'Timeout'),
    lived: count('Survived', 'NoCoverage'),
    skipped: count('Ignored'),
    report: join(folder, 'mutation.json'),
  };
}

const TABLE = ['| where | noticed | not noticed | score |', '| --- | --- | --- | --- |'];

/** The line of the page for one place, in place of the one that is there. */
function written({ where, killed, lived }) {
  const before = readFileSync(page, 'utf8').split('\n');
  const score = ((100 * killed) / (killed + lived)).toFixed(1);
  const line = `| \`${where}\` | ${killed} | ${lived} | ${score} % |`;
  const head = before.indexOf(TABLE[1]);
  const rows = before.slice(head + 1).filter((one) => one.startsWith('|'));
  const rest = before.slice(head + 1 + rows.length);
  const others = rows.filter((one) => !one.startsWith(`| \`${where}\` |`));
  writeFileSync(page, [...before.slice(0, head + 1), ...[...others, line].sort(), ...rest].join('\n'));
  return line;
}

const args = process.argv.slice(2).filter((one) => !one.startsWith('specs='));
const specs = process.argv.slice(2).flatMap((one) => (one.startsWith('specs=') ? one.slice(6).split(',') : []));
if (args.length === 0) {
  console.log('Say which folder: npm run mutate -- packages/core/src/rounds');
  process.exitCode = 1;
} else {
  const score = await run(args, specs);
  console.log([...TABLE, written(score)].join('\n'));
  console.log(`The whole report: ${score.report}`);
}
