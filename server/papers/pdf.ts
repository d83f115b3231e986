import { readFileSync } from 'node:fs';
import path from 'node:path';
import fontkit from '@pdf-lib/fontkit';
import { PDFDocument, rgb, type PDFFont } from 'pdf-lib';
import type { Paper } from '@/core/papers/confirmation';

const FONTS = path.join(/* turbopackIgnore: true */ process.cwd(), 'node_modules', 'dejavu-fonts-ttf', 'ttf');
const [WIDTH, HEIGHT, EDGE] = [595.28, 841.89, 56];

/** A letter the font has not is shown as a box; the plain text keeps it. */
function writable(font: PDFFont, text: string): string {
  const known = new Set(font.getCharacterSet());
  return [...text].map((ch) => (known.has(ch.codePointAt(0)!) ? ch : '□')).join('');
}

function wrap(font: PDFFont, text: string, size: number, width: number): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(' ')) {
    const longer = line ? `${line} ${word}` : word;
    if (line && font.widthOfTextAtSize(longer, size) > width) {
      lines.push(line);
      line = word;
    } else line = longer;
  }
  return [...lines, line];
}

/** A paper on A4, black only: letters of Latin, Greek, Cyrillic, Arabic, Hebrew, Armenian and Georgian are embedded. */
export async function paperPdf(paper: Paper): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  const [text, bold] = (await Promise.all(
    ['DejaVuSans.ttf', 'DejaVuSans-Bold.ttf'].map((f) =>
      pdf.embedFont(readFileSync(path.join(FONTS, f)), { subset: true }),
    ),
  )) as [PDFFont, PDFFont];
  pdf.setTitle(paper.title);
  let page = pdf.addPage([WIDTH, HEIGHT]);
  let y = HEIGHT - EDGE;
  const room = (needed: number): void => {
    if (y - needed >= EDGE) return;
    page = pdf.addPage([WIDTH, HEIGHT]);
    y = HEIGHT - EDGE;
  };
  const write = (font: PDFFont, line: string, size: number, x: number): void =>
    page.drawText(line, { x, y: y - size, size, font, color: rgb(0, 0, 0) });
  const paragraph = (given: string, size = 9.5, font = text, indent = 0): void => {
    for (const line of wrap(font, writable(font, given), size, WIDTH - 2 * EDGE - indent)) {
      room(size * 1.45);
      write(font, line, size, EDGE + indent);
      y -= size * 1.45;
    }
  };
  paragraph(paper.title, 16, bold);
  y -= 6;
  for (const line of paper.lead) paragraph(line, 10.5);
  for (const s of paper.sections) {
    y -= 12;
    room(60);
    paragraph(s.heading, 11.5, bold);
    page.drawLine({ start: { x: EDGE, y: y + 1 }, end: { x: WIDTH - EDGE, y: y + 1 }, thickness: 0.6 });
    y -= 5;
    for (const row of s.table ?? []) {
      room(14);
      row.forEach((cell, i) => {
        const font = i === 0 || row === s.table![0] ? text : bold;
        const shown = writable(font, cell);
        write(font, shown, 9.5, i === 0 ? EDGE : EDGE + 190 + i * 100 - font.widthOfTextAtSize(shown, 9.5));
      });
      y -= 14;
    }
    for (const line of s.lines) {
      if (s.ticks) {
        room(14);
        page.drawRectangle({ x: EDGE, y: y - 9, width: 7, height: 7, borderWidth: 0.7, borderColor: rgb(0, 0, 0) });
      }
      paragraph(line, 9.5, text, s.ticks ? 15 : 0);
    }
  }
  return pdf.save();
}
