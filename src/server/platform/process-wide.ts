/**
 * What a process has once, whatever bundle of the built application asks for it: each bundle has modules of its own, and
 * only `globalThis` is the same for all of them.
 */
export interface ProcessWide<Value> {
  value: Value | undefined;
}

/** @param name names it among all that a process has once */
export function processWide<Value>(name: string): ProcessWide<Value> {
  const key = Symbol.for(`calendario: ${name}`);
  const holder = globalThis as unknown as Record<symbol, ProcessWide<Value> | undefined>;
  return (holder[key] ??= { value: undefined });
}
