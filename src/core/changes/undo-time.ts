/** For so long a change can be taken back. In minutes. */
export const UNDO_MINUTES = 10;

/** What is told of a change, in letters and to readers, waits for longer: what is taken back is never told. */
export const MAIL_WAIT_MIN = UNDO_MINUTES + 1;
