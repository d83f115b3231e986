import { cancelled } from '@/words/en/cancelled';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { cardText } from '@/core/card/data';
import { cardData } from '@/core/card/make';
import type { Language } from '@/core/consignment/languages';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { wordsOf } from '@/core/papers/words';
import type { Station } from '@/server/consignment/station';
import { languageOf } from './papers';

/** The house is always run from its own folder, with its sources. */
const file = (...parts: string[]): string => path.join(process.cwd(), ...parts);

let program: Promise<string> | null = null;

/** The program of the card: the same core, drawn by a small library, in one piece. Built once for each start of the house. */
const programOf = (): Promise<string> =>
  (program ??= build({
    entryPoints: [file('ui', 'card', 'main.tsx')],
    bundle: true,
    minify: true,
    write: false,
    format: 'iife',
    target: ['es2022'],
    charset: 'utf8',
    jsx: 'automatic',
    alias: {
      '@': process.cwd(),
      react: 'preact/compat',
      'react-dom/client': 'preact/compat/client',
      'react/jsx-runtime': 'preact/jsx-runtime',
    },
    define: { 'process.env.NODE_ENV': '"production"' },
    logLevel: 'silent',
  }).then(
    (r) => r.outputFiles[0]!.text,
    (error: unknown) => {
      program = null;
      throw error;
    },
  ));

/** Faces are those of the reader’s machine: a file that asks nobody for anything carries none. */
const styles = (): string =>
  readFileSync(file('ui', 'tokens.css'), 'utf8').replace(/@font-face\s*\{[^}]*\}/g, '') +
  readFileSync(file('ui', 'card', 'card.css'), 'utf8');

const sha = (text: string): string => `'sha256-${createHash('sha256').update(text).digest('base64')}'`;
const plain = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');

/** More than this no mail and no phone wants as one page. */
export const LARGEST_CARD = 300_000;

/**
 * The card that comes along as one file: opened in any browser without a network, it asks nobody for anything (its own
 * policy forbids it), computes by the same core, and writes what was found for the sender.
 */
export async function htmlCard(s: Station): Promise<Outcome<{ name: string; html: string }>> {
  const { c, e, catalogue } = s;
  if (c.direction === 'incoming') return refuse('code', 'This is an arrival; the sender makes the card.');
  if (c.cancelled) return refuse('code', cancelled.noCard(c.code));
  if (c.bags.length === 0 || !e) return refuse('code', 'No bags planned yet; nothing to open.');
  const language = languageOf(s) as Language;
  const data = cardText(cardData(c, e, catalogue, language));
  const [script, style] = [(await programOf()).replace(/<\/script/g, '<\\/script'), styles()];
  const policy = `default-src 'none'; script-src ${sha(script)}; style-src ${sha(style)}; img-src data: blob:`;
  const words = wordsOf(language);
  const html = `<!doctype html>
<html lang="${words.tag}">
<head>
<meta charset="utf-8">
<meta http-equiv="Content-Security-Policy" content="${policy}">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${plain(`${words.card.title}: ${c.code}`)}</title>
<style>${style}</style>
</head>
<body>
<div id="root"></div>
<script type="text/plain" id="card">${data}</script>
<script>${script}</script>
</body>
</html>
`;
  const bytes = Buffer.byteLength(html);
  return bytes > LARGEST_CARD
    ? refuse('code', `This card would have ${Math.round(bytes / 1000)} kB. Send the shipment file instead.`)
    : { ok: true, value: { name: `${c.code}-card.html`, html } };
}
