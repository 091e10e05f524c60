/** A list with something in it. */
export type Filled<Item> = readonly [Item, ...Item[]];

/** Whether there is anything in a list; then it has a first. */
export const isFilled = <Item>(list: readonly Item[]): list is Filled<Item> => list.length > 0;

/**
 * Items of the same key together, in the order in which each key and each item came first.
 * @returns no group is empty
 */
export function groupBy<Item, Key>(
  items: Iterable<Item>,
  keyOf: (item: Item) => Key,
): Map<Key, [Item, ...Item[]]> {
  const groups = new Map<Key, [Item, ...Item[]]>();
  for (const item of items) {
    const key = keyOf(item);
    const group = groups.get(key);
    if (group) group.push(item);
    else groups.set(key, [item]);
  }
  return groups;
}

/**
 * Each item of one list with what stands in its place in the other.
 * @throws RangeError where the lists are not of the same length
 */
export function pairs<A, B>(one: readonly A[], other: readonly B[]): [A, B][] {
  if (one.length !== other.length) throw new RangeError(`${one.length} and ${other.length} make no pairs`);
  return one.map((item, index) => [item, other[index] as B]);
}

/**
 * What was loaded for keys that are known to be there: rows that foreign keys hold, sums over one's own list.
 * @param what names it in the error
 * @throws Error where nothing was loaded for a key, which is a fault of ours and not of whoever asked
 */
export function loaded<Key, Value>(
  what: string,
  entries: Iterable<readonly [Key, Value]>,
): (key: Key) => Value {
  const known = new Map(entries);
  return (key) => {
    const value = known.get(key);
    if (value === undefined && !known.has(key)) throw new Error(`${what} ${String(key)} was not loaded`);
    return value as Value;
  };
}

/**
 * What stands at a place of a list that is known to be long enough.
 * @throws RangeError where it is not
 */
export function at<Item>(list: readonly Item[], index: number): Item {
  if (!(index in list)) throw new RangeError(`${list.length} have no place ${index}`);
  return list[index] as Item;
}

/** The names of a record whose names are all known. */
export const keysOf = <Key extends string>(record: Readonly<Record<Key, unknown>>): Key[] =>
  Object.keys(record) as Key[];

/** A record with a value for each of these names. */
export const recordOf = <Key extends string, Value>(
  keys: readonly Key[],
  valueOf: (key: Key) => Value,
): Record<Key, Value> => Object.fromEntries(keys.map((key) => [key, valueOf(key)])) as Record<Key, Value>;

/**
 * A value that a schema or a rule has seen to.
 * @throws Error where it is missing all the same, which is a fault of ours
 */
export function given<Value>(what: string, value: Value | null | undefined): Value {
  if (value === null || value === undefined) throw new Error(`${what} is missing`);
  return value;
}
