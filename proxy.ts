import { NextResponse, type NextRequest } from 'next/server';
import { bucket, givesData, headers, hostsOf, policyOf, refusalOf } from './server/door/door';
import { actionName } from './server/room/action-names';
import { mayPass } from './server/room/pass';
import { DOOR, roomOf, type Entrance } from './server/room/listener';
import { SHOWN, WHO, whoAsks, written, type Who } from './server/room/who';
import { troubleOf } from './server/trouble';
import { house } from './server/wiring';

const development = process.env.NODE_ENV === 'development';
const here = hostsOf(process.env.KINDLY_HOSTS);
/** Whoever floods us empties a bucket of his own: strangers none of the phones', and nobody the desk's. */
const mayAsk = { desk: bucket(2000, 500), phones: bucket(2000, 500), strangers: bucket(400, 100) };

/** What is sent with every answer, also with one that leads to the door. */
function withHeaders(response: NextResponse): NextResponse {
  for (const [name, value] of Object.entries(headers)) response.headers.set(name, value);
  return response;
}

const refuse = (status: number, words: string): NextResponse =>
  withHeaders(new NextResponse(words, { status, headers: { 'content-type': 'text/plain; charset=utf-8' } }));

/** How a request came in, as our own server tells; a server that was started otherwise lets nobody in. */
const wayOf = (request: NextRequest): Entrance | null =>
  (request.headers.get(DOOR) as Entrance | null) ?? (development ? 'here' : null);

/** Who asks; a house that cannot be opened tells why to whoever sits at it, and lets nobody else in. */
function whoOf(request: NextRequest, way: Entrance): Who | null | { words: string } {
  try {
    return whoAsks(house(), way, (name) => request.cookies.get(name)?.value);
  } catch (error) {
    return way === 'here'
      ? { name: '', role: 'owner', sessionId: null, device: '' }
      : { words: troubleOf(error) ?? 'The data of this house cannot be read.' };
  }
}

/** Every request comes through here, static files too; see `server/door/door.ts` and `server/room/pass.ts`. */
export function proxy(request: NextRequest): NextResponse {
  const way = wayOf(request);
  if (way === null) return refuse(503, 'Start Kindly Crate with ./kindly start.');
  const { pathname: path, searchParams } = request.nextUrl;
  const names = way === 'here' ? here : new Set([...(roomOf()?.state().addresses ?? []), ...here].filter(nameOfRoom));
  const asked = { method: request.method, path, header: (name: string) => request.headers.get(name) };
  const refused = refusalOf(asked, names);
  if (refused) return refuse(refused.status, refused.words);
  const who = whoOf(request, way);
  if (who && 'words' in who) return refuse(503, who.words);
  if (!mayAsk[way === 'here' ? 'desk' : who ? 'phones' : 'strangers'](Date.now()))
    return refuse(429, 'Too much is asked at once: wait a moment.');
  const action = request.headers.get('next-action');
  const pass = mayPass(
    { ...asked, search: searchParams, action: action === null ? null : (actionName(action) ?? '') },
    who,
  );
  if (pass === 'door' || pass === 'not-yours') {
    const to = new URL('/door', request.url);
    if (pass === 'not-yours') to.searchParams.set('not-yours', '1');
    else if (path !== '/') to.searchParams.set('to', path);
    return withHeaders(NextResponse.redirect(to, 303));
  }
  if (pass !== 'in') return refuse(pass.status, pass.words);

  const nonce = btoa(crypto.randomUUID());
  const policy = policyOf(nonce, development);
  const passed = new Headers(request.headers);
  passed.set('content-security-policy', policy);
  passed.delete(WHO);
  passed.delete(SHOWN);
  if (who) {
    passed.set(WHO, written(who));
    passed.set(SHOWN, String(stateNow()));
  }
  const response = withHeaders(NextResponse.next({ request: { headers: passed } }));
  response.headers.set('content-security-policy', policy);
  if (givesData(path)) response.headers.set('cache-control', 'no-store');
  return response;
}

/** Asked before anything is read for the page. */
function stateNow(): number {
  try {
    return house().changes.last().n;
  } catch {
    return 0;
  }
}

/** In the network the house is called by its addresses there, never by the names of this machine. */
const nameOfRoom = (name: string): boolean => !['127.0.0.1', 'localhost', '[::1]'].includes(name);
