// Import directions of src/. The `import` plugin and its TypeScript resolver come from eslint-config-next, which
// eslint.config.mjs spreads first; tests/lint breaks each zone once and expects the error.
import { readFileSync } from 'node:fs';

/** Parts from the bottom up; each may import itself and what its list names. */
const MAY_IMPORT = {
  core: [],
  contracts: ['core'],
  server: ['core', 'contracts'],
  ui: ['core', 'contracts'],
  workers: ['core', 'contracts'],
  app: ['core', 'contracts', 'server', 'ui'],
};

/** Folders of a part from the bottom up; each may import itself and the folders before it. A test holds them to the tree. */
const STOREYS = JSON.parse(readFileSync(new URL('./storeys.json', import.meta.url), 'utf8'));
/** Files beside the folders that all of them may import. */
const BESIDE = { 'src/core': ['./ids.ts', './lists.ts', './roles.ts'] };

const partZones = Object.entries(MAY_IMPORT).map(([part, allowed]) => ({
  target: `./src/${part}`,
  from: './src',
  except: [part, ...allowed].map((name) => `./${name}`),
  message: `src/${part} may import only: ${[part, ...allowed].join(', ')}.`,
}));

const storeyZones = Object.entries(STOREYS).flatMap(([part, folders]) =>
  folders.map((folder, rank) => ({
    target: `./${part}/${folder}`,
    from: `./${part}`,
    except: [...(BESIDE[part] ?? []), ...folders.slice(0, rank + 1).map((name) => `./${name}`)],
    message: `${part}/${folder} may import only itself and the folders below it (storeys.json).`,
  })),
);

const CLOCK = 'Take the clock as an argument.';

export default [
  {
    files: ['src/**/*.{ts,tsx}'],
    rules: {
      'import/no-restricted-paths': ['error', { zones: [...partZones, ...storeyZones] }],
    },
  },
  {
    files: ['src/ui/**/*.{ts,tsx}', 'src/app/**/*.{ts,tsx}'],
    ignores: ['src/ui/kit/link.tsx'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: [{ name: 'next/link', message: 'Take Link of ui/kit/link: it fetches nothing ahead.' }],
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
