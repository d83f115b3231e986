import { z } from 'zod';
import { longDayWords } from '@/core/calendar/calendar';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { certificate, originKinds, type OriginKind } from '@/core/papers/certificate';
import type { Paper } from '@/core/papers/pages';
import { idText, text } from '@/core/quantities/shapes';
import { find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import { profileOf, type House } from '@/server/house';
import { moneyOf } from './costs';

const kinds = Object.keys(originKinds) as [OriginKind, ...OriginKind[]];
const input = z.object({
  code: idText(20),
  kind: z.enum(kinds, { error: 'Choose the origin of the animals.' }),
  lineIds: z.array(idText(8)).min(1, 'Choose at least one kind of animal.').max(60),
  permit: text(120),
});
export type CertificateForm = z.input<typeof input>;

/** A certificate as it would be given out, with the number that comes next; nothing is kept. */
export function draftCertificate(
  house: House,
  given: unknown,
): Outcome<{ number: string; consignmentId: string; paper: Paper }> {
  const parsed = input.safeParse(given);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, kind, lineIds, permit } = parsed.data;
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  if (c.direction === 'incoming') return refuse('code', 'The sender certifies what arrives here.');
  const strange = lineIds.find((x) => !c.lines.some((l) => l.id === x));
  if (strange) return refuse('lineIds', 'One of these species is no longer in the order.');
  if (kind === 'wild' && !permit.trim()) return refuse('permit', 'Wild-caught animals need a permit number.');
  const nowMs = house.nowMs();
  const { zone } = c.sender.place;
  const number = house.certificates.next(new Date(nowMs).toISOString().slice(0, 4));
  const paper = certificate(c, catalogueOf(c, house), {
    number,
    day: longDayWords(nowMs, zone),
    kind,
    lineIds,
    licence: profileOf(house).licence ?? '',
    permit: permit.trim(),
    money: moneyOf(house),
  });
  return { ok: true, value: { number, consignmentId: c.id, paper } };
}

/** Gives a certificate out: it takes its number, and stays in the register as it is. */
export function issueCertificate(house: House, given: unknown): Outcome<string> {
  const draft = draftCertificate(house, given);
  if (!draft.ok) return draft;
  const { number, consignmentId, paper } = draft.value;
  const at = house.nowIso();
  house.certificates.keep(number, consignmentId, at, paper);
  house.consignments.journal(consignmentId, at, 'certified', number);
  return { ok: true, value: number };
}
