import { isEntryKind, KIND_WORDS, type EntryKind, type Keeping } from '@/contracts/administration/kinds';
import type { Action } from './policy';

const KEEPS: Readonly<Record<Keeping, Action>> = {
  office: 'administration.change',
  housekeeper: 'office.change',
  people: 'people.change',
};

/** Who changes things of a kind. */
export const keepingOf = (kind: EntryKind): Action => KEEPS[KIND_WORDS[kind].keptBy];

/** Who sees them: people and their roles are not for everybody in the office. */
export const readingOf = (kind: EntryKind): Action =>
  KIND_WORDS[kind].keptBy === 'people' ? 'people.change' : 'administration.read';

export const keepingOfAddress = ({ kind = '' }: Readonly<Record<string, string>>): Action | null =>
  isEntryKind(kind) ? keepingOf(kind) : null;
