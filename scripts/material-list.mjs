/** Which parts of Angular Material are used and where, from the imports themselves; written to docs/reference/material.md. */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { format, resolveConfig } from 'prettier';

const root = fileURLToPath(new URL('..', import.meta.url));
const app = join(root, 'apps/web/src/app');
const page = join(root, 'docs/reference/material.md');
const TITLE = '## Which, and where';

const sources = readdirSync(app, { recursive: true, encoding: 'utf8' }).filter(
  (path) =>
    path.endsWith('.ts') && !path.endsWith('.spec.ts') && !path.includes('testing') && !path.includes('harness'),
);
const uses = new Map();
for (const path of sources) {
  const text = readFileSync(join(app, path), 'utf8');
  for (const [, name] of text.matchAll(/from '@angular\/(?:material\/([a-z-]+)|material-luxon-adapter)'/g)) {
    const module = name ?? 'luxon adapter';
    uses.set(module, [...(uses.get(module) ?? []), relative(app, join(app, path)).replace(/\.ts$/, '')]);
  }
}
const rows = [...uses].sort(([a], [b]) => a.localeCompare(b));
const table = rows.map(
  ([name, paths]) =>
    `| ${name} | ${paths
      .sort()
      .map((one) => `\`${one}\``)
      .join(', ')} |`,
);
const [before] = readFileSync(page, 'utf8').split(TITLE);
const text = `${before}${TITLE}\n\nWritten by \`node scripts/material-list.mjs\`.\n\n| part | imported by |\n| --- | --- |\n${table.join('\n')}\n`;
writeFileSync(page, await format(text, { ...(await resolveConfig(page)), filepath: page }));
console.log(`${rows.length} parts of Angular Material`);
