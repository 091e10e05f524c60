/** For so long a change can be taken back. */
export const UNDO_MINUTES = 10;

/** Mail about a change waits for longer than that, so that what is taken back is never told. */
export const MAIL_WAIT_MIN = UNDO_MINUTES + 1;
