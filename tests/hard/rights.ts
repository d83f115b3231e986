import http from 'node:http';
import net from 'node:net';
import os from 'node:os';
import path from 'node:path';
import Database from 'better-sqlite3';
import { readFileSync } from 'node:fs';
import {
  actions as listedActions,
  atLeast,
  leastForAction,
  leastForPath,
  routes,
  type Role,
} from '@/server/room/rights';
import { actionsOfBuild, newPress, routesOfBuild, Server } from './client';
import { AFTERNOON } from '../demo';

/**
 * Every page, route and action of the build as a stranger, a looker, a helper and an owner, through the network of the house:
 * what the list of rights says is what happens, nothing of the build is missing in it, and nothing in it is of yesterday.
 */

interface Hands {
  wrong: (words: string) => void;
}
const PORT = 3466;
const ROOM = '127.0.0.2';
const everybody = [null, 'looker', 'helper', 'owner'] as const;

interface Got {
  status: number;
  where: string;
  text: string;
  headers: http.IncomingHttpHeaders;
}

/** Asks at an address with headers that no browser would let through; reads no more than the head of a stream. */
function ask(
  address: string,
  method: string,
  path: string,
  headers: Record<string, string>,
  body?: string,
  port = PORT,
): Promise<Got> {
  return new Promise((resolve, reject) => {
    const r = http.request({ host: address, port, method, path, headers, agent: false }, (answer) => {
      let text = '';
      const done = (): void =>
        resolve({
          status: answer.statusCode ?? 0,
          where: answer.headers.location ?? '',
          text,
          headers: answer.headers,
        });
      answer.setEncoding('utf8');
      answer.on('data', (part: string) => {
        text += part;
        if (answer.headers['content-type']?.includes('event-stream')) {
          r.destroy();
          done();
        }
      });
      answer.on('end', done);
    });
    r.on('error', reject);
    r.end(body);
  });
}

const origin = (address: string): string => `http://${address}:${PORT}`;
const html = { accept: 'text/html' };

/** The code that the command line tells, used by a phone in the network: its cookie. */
async function letIn(s: Server, role: Role): Promise<string> {
  const told = s.cli(['room', '--name', `The ${role}`, '--as', role]);
  const code = /with the code (\w+),/.exec(told.stdout)?.[1];
  if (!code) throw new Error(`No code was told: ${told.stdout} ${told.stderr}`);
  const r = await ask(
    ROOM,
    'POST',
    '/door/enter',
    { 'content-type': 'application/json', origin: origin(ROOM) },
    JSON.stringify({ code }),
  );
  const cookie = String(r.headers['set-cookie'] ?? '').split(';')[0]!;
  if (r.status !== 200 || !cookie) throw new Error(`A ${role} was not let in: ${r.status} ${r.text}`);
  return cookie;
}

const examplePath = (route: string): string =>
  route
    .replace('[...code]', 'KC-0106/A1')
    .replace('[code]', 'KC-0106')
    .replace('[kind]', 'receivers')
    .replace('[id]', 'new')
    .replace('[number]', '2026-0001')
    .replace('[day]', '2026-11-24')
    .replace('[hash]', 'x')
    .replace('[press]', 'x');

/** Whether an answer is a refusal of the door. */
const refused = (r: Got): boolean => r.status === 401 || r.status === 403 || /\/door(\?|$)/.test(r.where);

/** Addresses on which a port is listened to, as the system tells them. */
function listening(port: number): string[] {
  const hex = port.toString(16).toUpperCase().padStart(4, '0');
  return ['/proc/net/tcp', '/proc/net/tcp6'].flatMap((file) => {
    let text = '';
    try {
      text = readFileSync(file, 'utf8');
    } catch {
      return [];
    }
    return text.split('\n').flatMap((line) => {
      const [, local = '', , state] = line.trim().split(/\s+/);
      const [address = '', p] = local.split(':');
      if (p !== hex || state !== '0A') return [];
      return [
        address.length === 8
          ? address
              .match(/../g)!
              .reverse()
              .map((x) => parseInt(x, 16))
              .join('.')
          : address,
      ];
    });
  });
}

const connects = (address: string, port: number): Promise<boolean> =>
  new Promise((resolve) => {
    const socket = net.connect({ host: address, port, timeout: 1500 });
    const end = (yes: boolean) => (): void => {
      socket.destroy();
      resolve(yes);
    };
    socket.once('connect', end(true)).once('error', end(false)).once('timeout', end(false));
  });

/** A server that nobody has opened listens to this machine alone. */
async function closed(h: Hands): Promise<string> {
  const s = new Server(3467);
  s.prepare(true, AFTERNOON);
  try {
    await s.start();
    const at = listening(3467);
    if (at.length > 0 && at.join() !== '127.0.0.1') h.wrong(`a closed house listens on ${at.join(', ')}`);
    const others = Object.values(os.networkInterfaces()).flatMap((l) => (l ?? []).map((a) => a.address));
    for (const address of [ROOM, ...others].filter((a) => a !== '127.0.0.1'))
      if (await connects(address, 3467)) h.wrong(`a closed house answers at ${address}`);
    let pages = 0;
    for (const route of routesOfBuild().map(examplePath)) {
      if (route === '/changes') continue;
      const r = await ask('127.0.0.1', 'GET', route, { ...html, host: '127.0.0.1:3467' }, undefined, 3467);
      const policy = String(r.headers['content-security-policy'] ?? '');
      if (!r.headers['content-type']?.includes('text/html')) continue;
      pages++;
      if (!policy.includes(`default-src 'self'`) || /https?:|\*/.test(policy))
        h.wrong(`${route} may ask another host: ${policy}`);
      const elsewhere = [...r.text.matchAll(/(?:src|href|action)="(https?:)?\/\/([^"/]+)/g)].map((m) => m[2]);
      if (elsewhere.length > 0) h.wrong(`${route} names another host: ${elsewhere.join(', ')}`);
    }
    return `${pages} pages of a closed house`;
  } finally {
    await s.end();
  }
}

async function everything(s: Server, cookies: ReadonlyMap<Role | null, string>, h: Hands): Promise<string> {
  let tried = 0;
  const named = new Set(Object.keys(routes));
  const build = routesOfBuild();
  for (const route of build) if (!named.has(route)) h.wrong(`${route} stands in no list of rights`);
  for (const route of named)
    if (!route.startsWith('/_') && !build.includes(route)) h.wrong(`${route} has rights, and is not in the build`);
  for (const route of build) {
    const path = examplePath(route);
    for (const role of everybody) {
      const r = await ask(ROOM, 'GET', path, { ...html, cookie: cookies.get(role)! });
      tried++;
      const may = atLeast(role, leastForPath(path));
      if (refused(r) === may && !(may && route === '/calendar.ics' && r.status === 403))
        h.wrong(`${route} as ${role ?? 'a stranger'}: ${r.status}, and the list says ${may ? 'in' : 'not in'}`);
      if (r.status >= 500) h.wrong(`${route} as ${role ?? 'a stranger'}: ${r.status}`);
      // What a helper or a looker gets holds no price.
      if (may && role !== 'owner' && /"(price|pricePerKg|minimumCharge|packingPerBox|insured)\\?":/.test(r.text))
        h.wrong(`${route} tells a price to ${role ?? 'a stranger'}`);
      // A page that was reached through the front is nothing the framework keeps for others.
      if (may && leastForPath(path) !== 'anyone' && /public/.test(String(r.headers['cache-control'])))
        h.wrong(`${route} may be kept by others`);
    }
  }
  const actions = actionsOfBuild();
  for (const a of actions) if (!Object.hasOwn(listedActions, a.name)) h.wrong(`${a.name} stands in no list of rights`);
  for (const name of Object.keys(listedActions))
    if (!actions.some((a) => a.name === name)) h.wrong(`${name} has rights, and is not in the build`);
  for (const a of actions)
    for (const role of everybody) {
      const may = atLeast(role, leastForAction(a.name));
      const page = a.pages.find((p) => atLeast(role, leastForPath(p)));
      if (may && page === undefined) {
        h.wrong(`${a.name} is for a ${role}, and on no page of theirs`);
        continue;
      }
      const r = await ask(
        ROOM,
        'POST',
        page ?? a.pages[0]!,
        {
          cookie: cookies.get(role)!,
          origin: origin(ROOM),
          'next-action': a.id,
          accept: 'text/x-component',
          'content-type': 'text/plain;charset=UTF-8',
        },
        '[]',
      );
      tried++;
      if (refused(r) === may)
        h.wrong(`${a.name} as ${role ?? 'a stranger'}: ${r.status}, the list says ${may ? 'in' : 'not in'}`);
    }
  // A form with the action in its body, and what a client may claim to be.
  const forged: Record<string, string>[] = [
    { 'x-kindly-who': encodeURIComponent(JSON.stringify({ name: 'x', role: 'owner', sessionId: null, device: '' })) },
    { 'x-kindly-door': 'here' },
    { 'x-middleware-subrequest': 'proxy:proxy:proxy:proxy:proxy' },
    { 'x-forwarded-for': '127.0.0.1', 'x-forwarded-host': `127.0.0.1:${PORT}` },
    { cookie: cookies.get('owner')!.replace(/.$/, '') },
    { cookie: `${cookies.get('owner')!.split('=')[0]}=` },
  ];
  for (const headers of forged) {
    const r = await ask(ROOM, 'GET', '/settings/people', { ...html, ...headers });
    tried++;
    if (!refused(r)) h.wrong(`a stranger with ${Object.keys(headers).join(', ')} is answered ${r.status}`);
  }
  const boundary = 'x';
  const form = `--${boundary}\r\nContent-Disposition: form-data; name="$ACTION_ID_${actions.find((a) => a.name === 'setKeys')!.id}"\r\n\r\n\r\n--${boundary}--\r\n`;
  for (const role of everybody) {
    const r = await ask(
      ROOM,
      'POST',
      '/',
      { cookie: cookies.get(role)!, origin: origin(ROOM), 'content-type': `multipart/form-data; boundary=${boundary}` },
      form,
    );
    tried++;
    if (!refused(r)) h.wrong(`a form with an action in its body is answered ${r.status} to ${role ?? 'a stranger'}`);
  }
  return `${tried} requests by ${everybody.length} roles, ${build.length} routes, ${actions.length} actions`;
}

/** A phone that is put out: nothing answers it any more, and its open stream ends within two seconds. */
async function putOut(s: Server, cookie: string, h: Hands): Promise<string> {
  const from = performance.now();
  const out = new Promise<number>((resolve) => {
    const r = http.get({ host: ROOM, port: PORT, path: '/changes', headers: { cookie }, agent: false }, (answer) => {
      answer.setEncoding('utf8');
      answer.on('data', (part: string) => part.includes('event: out') && resolve(performance.now()));
      answer.on('error', () => undefined);
    });
    r.on('error', () => undefined);
  });
  await new Promise((r) => setTimeout(r, 300));
  const db = new Database(path.join(s.folder, 'kindly-crate.db'), { readonly: true });
  const session = db
    .prepare<[], { id: string }>(
      `SELECT s.id FROM session s JOIN person p ON p.id = s.person_id WHERE p.name = 'The helper'`,
    )
    .get()?.id;
  db.close();
  if (!session) {
    h.wrong('the phone of the helper is not in the list');
    return 'no phone';
  }
  const pressed = performance.now();
  const done = await s.call('endSession', newPress(), session);
  if (!done.value?.ok) h.wrong(`a phone is not put out: ${done.text.slice(0, 100)}`);
  const r = await ask(ROOM, 'GET', '/', { ...html, cookie });
  if (!refused(r)) h.wrong(`a phone that was put out is answered ${r.status}`);
  const told = await Promise.race([out, new Promise<number>((x) => setTimeout(() => x(Infinity), 4000))]);
  if (told - pressed > 2000) h.wrong(`a phone that was put out is told so after ${Math.round(told - pressed)} ms`);
  return `out after ${Math.round(told - pressed)} ms (listening since ${Math.round(pressed - from)} ms)`;
}

/** Wrong codes from the network, ten in a row, close every open one. */
async function guessing(s: Server, h: Hands): Promise<string> {
  const told = s.cli(['room', '--name', 'Late', '--as', 'looker']);
  const code = /with the code (\w+),/.exec(told.stdout)![1]!;
  const enter = (c: string) =>
    ask(
      ROOM,
      'POST',
      '/door/enter',
      { 'content-type': 'application/json', origin: origin(ROOM) },
      JSON.stringify({ code: c }),
    );
  const statuses: number[] = [];
  for (let i = 0; i < 6; i++) statuses.push((await enter('WRONGONE')).status);
  if (statuses.slice(0, 4).some((x) => x !== 401) || statuses.slice(4).some((x) => x !== 429))
    h.wrong(`wrong codes are answered ${statuses.join(', ')}`);
  if ((await enter(code)).status !== 429) h.wrong('a right code counts while the wrong ones have to wait');
  const used = await ask(
    ROOM,
    'POST',
    '/door/enter',
    { 'content-type': 'application/json', origin: 'http://evil.example' },
    JSON.stringify({ code }),
  );
  if (used.status !== 403) h.wrong(`another page may try codes: ${used.status}`);
  return `wrong codes: ${statuses.join(', ')}`;
}

export async function rights(h: Hands): Promise<string> {
  const said = [await closed(h)];
  const s = new Server(PORT, { KINDLY_ADDRESSES: ROOM, KINDLY_ROOM: '1', KINDLY_FROM: AFTERNOON });
  s.prepare(true, AFTERNOON);
  try {
    await s.start();
    for (let i = 0; i < 50 && !(await connects(ROOM, PORT)); i++) await new Promise((r) => setTimeout(r, 100));
    const cookies = new Map<Role | null, string>([[null, '']]);
    for (const role of ['looker', 'helper', 'owner'] as const) cookies.set(role, await letIn(s, role));
    said.push(await everything(s, cookies, h));
    said.push(await putOut(s, cookies.get('helper')!, h));
    said.push(await guessing(s, h));
    return said.join('; ');
  } finally {
    await s.end();
  }
}
