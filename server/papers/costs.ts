import { withOverrides } from '@/core/catalogue/assumptions';
import { costsOf, type Costs } from '@/core/supplies/costs';
import { typeIdOf, type Supply } from '@/records/supply';
import type { Station } from '@/server/consignment/station';
import { weighedBoxes } from '@/server/box/weigh';
import { currencyOf, type House } from '@/server/house';

/** Money as the house counts it. */
export const moneyOf =
  (house: House, tag = 'en-GB') =>
  (amount: number): string =>
    new Intl.NumberFormat(tag, { style: 'currency', currency: currencyOf(house) }).format(amount);

/** What a consignment costs, and what is asked for it. */
export function costsHere({ h, c, e, catalogue }: Pick<Station, 'h' | 'c' | 'e' | 'catalogue'>): Costs {
  const treatments = Object.fromEntries(
    h.records.list('supply').flatMap((r) => {
      const s = r.document as unknown as Supply;
      return s.kind === 'treatment' && s.price !== undefined ? [[typeIdOf(r.id, s), s.price]] : [];
    }),
  );
  const freight = Object.fromEntries(e ? weighedBoxes({ h, c, catalogue }, e, false).map((b) => [b.id, b.price]) : []);
  return costsOf(c, catalogue, withOverrides(c.assumptions), { freight, treatments });
}
