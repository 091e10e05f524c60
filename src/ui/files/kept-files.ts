import { del, get, set } from 'idb-keyval';

// Files that were picked and are not sent yet, kept in the browser's own store: through a reload and through signing in.

const nameOf = (key: string) => `calendario-file ${key}`;
/** Where the browser has no store, as in some private windows, they are kept as long as the page. */
const inMemory = new Map<string, Blob>();

export async function keepFile(key: string, blob: Blob): Promise<void> {
  inMemory.set(key, blob);
  await set(nameOf(key), blob).catch(() => undefined);
}

/** Null where it is not kept, or no longer. */
export async function keptFile(key: string): Promise<Blob | null> {
  return inMemory.get(key) ?? (await get<Blob>(nameOf(key)).catch(() => undefined)) ?? null;
}

export async function forgetFile(key: string): Promise<void> {
  inMemory.delete(key);
  await del(nameOf(key)).catch(() => undefined);
}
