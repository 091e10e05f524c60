import { availableParallelism } from 'node:os';
import argon2 from 'argon2';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';
import { processWide } from '../platform/process-wide';

// OWASP's minimum for argon2id (value from memory): 19 MiB, 2 passes, 1 lane.
const OPTIONS = { type: argon2.argon2id, memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/**
 * Node has four threads for such work, and SQLite needs the others; a core is left for all else. More at once would make
 * every reader wait.
 */
export const MOST_AT_ONCE = Math.max(1, Math.min(2, availableParallelism() - 1));

/** People who sign in at the same moment wait for one another, a quarter of a second at most. */
export const MOST_WAITING = 4;

interface Hashing {
  running: number;
  readonly waiting: (() => void)[];
}

// Next loads the server in several bundles: what is counted is counted for the process.
const held = processWide<Hashing>('hashing');
const hashing = (): Hashing => (held.value ??= { running: 0, waiting: [] });

/** Does it in its turn, unless many wait already: then whoever sent it is told to try again at once. */
async function inTurn<Value>(work: () => Promise<Value>): Promise<Outcome<Value>> {
  const all = hashing();
  if (all.running < MOST_AT_ONCE) all.running += 1;
  else if (all.waiting.length >= MOST_WAITING) return refuse({ code: 'sign-ins-busy' });
  // Whoever ends hands its place over.
  else await new Promise<void>((resolve) => all.waiting.push(resolve));
  try {
    return done(await work());
  } finally {
    const next = all.waiting.shift();
    if (next) next();
    else all.running -= 1;
  }
}

export const hashPassword = (password: string): Promise<Outcome<string>> =>
  inTurn(() => argon2.hash(password, OPTIONS));

/** For people made from an office file and not by a request: there is no bound. */
export const hashForFile = (password: string): Promise<string> => argon2.hash(password, OPTIONS);

// An unknown address must cost as much time as a wrong password.
let nobody: Promise<string> | undefined;

export const isPassword = (hash: string | null, password: string): Promise<Outcome<boolean>> =>
  inTurn(async () => {
    const matches = await argon2.verify(
      hash ?? (await (nobody ??= hashForFile('no account has this'))),
      password,
    );
    return hash !== null && matches;
  });
