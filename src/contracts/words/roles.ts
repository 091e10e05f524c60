import { texts } from '@/contracts/language/translate';
import type { Role } from '@/core/roles';

/** What roles are called. */
export const ROLE_WORDS: Readonly<Record<Role, string>> = texts({
  requester: 'requester',
  manager: 'manager',
  crew: 'crew',
  steward: 'steward',
  housekeeper: 'housekeeper',
});
