import { spawnSync } from 'node:child_process';
import {
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  realpathSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

const ROOT = join(__dirname, '..', '..');
// Written out here and not read from the configuration: a details panel there must show.
const MAY_IMPORT: Record<string, string[]> = {
  core: [],
  contracts: ['core'],
  server: ['core', 'contracts'],
  ui: ['core', 'contracts'],
  workers: ['core', 'contracts'],
  app: ['core', 'contracts', 'server', 'ui'],
};
const STOREYS = JSON.parse(readFileSync(join(ROOT, 'storeys.json'), 'utf8')) as Record<string, string[]>;

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
// All below, and the one next above: what lies further up is kept out by the same line.
const betweenStoreys: Probe[] = Object.entries(STOREYS).flatMap(([part, folders]) =>
  folders.flatMap((from, rank) => [
    {
      name: `${part}/${from} imports all below it`,
      path: `${part}/${from}/zone-probe-below.ts`,
      text: `${folders
        .slice(0, rank)
        .map((to, index) => `import { target as t${index} } from '../${to}/zone-probe-target';\n`)
        .join('')}\nexport const probe = [${folders.slice(0, rank).map((_, index) => `t${index}`)}];\n`,
      rule: null,
    },
    ...folders.slice(rank + 1, rank + 2).map((to) => ({
      name: `${part}/${from} imports ${part}/${to}`,
      path: `${part}/${from}/zone-probe-above.ts`,
      text: importing(`../${to}/zone-probe-target`),
      rule: ZONES,
    })),
  ]),
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
const unmarked: Probe[] = [
  '<p>Two words</p>',
  "<p>{'Two words'}</p>",
  '<input aria-label="Two words" />',
  '<img alt="Two words" src="/icon.png" />',
].map((element, index) => ({
  name: `a text nobody has marked: ${element}`,
  path: `src/ui/board/unmarked-probe-${index}.tsx`,
  text: `export const Probe = () => ${element};\n`,
  rule: 'no-restricted-syntax',
}));
const PROBES = [...betweenParts, ...betweenStoreys, ...impure, ...unmarked];

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
  const storeys = Object.entries(STOREYS).flatMap(([part, folders]) =>
    folders.map((folder) => `${part}/${folder}`),
  );
  for (const folder of [...parts.map((part) => `src/${part}`), ...storeys])
    write(`${folder}/zone-probe-target.ts`, 'export const target = 1;\n');
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

const foldersIn = (folder: string): string[] =>
  readdirSync(join(ROOT, folder), { withFileTypes: true })
    .filter((each) => each.isDirectory())
    .map(({ name }) => name);

test.each(Object.keys(STOREYS))('each folder of %s has its storey', (part) => {
  expect([...STOREYS[part]!].sort()).toEqual(foldersIn(part).sort());
});

const filesIn = (folder: string): string[] =>
  readdirSync(join(ROOT, folder), { withFileTypes: true }).flatMap((each) => {
    const path = join(folder, each.name);
    if (each.isDirectory()) return filesIn(path);
    return /\.tsx?$/.test(path) ? [path] : [];
  });

/** What the files in a folder import, as paths from the root without their ends. */
const importsOf = (file: string): string[] =>
  [...readFileSync(join(ROOT, file), 'utf8').matchAll(/(?:from|import\() ?'(\.[^']*|@\/[^']*)'/g)].map(
    ([, path]) => (path!.startsWith('@/') ? join('src', path!.slice(2)) : join(dirname(file), path!)),
  );

/** The folder of a folder in which a path lies; null for files beside the folders, and elsewhere. */
function roomOf(folder: string, path: string): string | null {
  const [room, ...more] = path.startsWith(`${folder}/`) ? path.slice(folder.length + 1).split('/') : [];
  return room !== undefined && more.length ? room : null;
}

/** Folders beside one another that import one another, round over others too. */
function circlesIn(folder: string): string[] {
  const rooms = foldersIn(folder);
  const imported = new Map(
    rooms.map((room) => {
      const paths = filesIn(join(folder, room)).flatMap(importsOf);
      return [
        room,
        new Set(paths.map((path) => roomOf(folder, path)).filter((to) => to !== null && to !== room)),
      ];
    }),
  );
  const reached = (from: string): Set<string> => {
    const found = new Set<string>();
    const look = (room: string) => {
      for (const to of imported.get(room) ?? [])
        if (to !== null && !found.has(to)) {
          found.add(to);
          look(to);
        }
    };
    look(from);
    return found;
  };
  const own = rooms.filter((room) => reached(room).has(room)).map((room) => join(folder, room));
  return [...own, ...rooms.flatMap((room) => circlesIn(join(folder, room)))];
}

test.each(['core', 'contracts', 'server', 'ui'])(
  'no two folders of %s import one another, at any depth',
  (part) => {
    expect(circlesIn(join('src', part))).toEqual([]);
  },
);
