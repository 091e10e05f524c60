import { spawn } from 'node:child_process';
import { createServer, type AddressInfo } from 'node:net';
import { join } from 'node:path';

const freePort = () =>
  new Promise<number>((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });

export interface BuiltServer {
  readonly base: string;
  stop(): void;
}

/** The built application on a folder of data, its clock standing on the bench's day; on one core alone where one is named. */
export async function startBuilt(
  data: string,
  core?: number,
  more: Readonly<Record<string, string>> = {},
): Promise<BuiltServer> {
  const port = await freePort();
  const next = [join('node_modules', '.bin', 'next'), 'start', '-H', '127.0.0.1', '-p', String(port)];
  const [command, ...args] = core === undefined ? next : ['taskset', '-c', String(core), ...next];
  const server = spawn(command!, args, {
    env: {
      ...process.env,
      NODE_ENV: 'production',
      CALENDARIO_DATA: data,
      CALENDARIO_CLOCK_FROZEN: '2027-04-13T08:10',
      LOG_LEVEL: 'error',
      ...more,
    },
    stdio: 'ignore',
    detached: true,
  });
  const base = `http://127.0.0.1:${port}`;
  for (let tries = 0; ; tries += 1) {
    const isUp = await fetch(`${base}/whats-on`).then(
      ({ ok }) => ok,
      () => false,
    );
    if (isUp) break;
    if (tries > 150) throw new Error('the built application does not answer');
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  // Next starts a process of its own: the whole group ends.
  return { base, stop: () => process.kill(-server.pid!) };
}
