import { execFileSync } from 'node:child_process';
import { cpSync, existsSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { freshFolder, killServer, serveFolder } from './serve';

// As README says under “Backing up and restoring”: a copy while it runs, the data folder lost, the copy put in its place.
const TSX = join('node_modules', '.bin', 'tsx');

/** What a stranger sees of an office, and who can sign in: the same world says the same. */
async function worldAt(base: string): Promise<unknown[]> {
  const text = async (path: string) => (await fetch(`${base}${path}`)).text();
  const signedIn = await fetch(`${base}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: base },
    body: JSON.stringify({ email: 'wren.calloway@quillmere.example', password: 'quillmere-2027' }),
  });
  return [
    signedIn.status,
    await text('/feeds/calendar/workshops/feed.json'),
    await text('/api/board?from=2027-04-13&days=7'),
    (await text('/feeds/calendar/workshops/feed.ics')).replace(/SOURCE.*/g, ''),
  ];
}

test('backed up while it runs, lost, and restored by the README: the same world, and everything holds', async () => {
  const data = freshFolder();
  const copies = freshFolder();
  cpSync(process.env.E2E_DEMO!, data, { recursive: true });
  const before = await serveFolder(data);
  const world = await worldAt(before.base);
  const copy = join(copies, 'monday.sqlite');
  const said = execFileSync(TSX, ['scripts/backup.ts', copy], {
    encoding: 'utf8',
    env: { ...process.env, CALENDARIO_DATA: data },
  });
  expect(said).toContain('all invariants hold');
  const secret = join(copies, 'session-secret');
  if (existsSync(join(data, 'session-secret'))) cpSync(join(data, 'session-secret'), secret);

  await killServer(before);
  rmSync(data, { recursive: true });
  cpSync(copy, join(data, 'calendario.sqlite'));
  for (const folder of ['files', 'mail'])
    if (existsSync(`${copy}.${folder}`)) renameSync(`${copy}.${folder}`, join(data, folder));
  if (existsSync(secret)) cpSync(secret, join(data, 'session-secret'));

  const after = await serveFolder(data, before);
  expect(await worldAt(after.base)).toEqual(world);
  await killServer(after);
  execFileSync(TSX, ['scripts/verify.ts', join(data, 'calendario.sqlite')]);
  for (const folder of [data, copies]) rmSync(folder, { recursive: true, force: true });
}, 240_000);
