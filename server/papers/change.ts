import { z } from 'zod';
import { bookingSchema, chargesSchema } from '@/core/consignment/charges';
import { languageIds } from '@/core/consignment/languages';
import { problemsOf, type Outcome } from '@/core/consignment/outcome';
import { formats } from '@/core/papers/formats';
import { between, idText, version } from '@/core/quantities/shapes';
import { change } from '@/server/consignment/change';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';

const languageInput = z.object({
  code: idText(20),
  version,
  language: z.enum(languageIds, { error: 'Choose a language.' }),
});
export type LanguageInput = z.input<typeof languageInput>;

/** In which language the receiver’s papers of a consignment are. */
export function setLanguage(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = languageInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version: seen, language } = parsed.data;
  return change(house, code, seen, 'the language of the papers', (c) => ({ ok: true, value: { ...c, language } }));
}

const freightInput = z.object({
  code: idText(20),
  version,
  booking: bookingSchema,
  charges: chargesSchema,
  /** Weight booked for every box, by its name. */
  declared: z.array(z.object({ boxId: idText(8), kg: between(0.1, 1000, 'The booked weight').nullable() })).max(40),
});
export type FreightInput = z.input<typeof freightInput>;

/** Booking, prices and what was spent: all of it together, as it stands in the form. */
export function saveFreight(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = freightInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version: seen, booking, charges, declared } = parsed.data;
  return change(house, code, seen, 'booking and costs', (c) => ({
    ok: true,
    value: {
      ...c,
      booking,
      charges,
      boxes: c.boxes.map((b) => {
        const told = declared.find((d) => d.boxId === b.id);
        if (!told) return b;
        const { declaredKg: _, ...rest } = b;
        return told.kg === null ? rest : { ...rest, declaredKg: told.kg };
      }),
    },
  }));
}

const SETTING = 'label paper';
const labelSchema = z.object({
  format: z.enum(formats.map((f) => f.id) as [string, ...string[]], { error: 'Choose a paper.' }),
  edgeMm: between(0, 20, 'The white edge').optional(),
});
export type LabelPaper = z.infer<typeof labelSchema>;

/** What the house prints its bag labels on. */
export function labelPaper(house: House): LabelPaper {
  const stored = labelSchema.safeParse(JSON.parse(house.arrivals.setting(SETTING) ?? '{}'));
  return stored.success ? stored.data : { format: formats[0]!.id };
}

/** Remembers the paper, and the edge its printer cannot reach. */
export function setLabelPaper(house: House, input: unknown): Outcome<null> {
  const parsed = labelSchema.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  house.arrivals.setSetting(SETTING, JSON.stringify(parsed.data));
  return { ok: true, value: null };
}
