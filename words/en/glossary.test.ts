import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { glossary } from './glossary';

const file = path.join(process.cwd(), 'docs/GLOSSARY.md');
const made = `# Glossary\n\n${Object.entries(glossary)
  .map(([term, words]) => `**${term}**: ${words}`)
  .join('\n\n')}\n`;

test('docs/GLOSSARY.md is made of the words of the application (GLOSSARY=write makes it)', () => {
  if (process.env.GLOSSARY === 'write') writeFileSync(file, made);
  expect(readFileSync(file, 'utf8').replace(/\s+/g, ' ')).toBe(made.replace(/\s+/g, ' '));
});

test('terms stand in the order of the alphabet', () => {
  expect(Object.keys(glossary)).toEqual(Object.keys(glossary).toSorted((a, b) => a.localeCompare(b)));
});
