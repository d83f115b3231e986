import { readFileSync } from 'node:fs';
import { notice } from '@/scripts/notice';

test('NOTICE names every package that is shipped; npm run format writes it again', () => {
  expect(readFileSync('NOTICE', 'utf8')).toBe(notice());
  const own = JSON.parse(readFileSync('package.json', 'utf8')) as { dependencies: Record<string, string> };
  for (const [name, version] of Object.entries(own.dependencies)) expect(notice()).toContain(`\n${name} ${version}, `);
});

test('no package that is shipped hides its licence', () => {
  expect(notice()).not.toContain('see its own text');
});
