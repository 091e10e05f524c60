/** Most days the board shows side by side. */
export const MOST_BOARD_DAYS = 14;
