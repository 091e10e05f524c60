import { randomBytes } from 'node:crypto';
import { NextResponse, type NextRequest } from 'next/server';
import { NONCE_HEADER, pagePolicy } from './server/http/page-policy';

/**
 * Gives each page a nonce of its own: only scripts that carry it run, so that what somebody smuggles into a page does
 * not. Next reads it from the header of the request and puts it on its own start-up scripts.
 */
export function proxy(request: NextRequest): NextResponse {
  const nonce = randomBytes(16).toString('base64');
  const policy = pagePolicy(nonce, request.nextUrl.pathname.startsWith('/embed/') ? '*' : "'none'");
  const headers = new Headers(request.headers);
  headers.set('Content-Security-Policy', policy);
  headers.set(NONCE_HEADER, nonce);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('Content-Security-Policy', policy);
  return response;
}

// Pages alone: what else is served brings a policy of its own or needs none.
export const config = { matcher: '/((?!api/|feeds/|language/|_next/|icon).*)' };
