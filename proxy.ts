import { NextResponse, type NextRequest } from 'next/server';
import { bucket, givesData, headers, hostsOf, policyOf, refusalOf } from './server/door/door';
import { actionName } from './server/room/action-names';
import { mayPass } from './server/room/pass';
import { DOOR, roomOf, type Way } from './server/room/listener';
import { SHOWN, WHO, whoAsks, written, type Who } from './server/room/who';
import { troubleOf } from './server/trouble';
import { house } from './server/wiring';

const development = process.env.NODE_ENV === 'development';
const here = hostsOf(process.env.KINDLY_HOSTS);
const mayAsk = bucket(2000, 500);

const refuse = (status: number, words: string): NextResponse =>
  new NextResponse(words, { status, headers: { ...headers, 'content-type': 'text/plain; charset=utf-8' } });

/** How a request came in, as our own server tells; a server that was started otherwise lets nobody in. */
const wayOf = (request: NextRequest): Way | null =>
  (request.headers.get(DOOR) as Way | null) ?? (development ? 'here' : null);

/** Who asks; a house that cannot be opened tells why to whoever sits at it, and lets nobody else in. */
function whoOf(request: NextRequest, way: Way): Who | null | { words: string } {
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
  if (!mayAsk(Date.now())) return refuse(429, 'Too much is asked at once: wait a moment.');

  const who = whoOf(request, way);
  if (who && 'words' in who) return refuse(503, who.words);
  const action = request.headers.get('next-action');
  const pass = mayPass(
    { ...asked, search: searchParams, action: action === null ? null : (actionName(action) ?? '') },
    who,
  );
  if (pass === 'door' || pass === 'not-yours') {
    const to = new URL('/door', request.url);
    if (pass === 'not-yours') to.searchParams.set('not-yours', '1');
    else if (path !== '/') to.searchParams.set('to', path);
    return NextResponse.redirect(to, 303);
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
  const response = NextResponse.next({ request: { headers: passed } });
  for (const [name, value] of Object.entries(headers)) response.headers.set(name, value);
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
