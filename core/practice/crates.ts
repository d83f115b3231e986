import { cratesToKeep } from './crates-to-keep';
import { cratesToSend } from './crates-to-send';
import type { Crate } from './schema';

/** Crates to practise with, in stories of our own; each is an open file, and another can be made of any consignment. */
export const crates: readonly Crate[] = [...cratesToSend, ...cratesToKeep];

export const crateById = (id: string): Crate | undefined => crates.find((c) => c.id === id);
