/**
 * Papers are laid out once, in millimetres, and drawn twice: as PDF and on the screen. What is here knows where every line
 * stands; it knows nothing of either drawing.
 */
interface TextInk {
  kind: 'text';
  x: number;
  /** Baseline. */
  y: number;
  pt: number;
  bold: boolean;
  text: string;
  widthMm: number;
}
/** Filled where `fill` is true, else a stroke so many mm wide. The path is in its own units, `scale` of them to the mm. */
interface PathInk {
  kind: 'path';
  x: number;
  y: number;
  scale: number;
  d: string;
  fill: boolean;
  strokeMm: number;
}
interface RectInk {
  kind: 'rect';
  x: number;
  y: number;
  w: number;
  h: number;
  fill: boolean;
  strokeMm: number;
}
/** White writing on a filled field is told by `onDark`. */
export type Ink = (TextInk & { onDark?: boolean }) | PathInk | RectInk;

export interface Sheet {
  widthMm: number;
  heightMm: number;
  ink: Ink[];
  /** Every text whole, in reading order. */
  words: string[];
  /** What did not fit, or could not be written, in sentences. */
  told: string[];
}

/** What a layout must know of type and codes: widths in mm, letters a font has, and the squares of a QR code as a path of its own units. */
export interface Type {
  widthMm: (text: string, pt: number, bold: boolean) => number;
  has: (letter: string) => boolean;
  qr: (text: string) => { d: string; size: number };
}

export const MM_PER_PT = 25.4 / 72;
/** Nothing on paper is smaller. */
export const LEAST_PT = 8;
const LEADING = 1.22;

export interface SheetFrame {
  x: number;
  y: number;
  w: number;
  h: number;
}

export interface Style {
  pt: number;
  bold?: boolean;
  align?: 'left' | 'right' | 'center';
  indent?: number;
  onDark?: boolean;
}

/** A phone number stays on one line. */
export const unbroken = (text: string): string => text.replace(/ /g, '\u00a0');

/** Letters that no font of the house has are shown as a box. */
const writable = (text: string, type: Pick<Type, 'has'>): string =>
  [...text].map((ch) => (ch === ' ' || type.has(ch) ? ch : '□')).join('');

/** Breaks a text into lines of at most `w` mm; a word that is wider is broken inside. */
function brokenInto(text: string, w: number, pt: number, bold: boolean, type: Type): string[] {
  const fits = (s: string): boolean => type.widthMm(s, pt, bold) <= w + 1e-6;
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/[ \n\t]+/).filter(Boolean)) {
    const next = line ? `${line} ${word}` : word;
    if (fits(next)) {
      line = next;
      continue;
    }
    if (line) lines.push(line);
    line = '';
    for (const ch of word) {
      if (line && !fits(line + ch)) {
        lines.push(line);
        line = '';
      }
      line += ch;
    }
  }
  if (line) lines.push(line);
  return lines;
}

/** Writes down a frame, line under line. What would stand below its foot is left out, and `over` tells. */
export class Pen {
  y: number;
  over = false;
  /** A word was wider than its line. */
  broke = false;

  constructor(
    readonly sheet: Sheet,
    readonly frame: SheetFrame,
    readonly type: Type,
    /** Times every size, never below `LEAST_PT`. */
    readonly scale = 1,
  ) {
    this.y = frame.y;
  }

  get left(): number {
    return this.frame.y + this.frame.h - this.y;
  }

  private size = (pt: number): number => Math.max(LEAST_PT, Math.round(pt * this.scale * 4) / 4);

  /** A text in as many lines as it takes. */
  write(text: string, style: Style): this {
    const { align = 'left', bold = false, indent = 0, onDark } = style;
    if (!text.trim()) return this;
    const pt = this.size(style.pt);
    const w = this.frame.w - indent;
    const clean = writable(text, this.type);
    this.sheet.words.push(text);
    if (clean !== text) this.sheet.told.push(`No font has all letters of “${text}”; missing letters show as a box.`);
    const high = pt * MM_PER_PT * LEADING;
    this.broke ||= clean.split(' ').some((word) => this.type.widthMm(word, pt, bold) > w + 1e-6);
    for (const line of brokenInto(clean, w, pt, bold, this.type)) {
      if (this.y + high > this.frame.y + this.frame.h + 0.01) {
        this.over = true;
        return this;
      }
      const widthMm = this.type.widthMm(line, pt, bold);
      const x = this.frame.x + indent + (align === 'right' ? w - widthMm : align === 'center' ? (w - widthMm) / 2 : 0);
      const y = this.y + pt * MM_PER_PT;
      this.sheet.ink.push({ kind: 'text', x, y, pt, bold, text: line, widthMm, ...(onDark ? { onDark } : {}) });
      this.y += high;
    }
    return this;
  }

  /** Texts side by side, each in its share of the width; as high as the highest. */
  row(cells: readonly { text: string; share: number; style: Style }[], gapMm = 2): this {
    const all = cells.reduce((s, c) => s + c.share, 0);
    const free = this.frame.w - gapMm * (cells.length - 1);
    let x = this.frame.x;
    let foot = this.y;
    for (const c of cells) {
      const w = (free * c.share) / all;
      const pen = new Pen(this.sheet, { x, y: this.y, w, h: this.left }, this.type, this.scale);
      pen.write(c.text, c.style);
      this.over ||= pen.over;
      this.broke ||= pen.broke;
      foot = Math.max(foot, pen.y);
      x += w + gapMm;
    }
    this.y = foot;
    return this;
  }

  /** Writes in what is left of the width beside something `rightMm` wide that stands at the right and is `high` mm high. */
  beside(rightMm: number, high: number, draw: (pen: Pen) => void): this {
    const w = this.frame.w - rightMm;
    const pen = new Pen(this.sheet, { x: this.frame.x, y: this.y, w, h: this.left }, this.type, this.scale);
    draw(pen);
    this.over ||= pen.over || high > this.left + 0.01;
    this.broke ||= pen.broke;
    this.y = Math.max(pen.y, this.y + high);
    return this;
  }

  /** The same only where it fits whole: what a small paper can do without. */
  ifRoom(text: string, style: Style): this {
    const trial = new Pen(blank(0, 0), { ...this.frame, y: this.y, h: this.left }, this.type, this.scale);
    if (!trial.write(text, style).over) this.write(text, style);
    return this;
  }

  gap(mm: number): this {
    this.y += mm * Math.max(0.5, this.scale);
    return this;
  }

  rule(strokeMm = 0.25): this {
    if (this.left < 1) return this;
    this.y += 0.6;
    this.sheet.ink.push({
      kind: 'rect',
      x: this.frame.x,
      y: this.y,
      w: this.frame.w,
      h: strokeMm,
      fill: true,
      strokeMm: 0,
    });
    this.y += strokeMm + 0.6;
    return this;
  }

  /** A small square to tick, and a text behind it. */
  tick(text: string, style: Style): this {
    const pt = this.size(style.pt);
    const at = this.y;
    if (this.left > pt * MM_PER_PT * LEADING)
      this.sheet.ink.push({
        kind: 'rect',
        x: this.frame.x + 0.3,
        y: at + 0.5,
        w: pt * MM_PER_PT * 0.85,
        h: pt * MM_PER_PT * 0.85,
        fill: false,
        strokeMm: 0.25,
      });
    return this.write(text, { ...style, indent: (style.indent ?? 0) + pt * MM_PER_PT * 1.5 });
  }
}

export const blank = (widthMm: number, heightMm: number): Sheet => ({
  widthMm,
  heightMm,
  ink: [],
  words: [],
  told: [],
});

/** How far a layout is grown to fill its frame, and shrunk before it is said not to fit. */
const SCALES = [1.35, 1.25, 1.15, 1.07, 1, 0.92, 0.85, 0.78, 0.72, 0.66, 0.6, 0.55, 0.5];

/**
 * Lays something out in a frame at the largest size at which it fits; at the smallest (8 pt) what still does not fit is
 * left out and said, with the name of what it was.
 */
export function fitted(
  sheet: Sheet,
  frame: SheetFrame,
  type: Type,
  name: string,
  draw: (pen: Pen) => void,
  most = 1,
): Pen {
  const tried = SCALES.filter((x) => x <= most).map((scale) => {
    const pen = new Pen(blank(sheet.widthMm, sheet.heightMm), frame, type, scale);
    draw(pen);
    return pen;
  });
  // Whole words first, then whatever fits; at the last what does not is left out and said.
  const pen = tried.find((p) => !p.over && !p.broke) ?? tried.find((p) => !p.over) ?? tried[tried.length - 1]!;
  sheet.ink.push(...pen.sheet.ink);
  sheet.words.push(...pen.sheet.words);
  sheet.told.push(...new Set(pen.sheet.told));
  if (pen.over) sheet.told.push(`${name} does not fit on this paper at ${LEAST_PT} pt. Use a larger one.`);
  return pen;
}

/** Puts a QR code at a place, so many mm wide. */
export function qrAt(sheet: Sheet, type: Type, text: string, x: number, y: number, sizeMm: number): void {
  const { d, size } = type.qr(text);
  sheet.ink.push({ kind: 'path', x, y, scale: sizeMm / size, d, fill: true, strokeMm: 0 });
}

/** Small sheets side by side on a large one, row by row; as many large ones as it takes. */
export function ganged(
  small: readonly Sheet[],
  grid: { widthMm: number; heightMm: number; columns: number; rows: number },
): Sheet[] {
  const each = grid.columns * grid.rows;
  const cellW = grid.widthMm / grid.columns;
  const cellH = grid.heightMm / grid.rows;
  const out: Sheet[] = [];
  for (let at = 0; at < small.length; at += each) {
    const sheet = blank(grid.widthMm, grid.heightMm);
    small.slice(at, at + each).forEach((s, i) => {
      const dx = (i % grid.columns) * cellW + (cellW - s.widthMm) / 2;
      const dy = Math.floor(i / grid.columns) * cellH + (cellH - s.heightMm) / 2;
      sheet.ink.push(...s.ink.map((k) => ({ ...k, x: k.x + dx, y: k.y + dy })));
      sheet.words.push(...s.words);
      sheet.told.push(...s.told);
    });
    out.push(sheet);
  }
  return out;
}

/** A sheet with a word stamped over its middle, white on black: for thermal printers too. */
export function stamped(sheet: Sheet, word: string, type: Type): Sheet {
  const pt = Math.min(60, (0.8 * sheet.widthMm * 10) / type.widthMm(word, 10, true));
  const h = pt * MM_PER_PT;
  const widthMm = type.widthMm(word, pt, true);
  const y = sheet.heightMm / 2 - h * 0.8;
  return {
    ...sheet,
    ink: [
      ...sheet.ink,
      { kind: 'rect', x: 0, y, w: sheet.widthMm, h: h * 1.6, fill: true, strokeMm: 0 },
      {
        kind: 'text',
        x: (sheet.widthMm - widthMm) / 2,
        y: y + h * 1.15,
        pt,
        bold: true,
        text: word,
        widthMm,
        onDark: true,
      },
    ],
    words: [word, ...sheet.words],
  };
}
