import { z } from 'zod';
import { idText } from '@/core/quantities/shapes';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { kinds } from '@/records';
import { typeIdOf, type Supply } from '@/records/supply';
import type { House } from '@/server/house';
import { draftOfRecord, saveRecord } from '@/server/records/records';

const testInput = z.object({
  kind: z.enum(['box', 'pack']),
  typeId: idText(),
  /** Times what is reckoned; null takes the test away. */
  found: z
    .object({
      factor: z
        .number()
        .min(0.1, 'No box insulates ten times better than calculated.')
        .max(10, 'No box loses ten times that much.'),
      sigma: z.number().min(0).max(1, 'Readings scatter too much for a result.'),
    })
    .nullable(),
});
export type TestInput = z.input<typeof testInput>;

/** Keeps what a test at home found as the house's own figure of a kind of box or pack, on its row of the shelf. */
export function saveTest(house: House, input: unknown): Outcome<{ id: string; version: number }> {
  const parsed = testInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { kind, typeId, found } = parsed.data;
  const row = house.records
    .list('supply')
    .find(
      (r) =>
        (r.document as unknown as Supply).kind === kind && typeIdOf(r.id, r.document as unknown as Supply) === typeId,
    );
  if (!row) return refuse('typeId', 'This type is no longer in stock.');
  const round = (x: number): string => String(Math.round(x * 10_000) / 10_000);
  return saveRecord(house, 'supply', {
    id: row.id,
    version: row.version,
    draft: {
      ...draftOfRecord(kinds.supply, row),
      [`${kind}.measured.factor`]: found ? round(found.factor) : '',
      [`${kind}.measured.sigma`]: found ? round(Math.max(0.001, found.sigma)) : '',
    },
  });
}
