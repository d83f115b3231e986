import { bucket, hostsOf, policyOf, refusalOf } from './door';
import { LARGEST_BODY } from './sizes';

const hosts = hostsOf(undefined);
const ask = (method: string, path: string, headers: Record<string, string> = {}) =>
  refusalOf({ method, path, header: (name) => ({ host: '127.0.0.1:3210', ...headers })[name] ?? null }, hosts)
    ?.status ?? null;
const own = { origin: 'http://127.0.0.1:3210' };

describe('who may ask', () => {
  test('this machine by its names, on any port; a page elsewhere that was pointed here may not', () => {
    for (const host of ['127.0.0.1:3210', 'localhost:9', 'LOCALHOST', '[::1]:3210'])
      expect([host, ask('GET', '/', { host })]).toEqual([host, null]);
    for (const host of ['evil.example', '127.0.0.1.evil.example', 'localhost.evil.example:3210', '', 'xlocalhost'])
      expect([host, ask('GET', '/', { host })]).toEqual([host, 421]);
  });
  test('other names where somebody gave them', () => {
    const more = hostsOf('room.example, 10.0.0.7');
    const at = (host: string) =>
      refusalOf({ method: 'GET', path: '/', header: (n) => (n === 'host' ? host : null) }, more);
    expect(at('Room.example:3210')).toBeNull();
    expect(at('10.0.0.7:3210')).toBeNull();
    expect(at('10.0.0.8:3210')?.status).toBe(421);
  });
  test('a write comes from the very page: host and port', () => {
    expect(ask('POST', '/', own)).toBeNull();
    expect(ask('POST', '/', { origin: 'https://127.0.0.1:3210' })).toBeNull();
    for (const origin of ['http://127.0.0.1:3211', 'http://evil.example', 'null', 'http://localhost:3210'])
      expect([origin, ask('POST', '/', { origin })]).toEqual([origin, 403]);
    expect(ask('POST', '/')).toBe(403);
    expect(ask('DELETE', '/')).toBe(403);
    expect(ask('POST', '/', { ...own, 'sec-fetch-site': 'cross-site' })).toBe(403);
    expect(ask('POST', '/', { ...own, 'sec-fetch-site': 'same-origin' })).toBeNull();
  });
  test('what is larger than a page promises to read is refused before it is read; a picture may be larger', () => {
    const length = String(LARGEST_BODY + 1);
    expect(ask('POST', '/', { ...own, 'content-length': length })).toBe(413);
    expect(ask('POST', '/', { ...own, 'content-length': String(LARGEST_BODY) })).toBeNull();
    expect(ask('POST', '/photos', { ...own, 'content-length': length })).toBeNull();
    expect(ask('POST', '/photos', { ...own, 'content-length': '16000000' })).toBe(413);
  });
});

describe('other pages', () => {
  const from = (dest: string, mode: string, site = 'cross-site') => ({
    'sec-fetch-site': site,
    'sec-fetch-mode': mode,
    'sec-fetch-dest': dest,
  });
  test('may lead to a page, but neither frame it nor read it, from another port of this machine either', () => {
    expect(ask('GET', '/', from('document', 'navigate'))).toBeNull();
    expect(ask('GET', '/', from('iframe', 'navigate'))).toBe(403);
    for (const site of ['cross-site', 'same-site'])
      for (const dest of ['script', 'image', 'empty'])
        expect(ask('GET', '/consignments', from(dest, 'no-cors', site))).toBe(403);
  });
  test('may not even lead to what gives data', () => {
    for (const path of [
      '/consignments/export',
      '/consignments/KC-0101/export',
      '/consignments/KC-0101/confirmation',
      '/consignments/KC-0101/chance',
      '/photos/abc',
      '/calendar.ics',
      '/consignments/KC-0101/papers/pdf',
      '/papers/2026-11-24',
      '/certificates/2026-0001',
      '/tanks/q4/card',
      '/changes',
      '/settings/data/backup',
      '/health',
    ])
      expect([path, ask('GET', path, from('document', 'navigate'))]).toEqual([path, 403]);
    expect(ask('GET', '/exports-of-mine', from('document', 'navigate'))).toBeNull();
  });
  test('our own pages and typed addresses may read all of it', () => {
    for (const site of ['same-origin', 'none'])
      expect(ask('GET', '/consignments/export', from('document', 'navigate', site))).toBeNull();
  });
});

test('a page runs its own scripts only, and nobody frames it', () => {
  const policy = policyOf('abc', false);
  expect(policy).toContain(`script-src 'self' 'nonce-abc' 'strict-dynamic'`);
  expect(policy).toContain(`frame-ancestors 'none'`);
  expect(policy).not.toContain('unsafe-eval');
  expect(policy.replace(`style-src-attr 'unsafe-inline'`, '')).not.toContain('unsafe-inline');
  expect(policy).not.toContain('http');
});

test('a bucket gives its burst at once, then so many a second, and never saves up more than its burst', () => {
  const may = bucket(3, 2);
  expect([0, 0, 0, 0].map((t) => may(1000 + t))).toEqual([true, true, true, false]);
  expect([may(1500), may(1500)]).toEqual([true, false]);
  expect([0, 0, 0, 0].map(() => may(1_000_000))).toEqual([true, true, true, false]);
});
