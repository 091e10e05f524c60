/** One thing that is wrong with one field; `path` as in `equipment.0.quantity`. */
export interface FieldFault {
  readonly path: string;
  readonly message: string;
}

/** What a schema found wrong, field by field. The path is joined by dots, and empty for a fault of the whole form. */
export const faultsOfIssues = (
  issues: readonly { readonly path: readonly PropertyKey[]; readonly message: string }[],
): FieldFault[] => issues.map(({ path, message }) => ({ path: path.join('.'), message }));

/** Why something was not done, as data; contracts/words says it, the server maps it to a status. */
export type Refusal =
  | { readonly code: 'bad-input'; readonly fields: readonly FieldFault[] }
  | { readonly code: 'put-right'; readonly fields: readonly FieldFault[] }
  | { readonly code: 'malformed' }
  | { readonly code: 'too-large'; readonly limitKb: number }
  /** What was sent is no house that can be brought in. */
  | { readonly code: 'bad-archive'; readonly why: string }
  | { readonly code: 'file-too-large'; readonly limitMb: number }
  | { readonly code: 'cross-site' }
  /** Before the first day of an office. */
  | { readonly code: 'not-set-up' }
  | { readonly code: 'sign-in-first' }
  | { readonly code: 'wrong-credentials' }
  | { readonly code: 'too-many-tries'; readonly minutes: number }
  /** As many passwords are being looked at as may be at once. */
  | { readonly code: 'sign-ins-busy' }
  /** People without an account had all the work there is for them just now. */
  | { readonly code: 'wait-or-sign-in'; readonly minutes: number }
  /** A link to set a password with: used, lapsed, or followed by a newer one. */
  | { readonly code: 'link-over' }
  | { readonly code: 'not-allowed'; readonly what: string }
  | { readonly code: 'not-found'; readonly what: string }
  | { readonly code: 'stale'; readonly since: string }
  | { readonly code: 'conflict'; readonly sentences: readonly string[]; readonly dates: number }
  | { readonly code: 'not-waiting' }
  | { readonly code: 'consent-moved' }
  | { readonly code: 'consent-awaited'; readonly sentences: readonly string[] }
  | { readonly code: 'needs-reason'; readonly sentences: readonly string[] }
  | { readonly code: 'no-such-step'; readonly date: string; readonly state: string }
  | { readonly code: 'past'; readonly date: string }
  | {
      readonly code: 'nothing-there';
      readonly date: string;
      readonly what: 'proposal' | 'change' | 'hold' | 'fallback';
    }
  /** Answered on the site, taken back by the office, or lapsed. */
  | { readonly code: 'offer-over' }
  | { readonly code: 'offer-answered' }
  | { readonly code: 'begun'; readonly date: string }
  | { readonly code: 'no-space-yet'; readonly date: string }
  | {
      readonly code: 'cannot-undo';
      readonly why: 'too-late' | 'undone' | 'not-yours' | 'changed' | 'taken' | 'nothing';
      readonly since: string;
      /** What would do instead, where the place is taken. */
      readonly sentences?: readonly string[];
    }
  /** Something of the house that other things need. */
  | { readonly code: 'in-use'; readonly sentences: readonly string[] }
  /** One source sends more at once than is kept waiting for it. */
  | { readonly code: 'too-many-at-once' }
  /** As much long work is waiting as is kept waiting. */
  | { readonly code: 'long-work-busy' }
  | { readonly code: 'key-used' }
  | { readonly code: 'busy' }
  /** Whoever sent it stopped it before it was done. */
  | { readonly code: 'stopped' }
  /** Our own mistake; what it was is in the log under this id and nowhere else. */
  | { readonly code: 'failed'; readonly id: string };

export type RefusalCode = Refusal['code'];

/** What a use case gives: its value, or a refusal, which is no error. */
export type Outcome<Value> =
  { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly refusal: Refusal };

/** It was done, and this is what it gives. */
export const done = <Value>(value: Value): Outcome<Value> => ({ ok: true, value });
/** It was not done, and this is why. */
export const refuse = (refusal: Refusal): { readonly ok: false; readonly refusal: Refusal } => ({
  ok: false,
  refusal,
});

/** The one shape of an error reply. Fields are empty where the fault is none of a field. */
export interface ErrorReply {
  readonly error: {
    /** `unreachable` is what a browser says by itself where no answer came. */
    readonly code: RefusalCode | 'unreachable';
    readonly message: string;
    readonly fields: readonly FieldFault[];
    /** Further sentences, one for each thing in the way. */
    readonly details: readonly string[];
  };
}
