// What the other commands need on a bare machine with nothing but Node: no import from node_modules here.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
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
    ({ command, args, env }) =>
      new Promise((resolve) => {
        const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
        child.on('error', () => resolve('not started'));
        child.on('close', resolve);
      }),
  );
  for (const [index, code] of (await Promise.all(codes)).entries()) {
    const { command, args, advice } = commands[index];
    if (code !== 0) giveUp(`“${[command, ...args].join(' ')}” failed (${code}).`, advice);
  }
}

/** Whether a version is one that `engines` of package.json promises; ranges of the forms `^20.19` and `>=24`. */
function isPromised(version, range) {
  const [major, minor] = version.split('.').map(Number);
  return range.split('||').some((each) => {
    const [, kind, wantedMajor, wantedMinor = '0'] = /^\s*(\^|>=)(\d+)(?:\.(\d+))?\s*$/.exec(each);
    if (kind === '>=' && major > Number(wantedMajor)) return true;
    return major === Number(wantedMajor) && minor >= Number(wantedMinor);
  });
}

export function checkNode() {
  const { engines } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8'));
  if (!isPromised(process.versions.node, engines.node))
    giveUp(
      `This is Node ${process.versions.node}.`,
      `Install another version (${engines.node}) and run the command again.`,
    );
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
    hash.update(relative(ROOT, path)).update(readFileSync(path));
  return hash.digest('hex');
}

const STILL_GOING_MS = 20_000;

/** A step that takes its time: says that it began, that it still goes on, and how long it took; its output if it fails. */
async function timed(what, command, args, advice, more = {}) {
  const startedMs = Date.now();
  const seconds = () => Math.round((Date.now() - startedMs) / 1000);
  console.log(`${what} …`);
  const stillGoing = setInterval(() => console.log(`  … ${what}: ${seconds()} s`), STILL_GOING_MS);
  const output = [];
  const code = await new Promise((resolve) => {
    const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...more };
    const child = spawn(command, args, { cwd: ROOT, env, stdio: ['ignore', 'pipe', 'pipe'] });
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => output.push(part));
    child.on('error', (error) => resolve(error.message));
    child.on('close', resolve);
  });
  clearInterval(stillGoing);
  if (code !== 0) {
    process.stderr.write(Buffer.concat(output));
    giveUp(`“${[command, ...args].join(' ')}” failed (${code}).`, advice);
  }
  console.log(`  ${what}: done after ${seconds()} s`);
}

const wasDone = (name, paths, isThere) => {
  const stamp = join(STAMPS, name);
  return isThere() && existsSync(stamp) && readFileSync(stamp, 'utf8') === hashOf(paths);
};

/** Runs `work` unless it was done before on exactly these files. */
async function once(name, paths, isThere, work) {
  if (wasDone(name, paths, isThere)) return;
  await work();
  mkdirSync(STAMPS, { recursive: true });
  writeFileSync(join(STAMPS, name), hashOf(paths));
}

/**
 * Packages, with nothing compiled yet: that is a step of its own, which says so. To run the application half of them will
 * do, and take half the time.
 */
async function download(withTests) {
  const locked = ['package-lock.json'];
  const isThere = () => existsSync(join(ROOT, 'node_modules', 'next'));
  if (!withTests && wasDone('downloaded', locked, isThere)) return;
  return once(withTests ? 'downloaded' : 'downloaded-to-run', locked, isThere, () => {
    // Not `npm ci`: it refuses the lock file where a registry lacks optional packages of other platforms.
    const args = [
      'install',
      '--no-save',
      '--no-audit',
      '--no-fund',
      '--ignore-scripts',
      '--loglevel=error',
      ...(withTests ? [] : ['--omit=dev']),
    ];
    return timed('Downloading packages', 'npm', args, 'Check that the npm registry can be reached.');
  });
}

const hasSqlite = () =>
  existsSync(join(ROOT, 'node_modules', 'sqlite3', 'build', 'Release', 'node_sqlite3.node'));

function compile() {
  return once('compiled', ['node_modules/sqlite3/package.json'], hasSqlite, () =>
    timed(
      'Preparing SQLite (it is compiled where nothing ready can be fetched: about two minutes)',
      'npm',
      ['rebuild', 'sqlite3', 'argon2', '--loglevel=error'],
      'Check that python3, make and g++ are installed (Debian: apt-get install python3 make g++).',
      // Node's own -O3 takes a third longer to compile.
      { CFLAGS: '-O2', CXXFLAGS: '-O2' },
    ),
  );
}

const SOURCES = [
  'src',
  'demo',
  'package-lock.json',
  'next.config.mjs',
  'scripts/bundle-long-work.mjs',
  'postcss.config.mjs',
  'tsconfig.json',
];

const BUILT = [join(ROOT, '.next', 'BUILD_ID'), join(ROOT, '.next', 'long-work.mjs')];

function buildPages() {
  const advice = 'The errors above name the files; “npm run check-types” shows them all.';
  return once(
    'built',
    SOURCES,
    () => BUILT.every(existsSync),
    async () => {
      await timed('Building the pages', 'npx', ['next', 'build'], advice);
      run('node', ['scripts/bundle-long-work.mjs'], { advice });
    },
  );
}

/** Everything but the pages; `withTests` brings what the tests need, too. */
export async function install({ withTests = false } = {}) {
  await download(withTests);
  await compile();
}

/** The same, giving back as soon as the packages are there: SQLite is compiled beside what needs none of it. */
export async function installAndGoOn() {
  await download(true);
  return { compiled: compile() };
}

/** Everything the server needs. One after the other: beside each other on two cores both take longer than in turn. */
export async function installAndBuild(wanted) {
  await install(wanted);
  await buildPages();
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
