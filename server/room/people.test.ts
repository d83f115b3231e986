import { houseInMemory } from '@/tests/house';
import { must, said } from '@/tests/order';
import type { House } from '@/server/house';
import { once } from '@/server/write';
import { setKeys } from '@/server/settings/settings';
import { cookieFor } from './cookie';
import {
  closeInvitations,
  cookieName,
  endSession,
  enterByCode,
  enterByPassphrase,
  forgetPassphrase,
  invite,
  keepPassphrase,
  knownBy,
  sendAway,
  setRole,
  thinkPassphrase,
} from './people';
import { isPassphrase, hashOf, newCode, signed, unsigned } from './secrets';
import { takenNow, take } from './assignments';
import { GUESSED, tries, type Tries } from './tries';
import { whoAsks } from './who';

const START = Date.parse('2026-11-24T12:00:00Z');
let now = START;
let house: House;
let guard: Tries;
beforeEach(() => {
  now = START;
  house = houseInMemory(() => now);
  guard = tries();
});
afterEach(() => house.db.close());

const inFrom = (code: string, from = '10.0.0.9') => enterByCode(house, guard, { code, device: 'a phone', from });
const letIn = (name: string, role: string) => must(inFrom(must(invite(house, { name, role: role as 'owner' })).code));

describe('a phone comes in', () => {
  test('once by a code, as typed with spaces and small letters, under the name and role it brings', () => {
    // A viewer is kept under its older word.
    expect(must(invite(house, { name: 'Cy', role: 'viewer' as 'looker' })).code).toMatch(/\S/);
    const { code } = must(invite(house, { name: 'Ana', role: 'helper' }));
    const typed = `${code.slice(0, 4).toLowerCase()} ${code.slice(4)}`;
    const { cookie } = must(inFrom(typed));
    expect(knownBy(house, cookie)).toMatchObject({ name: 'Ana', role: 'helper', device: 'a phone' });
    expect(said(inFrom(code))).toContain('once, for ten minutes');
  });
  test('not after ten minutes', () => {
    const { code } = must(invite(house, { name: 'Ana', role: 'helper' }));
    now += 10 * 60_000;
    expect(said(inFrom(code))).toContain('not valid');
  });
  test('no code, token or passphrase lies in the data as it is', async () => {
    const { code } = must(invite(house, { name: 'Ana', role: 'helper' }));
    const { cookie } = must(inFrom(code));
    must(
      keepPassphrase(
        house,
        must(await thinkPassphrase(house, { name: 'Bo', passphrase: 'four words that rhyme' })),
        'the desk',
      ),
    );
    const all = JSON.stringify(
      ['invitation', 'session', 'person', 'deed', 'receipt'].map((t) => house.db.prepare(`SELECT * FROM ${t}`).all()),
    );
    expect(all).not.toContain(code);
    expect(all).not.toContain(cookie.split('.')[0]);
    expect(all).not.toContain('four words');
  });
  test('a second phone of the same person has the same role, or none', () => {
    letIn('Ana', 'helper');
    expect(said(invite(house, { name: 'ana', role: 'owner' }))).toContain('Ana is helper here');
    letIn('ANA', 'helper');
    expect(house.people.all()).toHaveLength(1);
    expect(house.people.open(house.nowIso())).toHaveLength(2);
  });
  test('with a name that fits, and a role there is', () => {
    expect(said(invite(house, { name: ' ', role: 'helper' }))).toContain('Enter a name');
    expect(said(invite(house, { name: 'x'.repeat(41), role: 'helper' }))).toContain('40');
    expect(said(invite(house, { name: 'Ana', role: 'boss' as 'owner' }))).toContain('owner, helper or viewer');
  });
});

describe('wrong tries', () => {
  test('each waits twice as long as the one before, from where they come alone', () => {
    const { code } = must(invite(house, { name: 'Ana', role: 'helper' }));
    for (let i = 0; i < 4; i++) inFrom('WRONGCODE');
    expect(said(inFrom(code))).toContain('Try again in 2 seconds');
    now += 2000;
    expect(said(inFrom('WRONGCODE'))).toContain('not valid');
    expect(said(inFrom(code))).toContain('Try again in 4 seconds');
    expect(must(inFrom(code, '10.0.0.10')).name).toBe('Ana');
  });
  test(`${GUESSED} in a row, from wherever, close every open code`, () => {
    const { code } = must(invite(house, { name: 'Ana', role: 'helper' }));
    for (let i = 0; i < GUESSED; i++) inFrom('WRONGCODE', `10.0.1.${i}`);
    expect(said(inFrom(code, '10.0.2.1'))).toContain('not valid');
    expect(house.deeds.list({ by: null, of: null, before: '9999', limit: 5 })[0]!.what).toContain('ten wrong tries');
  });
  test('the wait never grows beyond a quarter of an hour', () => {
    for (let i = 0; i < 60; i++) {
      guard.missed('x', now);
      now += guard.waitMs('x', now);
    }
    guard.missed('x', now);
    expect(guard.waitMs('x', now)).toBe(15 * 60_000);
  });
});

describe('a session', () => {
  test('is known by a cookie that the house has signed, and by no other', () => {
    const { cookie } = letIn('Ana', 'helper');
    expect(knownBy(house, cookie)).not.toBeNull();
    for (const bad of [
      '',
      'x',
      cookie.split('.')[0]!,
      `${cookie}x`,
      cookie.replace(/.$/, (c) => (c === 'A' ? 'B' : 'A')),
    ])
      expect([bad, knownBy(house, bad)]).toEqual([bad, null]);
    const other = houseInMemory(() => now);
    expect(knownBy(other, cookie)).toBeNull();
    expect(cookieName(other)).not.toBe(cookieName(house));
    other.db.close();
  });
  test('ends when it is put out, when its person goes, and when nobody came for too long', () => {
    const a = letIn('Ana', 'helper').cookie;
    must(endSession(house, house.people.open(house.nowIso())[0]!.id));
    expect(knownBy(house, a)).toBeNull();
    const b = letIn('Bo', 'looker').cookie;
    must(sendAway(house, house.people.byName('Bo')!.id));
    expect(knownBy(house, b)).toBeNull();
    const c = letIn('Cy', 'helper').cookie;
    now += 80 * 864e5;
    expect(knownBy(house, c)).not.toBeNull();
    now += 89 * 864e5;
    expect(knownBy(house, c)).not.toBeNull();
    now += 91 * 864e5;
    expect(knownBy(house, c)).toBeNull();
  });
  test('follows a change of its role at once', () => {
    const { cookie } = letIn('Ana', 'helper');
    must(setRole(house, house.people.byName('Ana')!.id, 'looker'));
    expect(knownBy(house, cookie)!.role).toBe('looker');
  });
  test('its cookie is for no script and no other site, and over TLS never in the clear', () => {
    expect(cookieFor(house, 'v', 'room')).toMatchObject({ httpOnly: true, sameSite: 'lax', secure: false, path: '/' });
    expect(cookieFor(house, 'v', 'room-tls').secure).toBe(true);
  });
});

describe('the passphrase', () => {
  const set = async (passphrase: string, before?: string) => {
    const thought = await thinkPassphrase(house, { name: 'Bo', passphrase, ...(before ? { now: before } : {}) });
    return thought.ok ? keepPassphrase(house, thought.value, 'the desk') : thought;
  };
  const byIt = (passphrase: string, from = 'x') =>
    enterByPassphrase(house, guard, { passphrase, device: 'the desk', from });

  test('until there is one, whoever sits at the machine is owner; nobody in the network ever is', async () => {
    const asks = (way: 'here' | 'room', cookie?: string) => whoAsks(house, way, () => cookie);
    expect(asks('here')).toMatchObject({ role: 'owner', name: '' });
    expect(asks('room')).toBeNull();
    const { cookie } = must(await set('four words that rhyme'));
    expect(asks('here')).toBeNull();
    expect(asks('here', cookie)).toMatchObject({ role: 'owner', name: 'Bo' });
    expect(asks('room', cookie)).toMatchObject({ role: 'owner', name: 'Bo' });
  });
  test('has twelve characters, is right or wrong, and is changed by whoever knows it', async () => {
    expect(said(await set('short'))).toContain('12 characters');
    const first = must(await set('four words that rhyme')).cookie;
    expect(said(await byIt('four words that chime'))).toContain('Wrong passphrase');
    expect(must(await byIt('four words that rhyme')).name).toBe('Bo');
    expect(said(await set('another of four words'))).toContain('not the current passphrase');
    must(await set('another of four words', 'four words that rhyme'));
    expect(knownBy(house, first)).toBeNull();
    expect(said(await byIt('four words that rhyme'))).toContain('Wrong passphrase');
  });
  test('many tries at once are as slow as one after another', async () => {
    must(await set('four words that rhyme'));
    const all = await Promise.all(Array.from({ length: 8 }, () => byIt('wrong passphrase')));
    expect(all.filter((r) => said(r).includes('Too many wrong tries'))).toHaveLength(4);
  });
  test('that is forgotten is forgotten at the machine: every owner is out, and it asks nobody', async () => {
    const { cookie } = must(await set('four words that rhyme'));
    expect(forgetPassphrase(house)).toContain('removed');
    expect(knownBy(house, cookie)).toBeNull();
    expect(whoAsks(house, 'here', () => undefined)).toMatchObject({ role: 'owner' });
    expect(said(await byIt('four words that rhyme'))).toContain('No passphrase');
  });
  test('whoever holds it stays, and stays owner', async () => {
    must(await set('four words that rhyme'));
    const { id } = house.people.byName('Bo')!;
    expect(said(sendAway(house, id))).toContain('has the passphrase');
    expect(said(setRole(house, id, 'looker'))).toContain('stays owner');
  });
  test('is a hash that two equal ones do not share', async () => {
    const [a, b] = await Promise.all([hashOf('çedilla words'), hashOf('çedilla words')]);
    expect(a).toMatch(/^\$argon2id\$/);
    expect(a).not.toBe(b);
    // The same letters, composed otherwise, are the same passphrase.
    expect(await isPassphrase('c\u0327edilla words', a)).toBe(true);
  });
});

test('everything that is done carries the name of its hand, and the next hand its own', () => {
  must(once(house, 'a'.repeat(32), (h) => setKeys(h, true), 'Ana'));
  must(once(house, 'b'.repeat(32), (h) => setKeys(h, false), 'Bo'));
  const log = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  expect(() =>
    once(
      house,
      'c'.repeat(32),
      () => {
        throw new Error('on the way');
      },
      'Cy',
    ),
  ).not.toThrow();
  log.mockRestore();
  must(once(house, 'd'.repeat(32), (h) => setKeys(h, true)));
  const told = house.deeds.list({ by: null, of: null, before: '9999', limit: 9 }).map((d) => d.by);
  expect(told.slice().sort()).toEqual(['', 'Ana', 'Bo']);
  expect(house.deeds.list({ by: 'Bo', of: null, before: '9999', limit: 9 })).toHaveLength(1);
});

test('a lane is in the hands of whoever took it last, and of nobody after six hours', () => {
  const who = (name: string, sessionId: string) => ({ name, role: 'helper' as const, sessionId, device: 'a phone' });
  must(take(house, 'run:1', who('Ana', 's1')));
  expect(takenNow(house, 'run:', who('Ana', 's1'))).toEqual({ '1': { by: 'Ana', mine: true } });
  must(take(house, 'run:1', who('Bo', 's2')));
  expect(takenNow(house, 'run:', who('Ana', 's1'))).toEqual({ '1': { by: 'Bo', mine: false } });
  expect(said(take(house, 'price:1', who('Bo', 's2')))).toContain('cannot be taken');
  now += 6 * 3600_000 + 1;
  expect(takenNow(house, 'run:', null)).toEqual({});
});

test('an open code can be closed', () => {
  const { code } = must(invite(house, { name: 'Ana', role: 'helper' }));
  must(closeInvitations(house));
  expect(said(inFrom(code))).toContain('not valid');
});

test('codes are of letters nobody confuses, and marks do not fit other tokens', () => {
  const codes = Array.from({ length: 300 }, newCode);
  expect(new Set(codes).size).toBe(300);
  expect(codes.join('')).not.toMatch(/[^ABCDEFGHJKMNPQRSTUVWXYZ2-9]/);
  expect(unsigned(signed('token', 'key'), 'key')).toBe('token');
  expect(unsigned(signed('token', 'key'), 'other')).toBeNull();
});
