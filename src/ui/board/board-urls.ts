import type { LocalDate } from '@/core/time/local-time';

/** Where the board's two parts come from; the page has them preloaded by the same addresses. */
export const OFFICE_URL = '/api/board/office';
export const spanUrl = (from: LocalDate, days: number): string => `/api/board?from=${from}&days=${days}`;
