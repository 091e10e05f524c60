// What the other commands need on a bare machine with nothing but Node: no import from node_modules here.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
const STAMPS = join(ROOT, 'node_modules', '.calendario');

/** Ends the command with what to do about it. */
export function giveUp(what, advice) {
  console.error(`\n${what}\n  ${advice}`);
  process.exit(1);
}

export function run(command, args, { advice, env = {}, quiet = false }) {
  const result = spawnSync(command, args, {
    cwd: ROOT,
    stdio: quiet ? ['ignore', 'ignore', 'inherit'] : 'inherit',
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
  });
  if (result.error || result.status !== 0)
    giveUp(
      `“${[command, ...args].join(' ')}” ${result.error ? 'could not be started' : `failed (${result.status ?? result.signal})`}.`,
      advice,
    );
}

/** Several commands side by side; each has to succeed. */
export async function runTogether(commands) {
  const codes = commands.map(
    ({ command, args }) =>
      new Promise((resolve) => {
        const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit' });
        child.on('error', () => resolve('not started'));
        child.on('close', resolve);
      }),
  );
  for (const [index, code] of (await Promise.all(codes)).entries()) {
    const { command, args, advice } = commands[index];
    if (code !== 0) giveUp(`“${[command, ...args].join(' ')}” failed (${code}).`, advice);
  }
}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 9))
    giveUp(`This is Node ${process.versions.node}.`, 'Install Node 20.9 or newer and run the command again.');
}

function filesBelow(path) {
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path)
    .sort()
    .flatMap((name) => filesBelow(join(path, name)));
}

function hashOf(paths) {
  const hash = createHash('sha256');
  for (const path of paths.flatMap((each) => filesBelow(join(ROOT, each))))
    hash.update(path).update(readFileSync(path));
  return hash.digest('hex');
}

/** Runs `work` unless it was done before on exactly these files. */
function once(name, paths, isThere, work) {
  const stamp = join(STAMPS, name);
  const hash = hashOf(paths);
  if (isThere() && existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  work();
  mkdirSync(STAMPS, { recursive: true });
  writeFileSync(stamp, hash);
}

export function install() {
  once(
    'installed',
    ['package-lock.json'],
    () => existsSync(join(ROOT, 'node_modules', 'next')),
    () => {
      console.log('Installing packages (SQLite may be compiled: about two minutes) …');
      // Not `npm ci`: it refuses the lock file where a registry lacks optional packages of other platforms.
      run('npm', ['install', '--no-save', '--no-audit', '--no-fund'], {
        advice:
          'Check that the npm registry can be reached and that python3, make and g++ are installed (Debian: apt-get install python3 make g++).',
      });
    },
  );
}

const SOURCES = ['src', 'package-lock.json', 'next.config.mjs', 'postcss.config.mjs', 'tsconfig.json'];

export function build() {
  once(
    'built',
    SOURCES,
    () => existsSync(join(ROOT, '.next', 'BUILD_ID')),
    () => {
      console.log('Building …');
      run('npx', ['next', 'build'], {
        advice: 'The errors above name the files; “npm run check-types” shows them all.',
      });
    },
  );
}

export const tsx = (script, ...args) => ['npx', ['tsx', join('scripts', script), ...args]];

function apt(packages, advice) {
  const sudo = process.getuid?.() === 0 ? [] : ['sudo'];
  for (const args of [
    ['update', '-qq'],
    ['install', '-y', '-qq', ...packages],
  ]) {
    const [command, ...rest] = [...sudo, 'apt-get', ...args];
    run(command, rest, { advice, env: { DEBIAN_FRONTEND: 'noninteractive' } });
  }
}

/**
 * Debian's headless chromium, for the tests that use the interface: without the windows of the whole one it needs two
 * thirds of the time.
 */
export function browser() {
  const known = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];
  const path = process.env.CHROMIUM ?? known.find(existsSync) ?? known[0];
  if (existsSync(path)) return path;
  console.log('Installing Debian’s headless chromium for the tests …');
  apt(
    ['chromium-headless-shell'],
    'Install chromium by hand, or name another one: CHROMIUM=/path/to/chromium npm test',
  );
  return path;
}

/** Debian's readers of what we write, as a second opinion: iCalendar in Python, PDF by poppler. */
export function outsideReaders() {
  const works = (command, ...args) => {
    const result = spawnSync(command, args);
    return !result.error && result.status === 0;
  };
  if (works('/usr/bin/python3', '-c', 'import icalendar, recurring_ical_events') && works('pdftotext', '-v'))
    return;
  console.log('Installing Debian’s readers of iCalendar and PDF for the tests …');
  const packages = ['python3-icalendar', 'python3-recurring-ical-events', 'poppler-utils'];
  apt(packages, `Install ${packages.join(', ')} by hand.`);
}
