import { bags } from './gear';
import { bagTypeSchema } from './schema';

const said = (filmMm: number): string => {
  const r = bagTypeSchema.safeParse({ ...bags[0], filmMm });
  return r.success ? '' : r.error.issues.map((i) => i.message).join(' ');
};

test('three millimetres of film are asked about: they are three mil, a thousandth of an inch each', () => {
  expect(said(3)).toBe('3 mm is no bag: is it 3 mil, which are 0.076 mm? Type “3 mil”, or the millimetres.');
  expect(said(4)).toMatch(/4 mil, which are 0\.102 mm/);
  for (const b of bags) expect(said(b.filmMm)).toBe('');
  expect(said(0)).toBe('The film must be more than 0.');
});
