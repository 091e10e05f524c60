import { spawnSync } from 'node:child_process';
import { mkdtempSync, realpathSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const ROOT = join(__dirname, '..', '..');
const CRUISER = join(ROOT, 'node_modules', '.bin', 'depcruise');
const CONFIG = join(ROOT, '.dependency-cruiser.mjs');

// A source tree of its own: other tests read the real one meanwhile.
const place = realpathSync(mkdtempSync(join(tmpdir(), 'calendario-circle-')));
afterAll(() => rmSync(place, { recursive: true }));

const write = (name: string, text: string) => writeFileSync(join(place, name), text);
const look = () => spawnSync(CRUISER, ['--config', CONFIG, '.'], { cwd: place, encoding: 'utf8' });

test('modules that import each other are found, by whatever name; types may', () => {
  write('tsconfig.json', JSON.stringify({ compilerOptions: { paths: { '@/*': ['./*'] } } }));
  write('one.ts', `import { b } from '@/two';\n\nexport const a = () => b();\n`);
  write('two.ts', `import type { A } from './one';\n\nexport const b = (): A => 1;\n`);
  expect(look().status).toBe(0);
  write('two.ts', `import { a } from './one';\n\nexport const b = (): number => a();\n`);
  const { status, stdout } = look();
  expect([status, stdout]).toEqual([1, expect.stringContaining('no-circular')]);
});
