import { cookies, headers } from 'next/headers';
import { forbidden, redirect } from 'next/navigation';
import { cache } from 'react';
import { permissionFor, type Action } from '../auth/policy';
import type { SignedInPerson } from '../auth/sessions';
import type { Context, SignedInContext } from '../context/context';
import { runtime } from './runtime';
import { SOURCE_HEADER } from './incoming-requests';
import { NONCE_HEADER } from './page-policy';
import { isSetUp } from './set-up';
import { personOfCookie, SESSION_COOKIE } from './session-cookie';

export interface PageContext extends Context {
  readonly viewer: SignedInPerson | null;
}

/** Who is looking: frame and page ask, and are told the same, once for each request. */
export const currentContext = cache(async (): Promise<PageContext> => {
  // Cookies first: asking for them ends the build's try of a page before anything of the office is opened.
  const session = (await cookies()).get(SESSION_COOKIE)?.value;
  const { base } = await runtime();
  const source = (await headers()).get(SOURCE_HEADER) ?? undefined;
  return { ...base, viewer: await personOfCookie(base.db, session), source };
});

/**
 * The context of a page after asking the policy: without an account one is sent to sign in and comes back to `path`;
 * without the right one sees the page that says so (403).
 */
export async function pageContext(action: Action, path: string): Promise<PageContext> {
  const ctx = await currentContext();
  // An office that is not set up yet has nothing else to show.
  if (!(await isSetUp(ctx.db))) redirect('/start');
  const permission = permissionFor(action, ctx.viewer);
  if (permission === 'sign-in-first') redirect(`/sign-in?next=${encodeURIComponent(path)}`);
  if (permission === 'not-allowed') forbidden();
  return ctx;
}

export async function signedInPage(action: Action, path: string): Promise<SignedInContext & PageContext> {
  const ctx = await pageContext(action, path);
  if (!ctx.viewer) throw new Error(`the policy of ${action} lets in people without an account`);
  return { ...ctx, viewer: ctx.viewer };
}

/** The nonce of this page, for a script that is written into it. */
export const pageNonce = async (): Promise<string | undefined> =>
  (await headers()).get(NONCE_HEADER) ?? undefined;
