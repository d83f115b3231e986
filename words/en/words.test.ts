import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { say } from './concerns';
import { stopWords } from './tank-stops';

/** Old words of the house that must not come back. */
const OLD =
  /\b(foretold|borne|nobody|to mind|weeks apart|has come|takes? over|reckon\w*|anew|whereof|thereof|hereby|of its own|of one’s own|it is got|what is told|by a hand|lives here)\b/i;

const here = path.join(process.cwd(), 'words/en');
/** What a file says: its strings and templates. */
const said = (file: string): string[] =>
  [...readFileSync(path.join(here, file), 'utf8').matchAll(/'([^'\n]*)'|`([^`]*)`/g)].map((m) => m[1] ?? m[2] ?? '');

test.each(readdirSync(here).filter((f) => !f.endsWith('.test.ts')))('%s has none of the old words', (file) => {
  const lines = said(file);
  expect(lines.length).toBeGreaterThan(0);
  expect(lines.filter((l) => OLD.test(l))).toEqual([]);
});

test('a danger is said bluntly: what is wrong, its figures, what to do', () => {
  const over = {
    code: 'over-dose',
    of: 'copper',
    level: 0.5,
    unit: 'mg/L',
    harmsFrom: 0.25,
    meant: 0.2,
    calculated: false,
    changeL: 48,
    goes: 1,
  } as const;
  expect(say(over, 'UTC')).toEqual({
    title: 'Too much copper in the tank',
    figures: '0.50 mg/L; above 0.25 mg/L harms. Measured.',
    todo: 'Change 48 L now. Add none.',
    press: 'Record water change',
  });
  const sea = { code: 'sea', name: 'Neon tetra', salinity: 34 } as const;
  expect(say({ code: 'tank-harms', of: 'sea', tank: 'Q5', stop: sea }, 'UTC')).toMatchObject({
    title: 'Tank Q5 is sea water (salinity 34)',
    figures: 'Neon tetra is a freshwater animal.',
  });
  // Those who are in it already are moved, not kept in their bags.
  expect(say({ code: 'harms-animals', of: 'sea', stop: sea }, 'UTC').todo).toBe('Move them to another tank now.');
  const tan = { code: 'ammonia', tanMgNL: 2, limitMgNL: 0.66, pH: 8, changeL: 44 } as const;
  expect(stopWords(tan, 'Q5').instead).toBe('Change 44 L before anything goes in, or use another tank.');
  expect(stopWords({ ...tan, changeL: null }, 'Q5', true).instead).toBe('Change water now.');
});
