import type { Outcome } from '@/core/consignment/outcome';

/** An outcome whose value the browser does not need. */
export const plain = (r: Outcome<unknown>): Outcome<null> => (r.ok ? { ok: true, value: null } : r);
