import { groupBy } from '@/core/lists';
import type { SpaceId } from '../ids';

/** One line of the composition: `parent` contains `child` whole. */
export interface SpaceChild {
  readonly parent: SpaceId;
  readonly child: SpaceId;
}

/** What a space is made of: parts of its own, or of other spaces; the reason where it cannot be. */
export type Composition =
  | { readonly kind: 'composed'; readonly leaves: ReadonlyMap<SpaceId, readonly SpaceId[]> }
  | { readonly kind: 'cycle'; readonly path: readonly SpaceId[] };

/**
 * The undivided spaces each space is made of, by transitive closure over any depth; a space without children is its
 * own only part. Parts may be shared by several combinations. Two spaces exclude each other exactly when these sets
 * intersect.
 */
export function composeSpaces(spaces: readonly SpaceId[], children: readonly SpaceChild[]): Composition {
  const childrenOf = groupBy(children, ({ parent }) => parent);
  const leaves = new Map<SpaceId, readonly SpaceId[]>();
  let cycle: readonly SpaceId[] | null = null;

  const visit = (space: SpaceId, path: readonly SpaceId[]): readonly SpaceId[] => {
    if (path.includes(space)) {
      cycle ??= [...path.slice(path.indexOf(space)), space];
      return [];
    }
    const known = leaves.get(space);
    if (known) return known;
    const below = (childrenOf.get(space) ?? []).map(({ child }) => child);
    const found = below.length
      ? [...new Set(below.flatMap((child) => visit(child, [...path, space])))].sort((a, b) => a - b)
      : [space];
    if (!cycle) leaves.set(space, found);
    return found;
  };
  for (const space of spaces) visit(space, []);
  return cycle ? { kind: 'cycle', path: cycle } : { kind: 'composed', leaves };
}
