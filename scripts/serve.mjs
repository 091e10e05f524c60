import { spawn } from 'node:child_process';
import { ROOT } from './prepare.mjs';

/**
 * How long an idle connection is kept, in milliseconds: longer than a proxy in front keeps its own (a minute, commonly), so
 * that no request is sent down a connection that the application closes in the same moment.
 */
const IDLE_MS = 75_000;

/** Runs the built application in the foreground; ends with it. PORT and HOST come from the environment. */
export function serve({ port, host }) {
  const child = spawn(
    'npx',
    ['next', 'start', '-H', host, '-p', String(port), '--keepAliveTimeout', String(IDLE_MS)],
    {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
    },
  );
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code) => process.exit(code ?? 0));
}

export const address = () => ({
  port: Number(process.env.PORT ?? 3000),
  host: process.env.HOST ?? '127.0.0.1',
});
