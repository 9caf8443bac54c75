import js from '@eslint/js';
import angular from 'angular-eslint';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import boundaries from 'eslint-plugin-boundaries';
import { importX } from 'eslint-plugin-import-x';
import tseslint from 'typescript-eslint';

const FEATURES =
  'bench|suction|stores|ground|season|rounds|catches|callouts|evidence|today|files|devices|field|members|access|network';

/** Folders of the layout and what they are called in the rules; the first that fits counts. */
const elements = [
  { type: 'core-shared', pattern: 'packages/core/src/shared/*', capture: ['part'] },
  { type: 'core-feature', pattern: `packages/core/src/(${FEATURES})`, capture: ['feature'] },
  { type: 'contract-schemas', pattern: 'packages/contract/src/schemas.ts', mode: 'full' },
  { type: 'contract-shared', pattern: 'packages/contract/src/shared' },
  { type: 'contract-feature', pattern: `packages/contract/src/(${FEATURES})`, capture: ['feature'] },
  { type: 'server-main', pattern: 'apps/server/src/(main|app|owner).ts', mode: 'full' },
  { type: 'server-config', pattern: 'apps/server/src/config' },
  { type: 'server-http', pattern: 'apps/server/src/http' },
  { type: 'server-db', pattern: 'apps/server/src/db' },
  { type: 'server-demo', pattern: 'apps/server/src/demo' },
  { type: 'server-shared', pattern: 'apps/server/src/shared/*', capture: ['part'] },
  { type: 'server-feature', pattern: `apps/server/src/(${FEATURES})`, capture: ['feature'] },
  { type: 'web-main', pattern: 'apps/web/src/main.ts', mode: 'full' },
  { type: 'web-shell', pattern: 'apps/web/src/app/shell' },
  { type: 'web-shared', pattern: 'apps/web/src/app/shared/*', capture: ['part'] },
  { type: 'web-feature', pattern: 'apps/web/src/app/features/*', capture: ['feature'] },
  { type: 'e2e', pattern: 'e2e/(workflow|support)' },
];

const from = (type, captured) => ({ element: { type, ...(captured ? { captured } : {}) } });
const to = (...types) => types.map((type) => ({ to: { element: { type } } }));
const self = (type) => ({
  from: from(type),
  allow: [{ to: { element: { type, captured: { feature: '{{ from.element.captured.feature }}' } } } }],
});

/** One policy per row of the table in docs/decisions/0001. */
const policies = [
  { from: from('core-shared'), allow: to('core-shared') },
  { from: from('core-feature'), allow: to('core-shared') },
  self('core-feature'),
  // A call-out is worked out from what the air does and from what follows a catch.
  {
    from: from('core-feature', { feature: 'callouts' }),
    allow: [{ to: { element: { type: 'core-feature', captured: { feature: ['suction', 'catches'] } } } }],
  },
  // The views of the season's records, one for the server and the telephone: they ask every feature.
  { from: from('core-feature', { feature: 'field' }), allow: to('core-feature') },
  { from: from('contract-shared'), allow: to('contract-shared', 'core-shared') },
  { from: from('contract-feature'), allow: to('contract-shared', 'core-shared', 'core-feature') },
  self('contract-feature'),
  // Today gathers what rounds, catches and call-outs ask for.
  {
    from: from('contract-feature', { feature: 'today' }),
    allow: [
      { to: { element: { type: 'contract-feature', captured: { feature: 'rounds' } } } },
      { to: { element: { type: 'contract-feature', captured: { feature: 'catches' } } } },
      { to: { element: { type: 'contract-feature', captured: { feature: 'callouts' } } } },
    ],
  },
  // A telephone holds rows of every place.
  { from: from('contract-feature', { feature: 'field' }), allow: to('contract-feature') },
  // Colonies of call-outs stand on the track of catches too.
  {
    from: from('contract-feature', { feature: 'catches' }),
    allow: [{ to: { element: { type: 'contract-feature', captured: { feature: 'callouts' } } } }],
  },
  // The records of a season are what ground, rounds and catches are views of.
  {
    from: from('contract-feature'),
    allow: [{ to: { element: { type: 'contract-feature', captured: { feature: 'season' } } } }],
  },
  { from: from('contract-schemas'), allow: to('contract-feature', 'contract-shared') },
  {
    from: from('server-main'),
    allow: to(
      'server-main',
      'server-config',
      'server-http',
      'server-db',
      'server-demo',
      'server-shared',
      'server-feature',
      'contract-shared',
    ),
  },
  { from: from('server-config'), allow: to('server-config', 'contract-shared') },
  { from: from('server-http'), allow: to('server-http', 'contract-shared', 'contract-schemas') },
  // Who asks: their role.
  {
    from: from('server-http'),
    allow: [{ to: { element: { type: 'contract-feature', captured: { feature: 'members' } } } }],
  },
  { from: from('server-db'), allow: to('server-db', 'contract-feature', 'core-feature', 'core-shared') },
  {
    from: from('server-demo'),
    allow: to('server-demo', 'server-db', 'server-shared', 'contract-feature', 'core-feature', 'core-shared'),
  },
  {
    from: from('server-shared'),
    allow: to(
      'server-shared',
      'server-http',
      'server-db',
      'contract-shared',
      'contract-feature',
      'contract-schemas',
      'core-feature',
      'core-shared',
    ),
  },
  {
    from: from('server-feature'),
    allow: to(
      'server-http',
      'server-db',
      'server-shared',
      'contract-shared',
      'contract-feature',
      'contract-schemas',
      'core-feature',
      'core-shared',
    ),
  },
  self('server-feature'),
  { from: from('web-main'), allow: to('web-shell') },
  { from: from('web-shell'), allow: to('web-shell', 'web-shared', 'web-feature', 'contract-shared') },
  { from: from('web-shared'), allow: to('web-shared', 'contract-shared', 'core-shared') },
  // What all places of the season share: the records, what is due, and the words for them.
  {
    from: from('web-shared'),
    allow: [
      ...['season', 'rounds', 'catches', 'devices', 'members'].flatMap((feature) => [
        { to: { element: { type: 'contract-feature', captured: { feature } } } },
        { to: { element: { type: 'core-feature', captured: { feature } } } },
      ]),
      // What is drawn of a design, on the bench and of each trap built to it.
      { to: { element: { type: 'core-feature', captured: { feature: 'bench' } } } },
    ],
  },
  // What a device takes along is of every place.
  { from: from('web-shared', { part: 'field' }), allow: to('contract-feature', 'core-feature') },
  {
    from: from('web-feature'),
    allow: to('web-shared', 'contract-shared', 'contract-feature', 'core-feature', 'core-shared'),
  },
  self('web-feature'),
  { from: from('e2e'), allow: to('e2e') },
  { allow: { to: { origin: 'external' } } },
  { allow: { to: { origin: 'core' } } },
];

const shared = {
  languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
  linterOptions: { reportUnusedDisableDirectives: 'error' },
};

const angularTs = angular.configs.tsRecommended.map((config) => ({ ...config, files: ['apps/web/**/*.ts'] }));
const angularHtml = [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility].map(
  (config) => ({
    ...config,
    files: ['apps/web/**/*.html'],
  }),
);

export default tseslint.config(
  {
    ignores: [
      '**/stryker-tmp/**',
      '**/dist/**',
      '**/.angular/**',
      'test-results/**',
      'playwright-report/**',
      'apps/server/test/web-sample/**',
    ],
  },
  {
    files: ['**/*.js', '**/*.mjs', '**/*.cjs'],
    ...js.configs.recommended,
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        fetch: 'readonly',
        setTimeout: 'readonly',
        performance: 'readonly',
        Buffer: 'readonly',
        require: 'readonly',
        module: 'writable',
        localStorage: 'readonly',
        document: 'readonly',
        globalThis: 'readonly',
      },
    },
  },
  {
    files: ['**/*.ts'],
    extends: [js.configs.recommended, ...tseslint.configs.strictTypeChecked],
    ...shared,
    plugins: { boundaries, 'import-x': importX },
    settings: {
      'import-x/extensions': ['.ts', '.js'],
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts'] },
      'import-x/resolver-next': [
        createTypeScriptImportResolver({
          alwaysTryTypes: true,
          project: ['packages/*/tsconfig.json', 'apps/*/tsconfig.json', 'e2e/tsconfig.json'],
        }),
      ],
      'boundaries/elements': elements,
      'boundaries/include': ['packages/*/src/**/*.ts', 'apps/*/src/**/*.ts', 'e2e/{workflow,support}/**/*.ts'],
      'boundaries/legacy-templates': false,
      'import/resolver': {
        typescript: {
          alwaysTryTypes: true,
          project: ['packages/*/tsconfig.json', 'apps/*/tsconfig.json', 'e2e/tsconfig.json'],
        },
      },
    },
    rules: {
      'boundaries/dependencies': ['error', { default: 'disallow', policies }],
      'boundaries/no-unknown-files': 'error',
      'boundaries/no-unknown-dependencies': 'error',
      'import-x/no-unresolved': 'error',
      'import-x/no-cycle': 'error',
      'import-x/no-relative-packages': 'error',
      'import-x/no-extraneous-dependencies': ['error', { devDependencies: ['**/*.spec.ts', '**/test/**', 'e2e/**'] }],
      '@typescript-eslint/consistent-type-imports': ['error', { disallowTypeAnnotations: false }],
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
      '@typescript-eslint/no-extraneous-class': ['error', { allowWithDecorator: true }],
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': ['error', { max: 80, skipBlankLines: true, skipComments: true }],
      complexity: ['error', 20],
      'max-params': ['error', 6],
    },
  },
  {
    // Flows look into the database with the server's own driver.
    files: ['e2e/support/database.ts'],
    rules: { 'import-x/no-extraneous-dependencies': ['error', { packageDir: ['.', 'apps/server'] }] },
  },
  {
    files: ['packages/core/src/**/*.ts', 'packages/contract/src/**/*.ts'],
    rules: { '@typescript-eslint/explicit-module-boundary-types': 'error' },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^(@yewridge/|node:|@angular|rxjs|typeorm|express|joi)',
              message: 'Core computes and knows nothing else.',
            },
          ],
        },
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Randomness is a parameter.' },
        { object: 'Date', property: 'now', message: 'The time is a parameter.' },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'The time is a parameter.' },
      ],
    },
  },
  {
    files: ['packages/contract/src/**/*.ts'],
    ignores: ['packages/contract/src/**/*-schemas.ts', 'packages/contract/src/schemas.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^joi$|schemas|@yewridge/(server|web)',
              message: 'Joi stays in the schemas entry: its bundle must not reach the browser.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['apps/server/src/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: '^(@yewridge/web|@angular)', message: 'The server does not know the web app.' }] },
      ],
    },
  },
  {
    files: ['apps/web/src/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^(@yewridge/server|@yewridge/contract/schemas|express|typeorm|joi|node:)',
              message: 'The web app knows core and the contract only.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['**/*.spec.ts', '**/test/**/*.ts', 'e2e/**/*.ts'],
    rules: { 'max-lines-per-function': 'off', '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  ...angularTs,
  {
    files: ['apps/web/**/*.ts'],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'yw', style: 'kebab-case' }],
      '@angular-eslint/directive-selector': ['error', { type: 'attribute', prefix: 'yw', style: 'camelCase' }],
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@angular-eslint/prefer-standalone': 'error',
      '@angular-eslint/prefer-signals': 'error',
      '@angular-eslint/prefer-inject': 'error',
      '@angular-eslint/no-uncalled-signals': 'error',
      // Material's configs are classes that take literals by design.
      '@typescript-eslint/no-unsafe-class-instance-assignment': 'off',
    },
  },
  ...angularHtml,
  {
    files: ['apps/web/**/*.html'],
    rules: {
      '@angular-eslint/template/prefer-control-flow': 'error',
      // Our own fields carry their name themselves; the label beside them is for the eye.
      '@angular-eslint/template/label-has-associated-control': [
        'error',
        { controlComponents: ['yw-pick', 'yw-find-pick', 'yw-day', 'yw-hour', 'mat-form-field'] },
      ],
    },
  },
);
