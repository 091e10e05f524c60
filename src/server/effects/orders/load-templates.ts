import type { OccurrenceId, RequestId } from '@/core/ids';
import type { OrderTemplate } from '@/core/work-orders/template';
import type { Reader } from '../../db/connection';
import { officeTemplates, toTemplate } from '../../repositories/world/templates';
import { TEMPLATES } from './orders.queries';

export interface TemplateBook {
  /** The office's templates, and those made by hand for this date or for all dates of its request. */
  forDate(requestId: RequestId, occurrenceId: OccurrenceId): readonly OrderTemplate[];
}

/** The templates in use, a service without one made up for, and what was made by hand for these requests. */
export async function loadTemplates(reader: Reader, requests: readonly RequestId[]): Promise<TemplateBook> {
  const { house: rows, byHand } = await reader.value(TEMPLATES, { requests });
  const house = officeTemplates(rows);
  return {
    forDate: (requestId, occurrenceId) => {
      const own = byHand.filter(
        (row) =>
          row.requestId === requestId && (row.occurrenceId === null || row.occurrenceId === occurrenceId),
      );
      return own.length ? [...house, ...own.map(toTemplate)] : house;
    },
  };
}
