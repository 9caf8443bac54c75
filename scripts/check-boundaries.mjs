/**
 * Proves that lint refuses each forbidden import: every row is a file that must not exist, in its place, with the rule
 * that has to stop it. A resolver that cannot read a tsconfig would switch the rules off without a word; this would not.
 */
import { ESLint } from 'eslint';

const BOUNDARY = 'boundaries/dependencies';
const RESTRICTED = 'no-restricted-imports';

const forbidden = [
  [
    'core takes nothing of ours',
    'packages/core/src/bench/x.ts',
    `import type { DesignDto } from '@yewridge/contract/bench';`,
    RESTRICTED,
  ],
  ['core takes nothing of Node', 'packages/core/src/bench/x.ts', `import { readFileSync } from 'node:fs';`, RESTRICTED],
  [
    'core shared takes no feature',
    'packages/core/src/shared/units/x.ts',
    `import { cavity } from '../../bench/cavity.js';`,
    BOUNDARY,
  ],
  [
    'core has no random source',
    'packages/core/src/bench/x.ts',
    'export const x = Math.random();',
    'no-restricted-properties',
  ],
  ['core has no clock', 'packages/core/src/bench/x.ts', 'export const x = new Date();', 'no-restricted-syntax'],
  ['contract types take no Joi', 'packages/contract/src/bench/x.ts', `import Joi from 'joi';`, RESTRICTED],
  [
    'contract shared takes no feature',
    'packages/contract/src/shared/x.ts',
    `import { DesignDto } from '../bench/design-dto.js';`,
    BOUNDARY,
  ],
  [
    'server takes nothing of the web',
    'apps/server/src/bench/x.ts',
    `import { signal } from '@angular/core';`,
    RESTRICTED,
  ],
  [
    'server http takes no feature',
    'apps/server/src/http/x.ts',
    `import { benchRoutes } from '../bench/bench-routes.js';`,
    BOUNDARY,
  ],
  ['server db takes no http', 'apps/server/src/db/x.ts', `import { AppError } from '../http/app-error.js';`, BOUNDARY],
  [
    'web takes no schemas',
    'apps/web/src/app/features/bench/data/x.ts',
    `import { designSchema } from '@yewridge/contract/schemas';`,
    RESTRICTED,
  ],
  [
    'web takes nothing of the server',
    'apps/web/src/app/features/bench/data/x.ts',
    `import { createApp } from '../../../../../../server/src/app';`,
    BOUNDARY,
  ],
  [
    'web shared takes no feature',
    'apps/web/src/app/shared/units/x.ts',
    `import { BuildsApi } from '../../features/bench/data/builds-api';`,
    BOUNDARY,
  ],
  [
    'web feature takes nothing of the shell',
    'apps/web/src/app/features/bench/data/x.ts',
    `import { PLACES } from '../../../shell/places';`,
    BOUNDARY,
  ],
  [
    'a feature takes nothing of a sibling',
    'apps/web/src/app/features/suction/x.ts',
    `import { BuildsApi } from '../bench/data/builds-api';`,
    BOUNDARY,
  ],
  [
    'e2e takes nothing of the web',
    'e2e/support/x.ts',
    `import { PLACES } from '../../apps/web/src/app/shell/places';`,
    BOUNDARY,
  ],
  ['a stray folder is refused', 'packages/core/src/misc/x.ts', 'export const x = 1;', 'boundaries/no-unknown-files'],
  [
    'an import that leads nowhere is refused',
    'packages/core/src/bench/x.ts',
    `import { x } from './nowhere.js';`,
    'import-x/no-unresolved',
  ],
  [
    'a package of ours is entered by its door',
    'apps/server/src/bench/x.ts',
    `import { cavity } from '../../../../packages/core/src/bench/cavity.js';`,
    'import-x/no-relative-packages',
  ],
];
const allowed = [
  [
    'a feature takes its core',
    'apps/web/src/app/features/bench/data/x.ts',
    `import { cavity } from '@yewridge/core/bench';\nexport const x = cavity;`,
  ],
  [
    'a route takes the schemas',
    'apps/server/src/bench/x.ts',
    `import { designSchema } from '@yewridge/contract/schemas';\nexport const x = designSchema;`,
  ],
  [
    'shared takes shared',
    'packages/core/src/shared/units/x.ts',
    `import { POSITIVE } from '../errors/index.js';\nexport const x = POSITIVE;`,
  ],
];

// The files do not exist, so the rules that need the compiler cannot run on them; the ones proved here do not need it.
const base = await new ESLint().calculateConfigForFile('apps/web/src/app/features/bench/routes.ts');
const typed = Object.keys(base.rules).filter((rule) => /^@(typescript|angular)-eslint\//.test(rule));
const lint = new ESLint({
  overrideConfig: {
    files: ['**/*.ts'],
    languageOptions: { parserOptions: { projectService: false, project: null } },
    rules: Object.fromEntries(typed.map((rule) => [rule, 'off'])),
  },
});

async function rulesAgainst(filePath, code) {
  const [result] = await lint.lintText(`${code}\n`, { filePath });
  return result.messages.map(({ ruleId, message }) => ruleId ?? message);
}

let failed = 0;
for (const [what, file, code, rule] of forbidden) {
  const rules = await rulesAgainst(file, code);
  if (!rules.includes(rule)) {
    failed++;
    console.log(`not refused: ${what} (${rule}; lint says ${rules.join(', ') || 'nothing'})`);
  }
}
for (const [what, file, code] of allowed) {
  const rules = await rulesAgainst(file, code);
  if (rules.length > 0) {
    failed++;
    console.log(`wrongly refused: ${what} (${rules.join(', ')})`);
  }
}
const total = forbidden.length + allowed.length;
console.log(`${total - failed} passed, ${failed} failed`);
process.exitCode = failed === 0 ? 0 : 1;
