import { readFileSync } from 'node:fs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** Reads a PDF back by a library that had no part in writing it: pages with their size in mm and every text with its box. */
const MM = 25.4 / 72;
const pdf = await getDocument({ data: new Uint8Array(readFileSync(process.argv[2])), verbosity: 0 }).promise;
const pages = [];
for (let n = 1; n <= pdf.numPages; n++) {
  const page = await pdf.getPage(n);
  const [, , width, height] = page.view;
  const { items } = await page.getTextContent();
  pages.push({
    widthMm: width * MM,
    heightMm: height * MM,
    texts: items
      .filter((i) => i.str.trim())
      .map((i) => ({
        text: i.str,
        xMm: i.transform[4] * MM,
        yMm: i.transform[5] * MM,
        wMm: i.width * MM,
        pt: i.height,
      })),
  });
}
process.stdout.write(JSON.stringify(pages));
