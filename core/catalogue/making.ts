/** Corners of a bag's floor, in which small fish are trapped: left square, taped, banded, rounded by an inverted second bag, or both. */
export const cornerKinds = ['square', 'taped', 'banded', 'inverted', 'taped-inverted'] as const;
export type Corners = (typeof cornerKinds)[number];
/** How a neck is closed after its twist. */
export const closureKinds = ['bands', 'knot', 'knot-bands', 'gooseneck'] as const;
export type Closure = (typeof closureKinds)[number];
/** What goes in for the fish to hide in, or between those that bite. */
export const coverKinds = ['shred', 'moss', 'mesh'] as const;
export type Cover = (typeof coverKinds)[number];
/** How much water: shares of the bag, depths in it, or what snails and breather film want. */
export const waterSchools = ['third', 'half', 'fin', 'ten-cm', 'little', 'moist', 'full'] as const;
export type WaterSchool = (typeof waterSchools)[number];
/** How a box by own measures is built. */
export const builds = ['moulded', 'cut', 'cool', 'carton'] as const;
export type Build = (typeof builds)[number];
/** How the joint of its lid is closed. */
export const tapes = ['all-round', 'corners', 'strips'] as const;
export type LidTape = (typeof tapes)[number];
/** Where a pack lies: under the lid, at the side, or in a gap between the bags. */
export const packPlaces = ['lid', 'side', 'void'] as const;
export type PackPlace = (typeof packPlaces)[number];
