import fc from 'fast-check';
import { clashesOf, followed, isDirty, kept, taking, mergeDrafts, type DraftState } from './draft';

const begun: DraftState<{ pH: string }> = { stored: { pH: '7.0' }, version: 3, draft: { pH: '7.0' } };

test('a form in which nothing is typed follows what somebody else saved', () => {
  expect(followed(begun, { pH: '7.4' }, 4)).toEqual({ stored: { pH: '7.4' }, version: 4, draft: { pH: '7.4' } });
});

test('what is typed stays, with the version it was begun on, so that the save is refused and not lost', () => {
  const typed = { ...begun, draft: { pH: '6.6' } };
  expect(isDirty(typed)).toBe(true);
  expect(followed(typed, { pH: '7.4' }, 4)).toBe(typed);
});

test('typing a value back counts as nothing typed', () => {
  expect(isDirty({ ...begun, draft: { pH: '7.0' } })).toBe(false);
});

test('after its own save the form takes what the server made of it', () => {
  const saved = kept({ ...begun, draft: { pH: ' 6,6' } });
  expect(isDirty(saved)).toBe(false);
  expect(followed(saved, { pH: '6.6' }, 4).draft).toEqual({ pH: '6.6' });
});

test('the same version leaves the form as it is', () => {
  expect(followed(begun, { pH: '9' }, 3)).toBe(begun);
});

describe('two changes of one form', () => {
  type Form = { bags: Record<string, { tempC: string; alive: string }>; note: string };
  const empty: Form = { bags: { A1: { tempC: '', alive: '' }, A2: { tempC: '', alive: '' } }, note: '' };
  const first = (x: Partial<Form['bags']['A1']>): Form => ({
    ...empty,
    bags: { ...empty.bags, A1: { ...empty.bags.A1!, ...x } },
  });
  const second = (x: Partial<Form['bags']['A1']>): Form => ({
    ...empty,
    bags: { ...empty.bags, A2: { ...empty.bags.A2!, ...x } },
  });

  test('of different fields come together by themselves, and the form goes on from the newer version', () => {
    const s = { stored: empty, version: 3, draft: first({ tempC: '24.1' }) };
    const now = followed(s, second({ tempC: '23.8' }), 4);
    expect(now).toEqual({
      stored: second({ tempC: '23.8' }),
      version: 4,
      draft: { bags: { A1: { tempC: '24.1', alive: '' }, A2: { tempC: '23.8', alive: '' } }, note: '' },
    });
    expect(clashesOf(s, second({ tempC: '23.8' }), 4)).toEqual([]);
  });
  test('of one field are told, with both, and nothing is taken before somebody chose', () => {
    const s = { stored: empty, version: 3, draft: first({ tempC: '24.1', alive: '6' }) };
    const theirs = { ...first({ tempC: '22.0' }), note: 'cloudy' };
    expect(followed(s, theirs, 4)).toBe(s);
    expect(clashesOf(s, theirs, 4)).toEqual([{ path: 'bags.A1.tempC', mine: '24.1', theirs: '22.0' }]);
    expect(taking(s, theirs, new Set())).toEqual({ ...first({ tempC: '24.1', alive: '6' }), note: 'cloudy' });
    expect(taking(s, theirs, new Set(['bags.A1.tempC'])).bags.A1).toEqual({ tempC: '22.0', alive: '6' });
  });
  test('lists that grew on one side only are taken from it; on both they clash whole', () => {
    expect(mergeDrafts([1, 2], [1, 2, 3], [1, 2]).draft).toEqual([1, 2, 3]);
    expect(mergeDrafts([1, 2], [1, 5], [4, 2])).toEqual({ draft: [4, 5], clashes: [] });
    expect(mergeDrafts({ l: [1] }, { l: [1, 2] }, { l: [1, 3] }).clashes.map((c) => c.path)).toEqual(['l']);
  });
  test('whatever they are: nothing typed is lost, nothing saved is lost where nothing was typed', () => {
    const form = fc.record({
      a: fc.constantFrom('', '1', '2'),
      b: fc.record({ c: fc.constantFrom('', '1', '2'), d: fc.constantFrom('', '1') }),
    });
    fc.assert(
      fc.property(form, form, form, (base, mine, theirs) => {
        const { draft, clashes } = mergeDrafts(base, mine, theirs);
        const leaves = (x: typeof base) => ({ a: x.a, 'b.c': x.b.c, 'b.d': x.b.d });
        const [bl, ml, tl, dl] = [leaves(base), leaves(mine), leaves(theirs), leaves(draft)];
        for (const k of ['a', 'b.c', 'b.d'] as const) {
          if (ml[k] !== bl[k]) expect(dl[k]).toBe(ml[k]);
          else expect(dl[k]).toBe(tl[k]);
          const both = ml[k] !== bl[k] && tl[k] !== bl[k] && ml[k] !== tl[k];
          expect(clashes.some((c) => c.path === k)).toBe(both);
        }
      }),
    );
  });
});
