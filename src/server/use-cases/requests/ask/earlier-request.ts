import { Request } from '../../../db/tables/requests';
import { askSchema, type AskInput } from '@/contracts/requests/ask';
import type { Context } from '../../../context/context';
import { cleanPublicHtml } from '../../../platform/text/public-html';
import { accessTo } from '../../access/request-access';
import { loadRequest } from '../../../repositories/requests/request-rows';
import { readJson } from '../../../db/tables/column';

const NO_KEY = '00000000-0000-4000-8000-000000000000';

/** Kept from before there were bounds, a text may be beyond them: then one begins with an empty one. */
function startingText(asked: string): string {
  const clean = cleanPublicHtml(asked);
  return typeof clean === 'string' ? '' : clean.html;
}

/**
 * What was asked for in an earlier request, for a new one to start from; null where the viewer may not read it, or it was
 * asked for in a form of which too little can be read today.
 */
export async function earlierRequest(ctx: Context, reference: string): Promise<Omit<AskInput, 'key'> | null> {
  const { db, viewer } = ctx;
  const request = viewer && (await loadRequest(db, reference));
  if (!viewer || !request) return null;
  if (!(await accessTo({ ...ctx, viewer }, request))) return null;
  const row = await db.table(Request).first({ id: request.id });
  const asked: unknown = row && readJson(row.as_asked);
  const parsed = askSchema.safeParse({ ...Object(asked), key: NO_KEY });
  if (!parsed.success) return null;
  const { key: _key, ...rest } = parsed.data;
  return {
    ...rest,
    ...(rest.publicHtml !== undefined && { publicHtml: startingText(rest.publicHtml) }),
    // They were sent with that one, and for whoever that one was for.
    fileKeys: [],
    onBehalfOf: null,
  };
}
