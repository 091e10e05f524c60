import argon2 from 'argon2';

// OWASP's minimum for argon2id (value from memory): 19 MiB, 2 passes, 1 lane.
const OPTIONS = { type: argon2.argon2id, memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

export const hashPassword = (password: string): Promise<string> => argon2.hash(password, OPTIONS);

// An unknown address must cost as much time as a wrong password.
const nobody = hashPassword('no account has this password');

export async function isPassword(hash: string | null, password: string): Promise<boolean> {
  const matches = await argon2.verify(hash ?? (await nobody), password);
  return hash !== null && matches;
}
