import { atLeast, leastForAction, leastForPath, roles, routes } from './rights';
import { menuFor, openStationFor, stationsFor } from './menu';
import { mayPass } from './pass';
import type { Who } from './who';

const who = (role: Who['role']): Who => ({ name: 'Ana', role, sessionId: 's', device: 'a phone' });
const ask = (path: string, o: { method?: string; action?: string; accept?: string; rsc?: string } = {}) => {
  const url = new URL(path, 'http://here');
  return {
    method: o.method ?? 'GET',
    path: url.pathname,
    search: url.searchParams,
    header: (name: string) => ({ accept: o.accept ?? 'text/html', rsc: o.rsc })[name] ?? null,
    action: o.action ?? null,
  };
};

describe('the list of rights', () => {
  test('a role has what the ones below it have', () => {
    expect(roles.map((r) => [atLeast(r, 'looker'), atLeast(r, 'helper'), atLeast(r, 'owner')])).toEqual([
      [true, false, false],
      [true, true, false],
      [true, true, true],
    ]);
    expect(atLeast(null, 'anyone')).toBe(true);
    expect(atLeast(null, 'looker')).toBe(false);
  });
  test('what stands in no list is the owner’s alone: pages, routes and actions', () => {
    for (const path of ['/nowhere', '/consignments/KC-0101/prices', '/_next/image', '/settings/people/x'])
      expect([path, leastForPath(path)]).toEqual([path, 'owner']);
    expect(leastForAction('somethingNew')).toBe('owner');
    expect(leastForAction('')).toBe('owner');
    expect(leastForAction('constructor')).toBe('owner');
  });
  test('a word of an address outranks what stands for any word', () => {
    expect(leastForPath('/tanks')).toBe('looker');
    expect(leastForPath('/receivers')).toBe('owner');
    expect(leastForPath('/consignments/export')).toBe('owner');
    expect(leastForPath('/consignments/KC-0101')).toBe('looker');
    expect(leastForPath('/at/KC-0106/A1')).toBe('looker');
    expect(leastForPath('/tanks/export')).toBe('owner');
    expect(leastForPath('/tanks/q4/card')).toBe('looker');
  });
  test('a helper prints labels, and no paper with a price', () => {
    const kind = (k: string) => leastForPath('/consignments/KC-0106/papers/pdf', new URLSearchParams(k));
    expect(['kinds=bags', 'kinds=boxes,card', 'kinds=cutting'].map(kind)).toEqual(['helper', 'helper', 'helper']);
    for (const asked of [
      '',
      'kinds=',
      'kind=bags',
      'kinds=list',
      'kinds=bags,list',
      'kinds=bags&kinds=own-costs',
      'kinds=bags,',
    ])
      expect([asked, kind(asked)]).toEqual([asked, 'owner']);
  });
  test('only the door, its certificate and the program itself are for anybody', () => {
    const open = Object.entries(routes)
      .filter(([, least]) => least === 'anyone')
      .map(([r]) => r)
      .sort();
    expect(open).toEqual([
      '/_global-error',
      '/calendar.ics',
      '/door',
      '/door/certificate',
      '/door/enter',
      '/door/leave',
      '/health',
      '/icon.svg',
      '/manifest.webmanifest',
      '/offline',
    ]);
    expect(
      ['/_next/static/chunks/a.js', '/fonts/a.woff2', '/sw.js', '/icons/192.png'].map((p) => leastForPath(p)),
    ).toEqual(Array(4).fill('anyone'));
    expect(leastForPath('/_next/static')).toBe('owner');
    expect(leastForPath('/x/sw.js')).toBe('owner');
  });
});

describe('who may pass', () => {
  test('a stranger’s page leads to the door, all else is a sentence', () => {
    expect(mayPass(ask('/'), null)).toBe('door');
    expect(mayPass(ask('/', { rsc: '1' }), null)).toMatchObject({ status: 401 });
    expect(mayPass(ask('/consignments/export', { accept: '*/*' }), null)).toMatchObject({ status: 401 });
    expect(mayPass(ask('/', { method: 'POST', action: 'startRun' }), null)).toMatchObject({ status: 401 });
    expect(mayPass(ask('/door'), null)).toBe('in');
  });
  test('what is not for a role is told so', () => {
    expect(mayPass(ask('/settings'), who('helper'))).toBe('not-yours');
    expect(mayPass(ask('/settings', { rsc: '1' }), who('helper'))).toMatchObject({ status: 403 });
    expect(mayPass(ask('/', { method: 'POST', action: 'saveProfile' }), who('helper'))).toMatchObject({ status: 403 });
    expect(mayPass(ask('/', { method: 'POST', action: 'startRun' }), who('helper'))).toBe('in');
    expect(mayPass(ask('/', { method: 'POST', action: 'startRun' }), who('looker'))).toMatchObject({ status: 403 });
    expect(mayPass(ask('/', { method: 'POST', action: '' }), who('helper'))).toMatchObject({ status: 403 });
    // The answer to an action brings the page it was called from.
    expect(mayPass(ask('/settings', { method: 'POST', action: 'startRun' }), who('helper'))).toMatchObject({
      status: 403,
    });
  });
  test('a form that names its action in its body is refused, since nobody could tell which it is', () => {
    for (const path of ['/', '/settings', '/consignments/KC-0101/send'])
      expect(mayPass(ask(path, { method: 'POST' }), who('owner'))).toMatchObject({ status: 403 });
    expect(mayPass(ask('/queue', { method: 'POST' }), who('helper'))).toBe('in');
    expect(mayPass(ask('/queue', { method: 'POST' }), who('looker'))).toMatchObject({ status: 403 });
  });
});

test('the menu leads nowhere that is closed', () => {
  expect(menuFor('helper')).toEqual(['/', '/consignments', '/arrivals', '/quarantine', '/tanks', '/more', '/journal']);
  expect(menuFor('owner')).toContain('/settings');
  expect(stationsFor('helper')).toEqual(['send', 'receive', 'quarantine']);
  expect(stationsFor('owner')).toHaveLength(8);
  expect(openStationFor('helper', 'heat')).toBe('send');
  expect(openStationFor('owner', 'heat')).toBe('heat');
});
