import { buildSync } from 'esbuild';
import { basename, resolve } from 'node:path';

// Where packages are found from, and no tool looks for files.
const BUILT_IN = resolve('node_modules', '.cache', 'calendario-tests');

/**
 * A TypeScript file that tests run as a process of its own, as the arguments of `node`. Bundled first: eight processes
 * that each translate two hundred files first take longer than what they are there for.
 */
export function asProcess(file: string): string[] {
  const outfile = resolve(BUILT_IN, `${basename(file, '.ts')}-${process.pid}.mjs`);
  buildSync({
    entryPoints: [file],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    sourcemap: 'inline',
    tsconfig: resolve('tsconfig.json'),
    banner: {
      js: `import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);`,
    },
    logLevel: 'error',
  });
  return ['--enable-source-maps', outfile];
}
