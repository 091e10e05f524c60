import type { OrganisationId, PersonId } from '../ids';
import type { Role } from '../roles';
import type { Viewer } from './right-to-know';

/** Who may read a calendar. */
export type Readers =
  | { readonly kind: 'everyone' }
  | { readonly kind: 'signed-in' }
  | {
      readonly kind: 'named';
      readonly people: readonly PersonId[];
      readonly roles: readonly Role[];
      readonly organisations: readonly OrganisationId[];
    }
  /** Whoever holds its private link. */
  | { readonly kind: 'link' };

/** Who may read a calendar, from everybody to those who hold a private link. */
export const READER_KINDS = [
  'everyone',
  'signed-in',
  'named',
  'link',
] as const satisfies readonly Readers['kind'][];

/** Somebody who wants to read: null without an account. */
export interface ReaderFacts {
  readonly viewer: Viewer | null;
  readonly organisations: readonly OrganisationId[];
}

/**
 * Whether somebody may read a calendar without its private link. Those who keep calendars read all of them: they
 * decide what stands there.
 */
export function mayRead(readers: Readers, { viewer, organisations }: ReaderFacts): boolean {
  if (readers.kind === 'everyone') return true;
  if (!viewer) return false;
  if (viewer.roles.includes('manager')) return true;
  switch (readers.kind) {
    case 'signed-in':
      return true;
    case 'link':
      return false;
    case 'named':
      return (
        readers.people.includes(viewer.personId) ||
        readers.roles.some((role) => viewer.roles.includes(role)) ||
        readers.organisations.some((each) => organisations.includes(each))
      );
  }
}
