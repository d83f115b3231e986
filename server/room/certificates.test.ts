import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import https from 'node:https';
import os from 'node:os';
import path from 'node:path';
import { addressesNow, namesNow } from './addresses';
import { certificatesFor, makeLeaf, makeRoot, markOf, hostNamesOf, type Keys } from './certificates';

const NOW = Date.now();
const folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-room-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** What a client that trusts this root makes of a server with this leaf at 127.0.0.1: the name it saw, or why not. */
function visit(root: Keys, leaf: Keys, name = '127.0.0.1'): Promise<string> {
  return new Promise((resolve) => {
    const server = https.createServer({ key: leaf.key, cert: leaf.cert }, (_, answer) => answer.end('here'));
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      const done = (words: string): void => {
        server.close();
        resolve(words);
      };
      https
        .get(
          {
            host: '127.0.0.1',
            port,
            ca: root.cert,
            servername: name === '127.0.0.1' ? '' : name,
            agent: false,
            ...(name === '127.0.0.1' ? {} : { headers: { host: name } }),
          },
          (r) => {
            r.resume();
            r.on('end', () => done('in'));
          },
        )
        .on('error', (e: NodeJS.ErrnoException) => done(e.code === 'UNSPECIFIED' ? e.message : (e.code ?? e.message)));
    });
  });
}

describe('the certificates of a house', () => {
  test('a client that trusts the root reaches the house at the addresses of the leaf, and nowhere else', async () => {
    const root = await makeRoot('Marrow Weir', NOW);
    const right = await makeLeaf(root, ['127.0.0.1'], ['room.local'], NOW);
    expect(await visit(root, right)).toBe('in');
    expect(await visit(root, right, 'room.local')).toBe('in');
    expect(await visit(root, right, 'other.local')).toBe('ERR_TLS_CERT_ALTNAME_INVALID');
    expect(await visit(root, await makeLeaf(root, ['192.168.1.7'], [], NOW))).toBe('ERR_TLS_CERT_ALTNAME_INVALID');
    expect(await visit(await makeRoot('another', NOW), right)).toMatch(/UNABLE_TO_VERIFY|CERT/);
  });
  test('the root cannot vouch for a site of the world, whoever holds its key', async () => {
    const root = await makeRoot('Marrow Weir', NOW);
    expect(await visit(root, await makeLeaf(root, [], ['bank.example'], NOW), 'bank.example')).toBe(
      'permitted subtree violation',
    );
    expect(await visit(root, await makeLeaf(root, ['127.0.0.1', '203.0.113.9'], [], NOW))).toBe(
      'permitted subtree violation',
    );
  });
  test('say what they are for, and how long', async () => {
    const root = await makeRoot('Fish “&” Fins, Ltd', NOW);
    const leaf = await makeLeaf(root, ['10.0.0.4'], [], NOW);
    const [r, l] = [new X509Certificate(root.cert), new X509Certificate(leaf.cert)];
    expect(r.ca).toBe(true);
    expect(l.ca).toBe(false);
    expect(l.checkIssued(r)).toBe(true);
    expect(l.verify(r.publicKey)).toBe(true);
    expect(l.keyUsage).toEqual(['1.3.6.1.5.5.7.3.1']);
    // Phones refuse a leaf that lives longer than 825 days.
    expect((Date.parse(l.validTo) - Date.parse(l.validFrom)) / 864e5).toBeLessThan(825);
    expect(markOf(root.cert)).toBe(r.fingerprint256);
    expect(r.subject).toContain('Kindly Crate at Fish');
  });
  test('are kept, for their owner alone; the leaf is made again for other addresses and before it ends', async () => {
    const first = await certificatesFor(folder, 'x', ['10.0.0.4'], ['a.local'], NOW);
    const again = await certificatesFor(folder, 'x', ['10.0.0.4'], ['a.local'], NOW);
    expect(again).toEqual(first);
    const moved = await certificatesFor(folder, 'x', ['10.0.0.5'], ['a.local'], NOW);
    expect(moved.root).toEqual(first.root);
    expect(hostNamesOf(moved.leaf.cert)).toEqual(['10.0.0.5', 'a.local']);
    const late = await certificatesFor(folder, 'x', ['10.0.0.5'], ['a.local'], NOW + 175 * 864e5);
    expect(late.leaf.cert).not.toBe(moved.leaf.cert);
    expect(late.root).toEqual(first.root);
    for (const f of ['root.key', 'leaf.key']) expect(statSync(path.join(folder, f)).mode & 0o777).toBe(0o600);
    expect(readFileSync(path.join(folder, 'root.crt'), 'utf8')).toBe(first.root.cert);
  });
});

test('only private addresses of this machine are served, unless somebody names another', () => {
  const at = (address: string, internal = false, family = 'IPv4') =>
    ({ address, internal, family, netmask: '', mac: '', cidr: null }) as os.NetworkInterfaceInfo;
  const interfaces = {
    lo: [at('127.0.0.1', true)],
    wlan0: [at('192.168.1.7'), at('fe80::1', false, 'IPv6')],
    eth0: [at('203.0.113.9'), at('172.32.0.1')],
    eth1: [at('10.8.0.2'), at('172.16.4.4')],
  };
  expect(addressesNow(interfaces, '')).toEqual(['10.8.0.2', '172.16.4.4', '192.168.1.7']);
  expect(addressesNow(interfaces, '203.0.113.9, nonsense')).toEqual(['203.0.113.9']);
  expect(namesNow('Fish-Room.local')).toEqual(['fish-room.local']);
  expect(namesNow('a name with spaces')).toEqual([]);
});
