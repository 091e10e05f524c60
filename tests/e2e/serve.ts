import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

export const freePort = () =>
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

/** Of a process that works on a folder of data while its clock stands at Tuesday 13 April 2027, 08:10. */
export const environmentOf = (data: string) => ({
  ...process.env,
  NODE_ENV: 'production' as const,
  CALENDARIO_DATA: data,
  CALENDARIO_CLOCK_FROZEN: '2027-04-13T08:10',
  CALENDARIO_SHOWS_KIT: '1',
  // Stories of two people at one time say themselves when each of them looks.
  CALENDARIO_ASKS_EVERY_S: process.env.CALENDARIO_ASKS_EVERY_S ?? '0',
  LOG_LEVEL: 'error',
});

export const freshFolder = (): string => mkdtempSync(join(tmpdir(), 'calendario-e2e-'));

/** Where the built application is: a fresh checkout, where the first commands were tried on one just before. */
export const application = (): string => resolve(process.env.E2E_APP ?? '.');

export interface Served {
  readonly base: string;
  readonly port: number;
  readonly server: ChildProcess;
}

/** The built application over a folder of data, on a port of its own unless it comes back to one. */
export async function serveFolder(data: string, before?: Pick<Served, 'port'>): Promise<Served> {
  const port = before?.port ?? (await freePort());
  const server = spawn(
    join('node_modules', '.bin', 'next'),
    // As scripts/serve.mjs does: a connection that was idle for some seconds is still there for the next request.
    ['start', '-H', '127.0.0.1', '-p', String(port), '--keepAliveTimeout', '75000'],
    {
      cwd: application(),
      env: { ...environmentOf(data), PORT: String(port) },
      stdio: ['ignore', 'ignore', 'inherit'],
      detached: true,
    },
  );
  const base = `http://127.0.0.1:${port}`;
  for (let tries = 0; !(await answers(`${base}/whats-on`)); tries += 1) {
    if (tries > 150) {
      process.kill(-server.pid!);
      throw new Error(
        'the built application does not answer; is it built? (node scripts/test.mjs builds it)',
      );
    }
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  return { base, port, server };
}

/** Ends it as a machine that is switched off does, and waits until it is gone. */
export async function killServer({ server }: Pick<Served, 'server'>): Promise<void> {
  const gone = new Promise((resolve) => server.once('exit', resolve));
  process.kill(-server.pid!, 'SIGKILL');
  await gone;
}
