import { NextResponse, type NextRequest } from 'next/server';
import { bucket, headers, hostsOf, policyOf, refusalOf } from './server/door/door';

const development = process.env.NODE_ENV === 'development';
const hosts = hostsOf(process.env.KINDLY_HOSTS);
const mayAsk = bucket(2000, 500);

const refuse = (status: number, words: string): NextResponse =>
  new NextResponse(words, { status, headers: { ...headers, 'content-type': 'text/plain; charset=utf-8' } });

/** Every request comes through here, static files too; see `server/door/door.ts`. */
export function proxy(request: NextRequest): NextResponse {
  const refused = refusalOf(
    { method: request.method, path: request.nextUrl.pathname, header: (name) => request.headers.get(name) },
    hosts,
  );
  if (refused) return refuse(refused.status, refused.words);
  if (!mayAsk(Date.now())) return refuse(429, 'Too much is asked at once: wait a moment.');
  const nonce = btoa(crypto.randomUUID());
  const policy = policyOf(nonce, development);
  const passed = new Headers(request.headers);
  passed.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers: passed } });
  for (const [name, value] of Object.entries(headers)) response.headers.set(name, value);
  response.headers.set('content-security-policy', policy);
  return response;
}
