import { NEEDS_SCRIPTS_PAGE } from '@/contracts/base/needs-scripts';
import { goOnTo } from '@/server/http/form-route';
import { answer, refusalResponse, writerFor } from '@/server/http/route';

/** Where a form goes whose page has no scripts running, or none yet: nothing is read or kept, and a page says so. */
export const POST = (request: Request): Promise<Response> =>
  answer(request, async () => {
    // Before the first day too: its form is one of them.
    const ctx = await writerFor(request, 'office.start');
    return ctx.ok ? goOnTo(NEEDS_SCRIPTS_PAGE) : refusalResponse(ctx.refusal);
  });
