import { createHash, randomBytes } from 'node:crypto';

/** What stands in a link that answers an offer: 256 random bits, unguessable. */
export const newOfferToken = (): string => randomBytes(32).toString('base64url');

/** What is kept of it. */
export const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');
