import path from 'node:path';
import PDFDocument from 'pdfkit';
import QRCode from 'qrcode';
import { MM_PER_PT, type Type } from '@/core/papers/sheet';

const FONTS = path.join(/* turbopackIgnore: true */ process.cwd(), 'server', 'papers', 'fonts');

export function withFonts(pdf: PDFKit.PDFDocument): PDFKit.PDFDocument {
  pdf.registerFont('text', path.join(FONTS, 'DejaVuSans.ttf'));
  pdf.registerFont('bold', path.join(FONTS, 'DejaVuSans-Bold.ttf'));
  return pdf;
}

/** White squares round a code, as its standard asks (ISO/IEC 18004: four). */
const QUIET = 4;

/** The squares of a QR code as one path, row by row; its white edge counts. */
function qr(text: string): { d: string; size: number } {
  const { data, size } = QRCode.create(text, { errorCorrectionLevel: 'M' }).modules;
  let d = '';
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      if (!data[y * size + x]) continue;
      let n = 1;
      while (x + n < size && data[y * size + x + n]) n++;
      d += `M${x + QUIET} ${y + QUIET}h${n}v1h${-n}z`;
      x += n;
    }
  return { d, size: size + 2 * QUIET };
}

let known: Type | null = null;

/** The fonts of the house as a layout asks for them: measured once, letters of Latin, Greek, Cyrillic, Arabic, Hebrew, Armenian and Georgian. */
export function houseType(): Type {
  if (known) return known;
  const pdf = withFonts(new PDFDocument({ autoFirstPage: false }));
  const widths = new Map<string, number>();
  const glyphs = new Map<string, boolean>();
  known = {
    widthMm: (text, pt, bold) => {
      const key = `${bold ? 'b' : 't'}${text}`;
      let width = widths.get(key);
      if (width === undefined) {
        width =
          (pdf
            .font(bold ? 'bold' : 'text')
            .fontSize(100)
            .widthOfString(text) *
            MM_PER_PT) /
          100;
        if (widths.size > 50_000) widths.clear();
        widths.set(key, width);
      }
      return width * pt;
    },
    has: (letter) => {
      let has = glyphs.get(letter);
      if (has === undefined) {
        pdf.font('text');
        // The open font knows which letters it has.
        const { font } = (pdf as unknown as { _font: { font: { hasGlyphForCodePoint: (c: number) => boolean } } })
          ._font;
        has = font.hasGlyphForCodePoint(letter.codePointAt(0)!);
        glyphs.set(letter, has);
      }
      return has;
    },
    qr,
  };
  return known;
}
