// Import directions of src/. The `import` plugin and its TypeScript resolver come from eslint-config-next, which
// eslint.config.mjs spreads first; tests/lint breaks each zone once and expects the error.

/** Parts from the bottom up; each may import itself and what its list names. */
const MAY_IMPORT = {
  core: [],
  contracts: ['core'],
  server: ['core', 'contracts'],
  ui: ['core', 'contracts'],
  workers: ['core', 'contracts'],
  app: ['core', 'contracts', 'server', 'ui'],
};

/** Folders of src/core from the bottom up; each may import itself and the folders before it. */
const CORE_ORDER = [
  'time',
  'spaces',
  'recurrence',
  'equipment',
  'seating',
  'labour',
  'occupancy',
  'work-orders',
  'checks',
  'changes',
  'remedies',
  'publishing',
  'planning',
  'reports',
  'printing',
];

const partZones = Object.entries(MAY_IMPORT).map(([part, allowed]) => ({
  target: `./src/${part}`,
  from: './src',
  except: [part, ...allowed].map((name) => `./${name}`),
  message: `src/${part} may import only: ${[part, ...allowed].join(', ')}.`,
}));

const coreZones = CORE_ORDER.map((folder, rank) => ({
  target: `./src/core/${folder}`,
  from: './src/core',
  except: ['./ids.ts', './roles.ts', ...CORE_ORDER.slice(0, rank + 1).map((name) => `./${name}`)],
  message: `src/core/${folder} may import only itself and the core folders below it.`,
}));

export const ZONES = { MAY_IMPORT, CORE_ORDER };

const CLOCK = 'Take the clock as an argument.';

export default [
  {
    files: ['src/**/*.{ts,tsx}'],
    rules: {
      'import/no-restricted-paths': ['error', { zones: [...partZones, ...coreZones] }],
    },
  },
  {
    files: ['src/ui/**/*.{ts,tsx}', 'src/app/**/*.{ts,tsx}'],
    ignores: ['src/ui/primitives/link.tsx'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: [
            { name: 'next/link', message: 'Take Link of ui/primitives/link: it fetches nothing ahead.' },
          ],
        },
      ],
    },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['src/core/**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^(node:|(fs|path|os|crypto|next|react|react-dom|sequelize|sqlite3)(/|$))',
              message: 'The core is pure: no runtime, framework or database.',
            },
          ],
        },
      ],
      'no-restricted-globals': ['error', 'process', 'fetch', 'window', 'document', 'setTimeout'],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: CLOCK },
        { object: 'Math', property: 'random', message: 'Take the random source as an argument.' },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: CLOCK },
        {
          selector: 'ImportExpression',
          message: 'Import at the top: no-restricted-imports does not see import().',
        },
      ],
    },
  },
];
