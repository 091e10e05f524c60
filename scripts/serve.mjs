import { spawn } from 'node:child_process';
import { ROOT } from './prepare.mjs';

/** Runs the built application in the foreground; ends with it. PORT and HOST come from the environment. */
export function serve({ port, host }) {
  const child = spawn('npx', ['next', 'start', '-H', host, '-p', String(port)], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code) => process.exit(code ?? 0));
}

export const address = () => ({
  port: Number(process.env.PORT ?? 3000),
  host: process.env.HOST ?? '127.0.0.1',
});
