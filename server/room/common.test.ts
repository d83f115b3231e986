import { isCommon } from './common';

test.each([
  'passwordpassword',
  'P@ssw0rd-2026!!',
  'qwertyuiop123456',
  '123456789012',
  'aaaaaaaaaaaaaaa',
  'zyxwvutsrqponm',
  'Kindly Crate 2026',
])('%s is tried first, and refused', (p) => expect(isCommon(p)).toBe(true));

test.each([
  'copper lantern under seven stairs',
  'mein goldfisch trägt hüte',
  'Wq7-dragon-marzipan-oboe',
  'ёлка зимой пахнет смолой',
])('%s is nobody’s first guess', (p) => expect(isCommon(p)).toBe(false));
