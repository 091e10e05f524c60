import { NEEDS_SCRIPTS_PAGE } from '@/contracts/needs-scripts';

/** Where a form goes whose page has no scripts running, or none yet: nothing is read or kept, and a page says so. */
export const POST = (): Response =>
  new Response(null, { status: 303, headers: { Location: NEEDS_SCRIPTS_PAGE, 'Cache-Control': 'no-store' } });
