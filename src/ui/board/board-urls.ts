import type { LocalDate } from '@/core/time/local-time';

/** Where the board's two parts come from; the page has them preloaded by the same addresses. */
export const HOUSE_URL = '/api/board/house';
export const spanUrl = (from: LocalDate, days: number): string => `/api/board?from=${from}&days=${days}`;
