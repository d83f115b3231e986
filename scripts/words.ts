/**
 * What the house says, looked at in one place: old words fail, and so does a floor that gains sentences outside `words/`.
 * `npm run words` counts; `npm run words -- --list` prints every sentence with its place.
 */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import ts from 'typescript';

/** Words that must not come back. */
const OLD =
  /\b(foretold|foretell|borne|nobody|to mind|weeks apart|has come|takes? over|reckon\w*|anew|whereof|thereof|hereby|of its own|of one’s own|it is got|what is told|by a hand|lives here|hand-over|handed over|criterion-minutes|worst tenth|within limits|its page|stand-ins?|put away|practice crates?|kindest)\b|(?<![/\w.-])consignments?(?![\w/.-])/i;
/** Sentences (three words and more) that may stand outside `words/`: only fewer may be written here. */
const MOST = { core: 1_571, 'server and ui': 1_909 };
/** Keys and stored words that look like sentences. */
const KEYS =
  /^(SELECT|INSERT|UPDATE|DELETE|CREATE|WITH|PRAGMA|ALTER|BEGIN)\b|\bc ON c\.id|^(journal|event) t |^(ticked|event|duty|acclimation step)? ?(taken back|brought back|put away)$|^stand-in$|^hand-over$|^handed-over$|^[\w-]+:|^#|^\.?\/|kindly-crate\//;

const files = execFileSync('git', ['ls-files', 'app', 'ui', 'server', 'core', 'words', 'cli', 'records', 'standins'])
  .toString()
  .split('\n')
  .filter((f) => /\.tsx?$/.test(f) && !/\.test\.|words\/(de|fr|es|pt|id)\.ts$|^server\/demo\//.test(f));

interface Said {
  file: string;
  line: number;
  text: string;
}

/** What a file says to a person: its strings, templates and text between tags. */
function saidIn(file: string): Said[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const out: Said[] = [];
  const add = (node: ts.Node, raw: string): void => {
    const text = raw.replace(/\s+/g, ' ').trim();
    if (!/[A-Za-z]{2}/.test(text) || KEYS.test(text)) return;
    out.push({ file, line: source.getLineAndCharacterOfPosition(node.getStart()).line + 1, text });
  };
  const look = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isLiteralTypeNode(node)) return;
    if (ts.isJsxAttribute(node) && /^(className|href|d|key|id|name|data-.*|style|viewBox)$/.test(node.name.getText()))
      return;
    if (ts.isCallExpression(node) && /(prepare|exec|pragma)$/.test(node.expression.getText())) return;
    if (ts.isTaggedTemplateExpression(node)) return;
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) return add(node, node.text);
    if (ts.isJsxText(node)) return add(node, node.text);
    if (ts.isTemplateExpression(node)) {
      add(node, [node.head.text, ...node.templateSpans.map((s) => s.literal.text)].join(' … '));
      for (const s of node.templateSpans) look(s.expression);
      return;
    }
    ts.forEachChild(node, look);
  };
  look(source);
  return out;
}

const words = (text: string): number => text.match(/[A-Za-zà-ž’°%]{2,}/g)?.length ?? 0;
const isClasses = (text: string): boolean =>
  /(^|\s)(flex|grid|num|[pm][xytrbl]?-\d|text-\d\d|w-full|border-)/.test(text);
const all = files.flatMap(saidIn).filter((s) => !isClasses(s.text));
if (process.argv.includes('--list')) for (const s of all) console.log(`${s.file}:${s.line} ${s.text}`);

const old = all.filter((s) => /\s/.test(s.text) && OLD.test(s.text));
for (const s of old) console.error(`old word  ${s.file}:${s.line} ${s.text}`);

const sentences = all.filter((s) => /\s/.test(s.text) && words(s.text) >= 3 && !/^words\/|\/words\//.test(s.file));
const counts = {
  core: sentences.filter((s) => s.file.startsWith('core/')).length,
  'server and ui': sentences.filter((s) => /^(server|ui|app)\//.test(s.file)).length,
};
const lengths = all
  .flatMap((s) => s.text.split(/(?<=[.?!:;])\s/))
  .map(words)
  .filter((n) => n >= 3)
  .sort((a, b) => a - b);
const at = (share: number): number => lengths[Math.floor(share * (lengths.length - 1))]!;
console.log(`sentences outside words/: ${counts.core} in core, ${counts['server and ui']} in server and ui`);
console.log(`${lengths.length} sentences: median ${at(0.5)} words, 95 % at most ${at(0.95)}`);
let bad = old.length;
for (const [floor, most] of Object.entries(MOST)) {
  const n = counts[floor as keyof typeof counts];
  if (n > most) bad += console.error(`${floor} says ${n} sentences outside words/, at most ${most}`) ?? 1;
}
process.exit(bad > 0 ? 1 : 0);
