import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, realpathSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

const ROOT = join(__dirname, '..', '..');
// Written out here and not read from the configuration: a slip there must show.
const MAY_IMPORT: Record<string, string[]> = {
  core: [],
  contracts: ['core'],
  server: ['core', 'contracts'],
  ui: ['core', 'contracts'],
  workers: ['core', 'contracts'],
  app: ['core', 'contracts', 'server', 'ui'],
};
const CORE =
  'time spaces recurrence equipment seating labour occupancy work-orders checks changes publishing planning reports printing'.split(
    ' ',
  );

interface Probe {
  readonly name: string;
  readonly path: string;
  readonly text: string;
  /** The rule that must report the file, or null where it is fine. */
  readonly rule: string | null;
}

const importing = (target: string) => `import { target } from '${target}';\n\nexport const probe = target;\n`;
const parts = Object.keys(MAY_IMPORT);
const ZONES = 'import/no-restricted-paths';

const betweenParts: Probe[] = parts.flatMap((from) =>
  parts
    .filter((to) => to !== from)
    .map((to) => ({
      name: `src/${from} imports src/${to}`,
      path: `src/${from}/zone-probe-of-${to}.ts`,
      text: importing(`@/${to}/zone-probe-target`),
      rule: MAY_IMPORT[from]!.includes(to) ? null : ZONES,
    })),
);
const betweenCoreFolders: Probe[] = CORE.flatMap((from, rank) =>
  CORE.filter((to) => to !== from).map((to) => ({
    name: `src/core/${from} imports src/core/${to}`,
    path: `src/core/${from}/zone-probe-of-${to}.ts`,
    text: importing(`../${to}/zone-probe-target`),
    rule: CORE.indexOf(to) < rank ? null : ZONES,
  })),
);
const impure: Probe[] = [
  [
    'no-restricted-imports',
    `import { readFileSync } from 'node:fs';\n\nexport const probe = readFileSync;\n`,
  ],
  ['no-restricted-imports', `import { useState } from 'react';\n\nexport const probe = useState;\n`],
  ['no-restricted-imports', `import { Sequelize } from 'sequelize';\n\nexport const probe = Sequelize;\n`],
  ['no-restricted-imports', `import { headers } from 'next/headers';\n\nexport const probe = headers;\n`],
  ['no-restricted-properties', 'export const probe = () => Date.now();\n'],
  ['no-restricted-properties', 'export const probe = () => Math.random();\n'],
  ['no-restricted-syntax', 'export const probe = () => new Date();\n'],
  ['no-restricted-globals', 'export const probe = () => process.pid;\n'],
].map(([rule, text], index) => ({
  name: `the core: ${text}`,
  path: `src/core/time/purity-probe-${index}.ts`,
  text: text!,
  rule: rule!,
}));
const PROBES = [...betweenParts, ...betweenCoreFolders, ...impure];

// A source tree of its own: other tests read the real one meanwhile.
const place = realpathSync(mkdtempSync(join(tmpdir(), 'calendario-zones-')));
function write(path: string, text: string): void {
  const file = join(place, path);
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(file, text);
}

const reported = new Map<string, string[]>();

beforeAll(() => {
  write('tsconfig.json', JSON.stringify({ compilerOptions: { paths: { '@/*': ['./src/*'] } } }));
  for (const folder of [...parts, ...CORE.map((each) => `core/${each}`)])
    write(`src/${folder}/zone-probe-target.ts`, 'export const target = 1;\n');
  for (const { path, text } of PROBES) write(path, text);
  // A process of its own: ESLint loads its configuration by import(), which Jest does not run.
  const eslint = join(ROOT, 'node_modules', 'eslint', 'bin', 'eslint.js');
  const config = ['--config', join(ROOT, 'eslint.config.mjs')];
  const args = [eslint, ...config, '--format', 'json', ...PROBES.map(({ path }) => path)];
  const { stdout } = spawnSync(process.execPath, args, {
    cwd: place,
    encoding: 'utf8',
    maxBuffer: 64 * 1024 * 1024,
  });
  const results = JSON.parse(stdout) as { filePath: string; messages: { ruleId: string | null }[] }[];
  for (const { filePath, messages } of results)
    reported.set(
      filePath,
      messages.map(({ ruleId }) => ruleId ?? 'cannot be parsed'),
    );
});

afterAll(() => rmSync(place, { recursive: true }));

test.each(PROBES)('$name', ({ path, rule }) => {
  expect(reported.get(join(place, path))).toEqual(rule === null ? [] : expect.arrayContaining([rule]));
});
