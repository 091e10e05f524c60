import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(__dirname, '..', '..');
const CRUISER = join(ROOT, 'node_modules', '.bin', 'depcruise');

const folder = mkdtempSync(join(__dirname, 'circle-probe-'));
afterAll(() => rmSync(folder, { recursive: true }));

const faultsIn = (path: string) =>
  spawnSync(CRUISER, ['--config', '.dependency-cruiser.mjs', path], { cwd: ROOT, encoding: 'utf8' });

test('modules that import each other are found, by whatever name; types may', () => {
  const here = folder.slice(join(ROOT, 'tests').length);
  writeFileSync(
    join(folder, 'one.ts'),
    `import { b } from '@tests${here}/two';\n\nexport const a = () => b();\n`,
  );
  writeFileSync(join(folder, 'two.ts'), `import type { A } from './one';\n\nexport const b = (): A => 1;\n`);
  expect(faultsIn(folder).status).toBe(0);
  writeFileSync(
    join(folder, 'two.ts'),
    `import { a } from './one';\n\nexport const b = (): number => a();\n`,
  );
  const { status, stdout } = faultsIn(folder);
  expect([status, stdout]).toEqual([1, expect.stringContaining('no-circular')]);
});
