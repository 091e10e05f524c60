import { availableParallelism } from 'node:os';
import argon2 from 'argon2';
import { done, refuse, type Outcome } from '@/contracts/refusal';

// OWASP's minimum for argon2id (value from memory): 19 MiB, 2 passes, 1 lane.
const OPTIONS = { type: argon2.argon2id, memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/**
 * Node has four threads for such work, and SQLite needs the others; a core is left for all else. More at once would make
 * every reader wait.
 */
export const MOST_AT_ONCE = Math.max(1, Math.min(2, availableParallelism() - 1));

// Next loads the server in several bundles: what is counted is counted for the process.
const holder = globalThis as typeof globalThis & { calendarioHashes?: number };

/** Does it unless as many are being done already: then whoever sent it is told to try again, and nothing waits. */
async function ifFree<Value>(work: () => Promise<Value>): Promise<Outcome<Value>> {
  const running = holder.calendarioHashes ?? 0;
  if (running >= MOST_AT_ONCE) return refuse({ code: 'sign-ins-busy' });
  holder.calendarioHashes = running + 1;
  try {
    return done(await work());
  } finally {
    holder.calendarioHashes -= 1;
  }
}

export const hashPassword = (password: string): Promise<Outcome<string>> =>
  ifFree(() => argon2.hash(password, OPTIONS));

/** For people made from an office file and not by a request: there is no bound. */
export const hashForFile = (password: string): Promise<string> => argon2.hash(password, OPTIONS);

// An unknown address must cost as much time as a wrong password.
let nobody: Promise<string> | undefined;

export const isPassword = (hash: string | null, password: string): Promise<Outcome<boolean>> =>
  ifFree(async () => {
    const matches = await argon2.verify(
      hash ?? (await (nobody ??= hashForFile('no account has this'))),
      password,
    );
    return hash !== null && matches;
  });
