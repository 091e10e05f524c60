import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

/** A copy of the tracked files as they are now, with the packages that are installed here and nothing else. */
export function freshCheckout(): string {
  const folder = process.env.E2E_APP ?? mkdtempSync(join(tmpdir(), 'calendario-checkout-'));
  const tracked = execFileSync('git', ['ls-files', '-z'], { encoding: 'utf8' }).split('\0');
  // A file that was removed and not yet committed is named but not there.
  for (const file of tracked.filter((each) => each && existsSync(each))) {
    mkdirSync(join(folder, dirname(file)), { recursive: true });
    cpSync(file, join(folder, file));
  }
  linkPackages(folder);
  return folder;
}

/** Hard links: the bundler follows no link that leads out of its folder. */
function linkPackages(folder: string): void {
  const to = join(folder, 'node_modules');
  try {
    execFileSync('cp', ['-al', 'node_modules', to], { stdio: 'ignore' });
  } catch {
    rmSync(to, { recursive: true, force: true });
    execFileSync('cp', ['-a', 'node_modules', to]);
  }
  // What is said to be built here is not built there; written through a link, the note would change here too.
  const notes = join(to, '.calendario');
  const done = join('node_modules', '.calendario');
  rmSync(notes, { recursive: true, force: true });
  for (const each of ['downloaded', 'compiled']) cpSync(join(done, each), join(notes, each));
  rmSync(join(to, '.cache'), { recursive: true, force: true });
}

/** What stands in the folder itself, hidden or not. */
export const standsIn = (folder: string): string[] => readdirSync(folder).sort();

export interface Command {
  readonly process: ChildProcess;
  /** What it has said so far. */
  said(): string;
}

/** One of the README's commands, with nothing in its environment that tests need. */
export function runCommand(
  folder: string,
  args: readonly string[],
  more: Readonly<Record<string, string>>,
): Command {
  const { PATH, HOME, TMPDIR } = process.env;
  const started = spawn('npm', ['run', ...args], {
    cwd: folder,
    env: { PATH, HOME, TMPDIR, NODE_ENV: undefined, ...more } as unknown as NodeJS.ProcessEnv,
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true,
  });
  const parts: string[] = [];
  for (const stream of [started.stdout, started.stderr])
    stream.on('data', (part) => parts.push(String(part)));
  return { process: started, said: () => parts.join('') };
}

/** As Ctrl+C would; waits until it is gone. */
export async function endCommand({ process: child }: Command): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((resolve) => child.once('exit', resolve));
  process.kill(-child.pid!, 'SIGINT');
  await gone;
}
