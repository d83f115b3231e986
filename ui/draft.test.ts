import { followed, isDirty, kept, type DraftState } from './draft';

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
