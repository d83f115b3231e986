/** Papers that go in or on a box, and those that stay; in the order in which they are needed while packing. */
export const paperKinds = [
  { id: 'bags', name: 'Bag labels', packed: true },
  { id: 'boxes', name: 'Box labels', packed: true },
  { id: 'list', name: 'Packing list', packed: true },
  { id: 'card', name: 'Acclimation card', packed: true },
  { id: 'confirmation', name: 'Confirmation and kit list', packed: false },
  { id: 'buyer-costs', name: 'Invoice for the buyer', packed: false },
  { id: 'own-costs', name: 'Own costs', packed: false },
  { id: 'certificate', name: 'Certificate of origin', packed: true },
  { id: 'cutting', name: 'Cutting list', packed: false },
] as const;
export type PaperKind = (typeof paperKinds)[number]['id'];
export const paperKindIds = paperKinds.map((k) => k.id) as [PaperKind, ...PaperKind[]];
