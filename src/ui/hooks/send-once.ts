import { isUnanswered, send, type Sent } from './send';

// Kept with the tab, so that what was sent before a reload and is sent again after it is still one thing.
const STORE = 'calendario-unanswered';

type Keys = Readonly<Record<string, string>>;

const read = (): Keys => JSON.parse(sessionStorage.getItem(STORE) ?? '{}') as Keys;
const write = (keys: Keys): void => sessionStorage.setItem(STORE, JSON.stringify(keys));

/** The key of a command until it is answered. */
function keyFor(command: string): string {
  const keys = read();
  const key = keys[command] ?? crypto.randomUUID();
  write({ ...keys, [command]: key });
  return key;
}

function forget(command: string): void {
  const { [command]: _, ...others } = read();
  write(others);
}

/**
 * Sends a command with an idempotency key. The same command goes out under the same key until an answer has come, by
 * whatever press and from whatever part of the page, so that a reply that was lost is not a second command; answered, the
 * next press is a new one.
 */
export async function sendOnce<Value>(
  url: string,
  body: Readonly<Record<string, unknown>>,
  signal?: AbortSignal,
): Promise<Sent<Value>> {
  const command = `${url} ${JSON.stringify(body)}`;
  const sent = await send<Value>('POST', url, { ...body, key: keyFor(command) }, signal);
  if (!isUnanswered(sent)) forget(command);
  return sent;
}
