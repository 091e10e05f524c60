import type { RefusalCode } from '@/contracts/refusal';

/** The one table from refusal to HTTP status. */
export const STATUS: Readonly<Record<RefusalCode, number>> = {
  'bad-input': 400,
  malformed: 400,
  'put-right': 422,
  'needs-reason': 422,
  'too-large': 413,
  'file-too-large': 413,
  'cross-site': 403,
  'sign-in-first': 401,
  'wrong-credentials': 401,
  'too-many-tries': 429,
  'not-allowed': 403,
  'not-found': 404,
  stale: 409,
  clash: 409,
  'no-such-step': 409,
  past: 409,
  'nothing-there': 409,
  'no-space-yet': 409,
  begun: 409,
  'cannot-undo': 409,
  'key-used': 409,
  busy: 503,
  failed: 500,
};
