import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const freePort = () =>
  new Promise<number>((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });

async function answers(url: string): Promise<boolean> {
  try {
    return (await fetch(url)).ok;
  } catch {
    return false;
  }
}

const environment = (data: string) => ({
  ...process.env,
  NODE_ENV: 'production' as const,
  CALENDARIO_DATA: data,
  CALENDARIO_CLOCK_FROZEN: '2027-04-13T08:10',
  LOG_LEVEL: 'error',
});

export const freshFolder = (): string => mkdtempSync(join(tmpdir(), 'calendario-e2e-'));

/** The built application over a folder of data, on a port of its own. */
export async function serveFolder(data: string): Promise<{ base: string; server: ChildProcess }> {
  const port = await freePort();
  const server = spawn(
    join('node_modules', '.bin', 'next'),
    ['start', '-H', '127.0.0.1', '-p', String(port)],
    {
      env: { ...environment(data), PORT: String(port) },
      stdio: ['ignore', 'ignore', 'inherit'],
      detached: true,
    },
  );
  const base = `http://127.0.0.1:${port}`;
  for (let tries = 0; !(await answers(`${base}/notices`)); tries += 1) {
    if (tries > 150) {
      process.kill(-server.pid!);
      throw new Error(
        'the built application does not answer; is it built? (node scripts/test.mjs builds it)',
      );
    }
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  return { base, server };
}

/** One office for each of the workers, so that none of them sees what another does. */
export interface E2eOffice {
  readonly base: string;
  readonly data: string;
  readonly server: ChildProcess;
}
type Shared = typeof globalThis & { e2eOffices?: E2eOffice[] };

/** How many workers share the tests: as many as CALENDARIO_E2E_WORKERS says. */
const workers = (): number => Number(process.env.CALENDARIO_E2E_WORKERS ?? '1');

/**
 * The built application on a fresh demo for each worker, its clock standing at Tuesday 13 April 2027, 08:10. Where they
 * are is in the environment, in the order of the workers.
 */
export default async function setup(): Promise<void> {
  const data = freshFolder();
  const seeded = spawnSync(join('node_modules', '.bin', 'tsx'), ['scripts/seed-demo.ts'], {
    env: environment(data),
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (seeded.status !== 0) throw new Error('the demo could not be made');
  const folders = [data];
  while (folders.length < workers()) {
    const copy = freshFolder();
    cpSync(data, copy, { recursive: true });
    folders.push(copy);
  }
  const offices = await Promise.all(
    folders.map(async (folder) => ({ ...(await serveFolder(folder)), data: folder })),
  );
  process.env.E2E_BASES = offices.map(({ base }) => base).join(' ');
  process.env.E2E_FOLDERS = folders.join(' ');
  (globalThis as Shared).e2eOffices = offices;
}
