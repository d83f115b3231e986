/** Papers that labels are printed on. ISO 216 sizes, and rolls as printers for labels take them (common practice). */
export interface Format {
  id: string;
  name: string;
  /** Of one label, mm; a roll's height follows from what stands on it where null. */
  widthMm: number;
  heightMm: number | null;
  /** White edge that a printer cannot reach, mm. */
  edgeMm: number;
  /** Several on one A4 sheet. */
  sheet: { widthMm: number; heightMm: number; columns: number; rows: number } | null;
}

const A4 = { widthMm: 210, heightMm: 297 };

export const formats: readonly Format[] = [
  { id: 'a6x4', name: 'A4, four A6', widthMm: 105, heightMm: 148.5, edgeMm: 5, sheet: { ...A4, columns: 2, rows: 2 } },
  { id: 'a6', name: 'A6', widthMm: 105, heightMm: 148, edgeMm: 4, sheet: null },
  { id: 'roll62', name: 'roll, 62 mm', widthMm: 62, heightMm: null, edgeMm: 2, sheet: null },
  { id: '100x50', name: '100 × 50 mm', widthMm: 100, heightMm: 50, edgeMm: 2, sheet: null },
  { id: 'a4x8', name: 'A4, eight', widthMm: 105, heightMm: 74.25, edgeMm: 4, sheet: { ...A4, columns: 2, rows: 4 } },
  { id: 'a4x24', name: 'A4, 24', widthMm: 70, heightMm: 37.125, edgeMm: 3, sheet: { ...A4, columns: 3, rows: 8 } },
];

export const formatOf = (id: string): Format => formats.find((f) => f.id === id) ?? formats[0]!;
