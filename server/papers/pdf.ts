import PDFDocument from 'pdfkit';
import { MM_PER_PT, type Ink, type Sheet } from '@/core/papers/sheet';
import { withFonts } from './type';

const pt = (mm: number): number => mm / MM_PER_PT;

function draw(pdf: PDFKit.PDFDocument, k: Ink): void {
  switch (k.kind) {
    case 'text':
      pdf
        .font(k.bold ? 'bold' : 'text')
        .fontSize(k.pt)
        .fillColor(k.onDark ? 'white' : 'black')
        .text(k.text, pt(k.x), pt(k.y), { lineBreak: false, baseline: 'alphabetic' });
      return;
    case 'rect':
      pdf.rect(pt(k.x), pt(k.y), pt(k.w), pt(k.h));
      if (k.fill) pdf.fill('black');
      else pdf.lineWidth(pt(k.strokeMm)).stroke('black');
      return;
    case 'path':
      pdf.save().translate(pt(k.x), pt(k.y)).scale(pt(k.scale)).path(k.d);
      if (k.fill) pdf.fill('black');
      else pdf.lineWidth(k.strokeMm / k.scale).stroke('black');
      pdf.restore();
  }
}

/** Sheets as one PDF, black on white, each page as large as its paper; tells after every page how many are done. */
export async function sheetsPdf(
  sheets: readonly Sheet[],
  title: string,
  done: (pages: number) => void = () => undefined,
): Promise<Uint8Array> {
  const pdf = withFonts(new PDFDocument({ autoFirstPage: false, margin: 0, info: { Title: title } }));
  const parts: Buffer[] = [];
  const whole = new Promise<Uint8Array>((resolve, reject) => {
    pdf.on('data', (part: Buffer) => parts.push(part));
    pdf.on('end', () => resolve(Buffer.concat(parts)));
    pdf.on('error', reject);
  });
  for (const [i, s] of sheets.entries()) {
    pdf.addPage({ size: [pt(s.widthMm), pt(s.heightMm)], margin: 0 });
    for (const k of s.ink) draw(pdf, k);
    done(i + 1);
    // Others are let in between two pages.
    if (i % 20 === 19) await new Promise((resolve) => setImmediate(resolve));
  }
  pdf.end();
  return whole;
}
