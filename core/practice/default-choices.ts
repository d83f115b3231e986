import type { Shipping, ShippingChoices } from './schema';

/** Choices as a beginner finds them: the first of everything. */
export const firstChoices = (s: Shipping): ShippingChoices => ({
  kind: 'shipping',
  day: s.options.days[0]!,
  serviceId: s.options.services[0]!,
  fastH: s.options.fastH[0]!,
  perBag: s.options.perBag[0]!,
  waterL: s.options.waterL[0]!,
  oxygen: true,
  boxTypeId: s.options.boxes[0]!,
  packs: s.start?.packs ?? {},
  vents: s.options.vents[0]!,
  ...(s.start?.perBag ? { perBag: s.start.perBag } : {}),
});
