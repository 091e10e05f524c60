import type { AccountMailKind } from '@/core/changes/mail-due';
import type { LinkPurpose } from '@/contracts/accounts/account';
import type { Writer } from '../../db/connection';
import { hashOf } from './offer-link';
import { DROP_OLDER_LINKS } from './mail.queries';
import type { PersonId } from '@/core/ids';
import { AccountLink } from '../../db/tables/people';

const HOUR_MS = 60 * 60 * 1000;

/** How long a link holds, in the real clock; contracts/words/mail says the same in words. */
const HOLDS_MS: Readonly<Record<LinkPurpose, number>> = {
  invitation: 7 * 24 * HOUR_MS,
  'new-password': 2 * HOUR_MS,
  registration: 24 * HOUR_MS,
};

/** What the link of a letter is for; null where it has none. */
export const purposeOf = (kind: AccountMailKind): LinkPurpose | null =>
  kind === 'password-changed' ? null : kind;

/** Keeps the hash of a link that goes out. Those sent before to the same person or address are over with it. */
export async function keepAccountLink(
  tx: Writer,
  token: string,
  nowMs: number,
  link: {
    readonly outbox: number;
    readonly purpose: LinkPurpose;
    readonly person: PersonId | null;
    readonly name: string;
    readonly email: string;
  },
): Promise<void> {
  await tx.execute(DROP_OLDER_LINKS, { email: link.email, person: link.person });
  await tx.table(AccountLink).insert({
    hash: hashOf(token),
    outbox_id: link.outbox,
    purpose: link.purpose,
    person_id: link.person,
    name: link.name,
    email: link.email,
    expires_ms: nowMs + HOLDS_MS[link.purpose],
  });
}
