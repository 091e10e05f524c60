import { texts } from '@/contracts/language/translate';
import type { ServiceState } from '@/core/work-orders/service-due';

/** How far a service is arranged. */
export const SERVICE_STATE_WORDS: Readonly<Record<ServiceState, string>> = texts({
  asked: 'asked for',
  arranging: 'being arranged',
  agreed: 'agreed',
  refused: 'refused',
});
