// The process in which the server has done what takes long, as one file beside the pages.
import { buildSync } from 'esbuild';

buildSync({
  entryPoints: ['src/app/long-work/process.ts'],
  outfile: '.next/long-work.mjs',
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  sourcemap: 'linked',
  tsconfig: 'tsconfig.json',
  banner: {
    js: `import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);`,
  },
  logLevel: 'error',
});
