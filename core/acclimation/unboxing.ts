import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Consignment } from '@/core/consignment/schema';

/** Something that is done in its turn; before the next one so many minutes are waited. */
export interface UnboxingStep {
  key: string;
  title: string;
  detail: string;
  caution?: string;
  waitMin: number;
}

/** How a box is opened, before any bag is touched (W43 to W45): light by steps, then what stands in it. */
export const unboxing = (a: Pick<Assumptions, 'lidCrackedMin' | 'lidHalfMin'>): UnboxingStep[] => [
  {
    key: 'there',
    title: 'Room dim, tools ready',
    detail: 'Out of sun and frost. Net, cup, thermometer and torch ready; tank lamp off.',
    waitMin: 0,
  },
  {
    key: 'crack',
    title: 'Open the lid a crack',
    detail: 'A finger wide: a little light first, so they do not dash.',
    caution: 'Cut tape only: no long blade near the bags.',
    waitMin: a.lidCrackedMin,
  },
  { key: 'half', title: 'Lid half off', detail: 'More light, no lamp straight in.', waitMin: a.lidHalfMin },
  {
    key: 'off',
    title: 'Lid off: check the box',
    detail: 'Packs still warm? Measure the air between the bags. Wet paper means a bag leaks.',
    caution: 'Packs may still be hot: not on bare skin. Lift a heavy box with two people.',
    waitMin: 0,
  },
];

/** Taking a tank down, before and after its fish are bagged (W84, W52, W75 and common practice †). */
export const takingDown: readonly UnboxingStep[] = [
  {
    key: 'plugs',
    title: 'Heater off, then pumps and lamps',
    detail: 'Let the heater cool under water for 15 minutes before lifting it.',
    caution: 'Pull plugs with dry hands; a heater that runs dry bursts.',
    waitMin: 15,
  },
  {
    key: 'water',
    title: 'Save tank water',
    detail: 'As much as you can carry, in closed containers, to refill the tank later.',
    caution: 'A full 10 L bucket weighs 10 kg: lift with the knees, two for more.',
    waitMin: 0,
  },
  {
    key: 'cover',
    title: 'Stones and roots out, plants into bags',
    detail: 'Before netting, so fish are not chased around them or crushed.',
    waitMin: 0,
  },
  {
    key: 'fish',
    title: 'Fish out last, into their bags',
    detail: 'When the water is a hand high.',
    waitMin: 0,
  },
  {
    key: 'media',
    title: 'Filter media damp',
    detail:
      'Short trip: a shallow bucket. Long trip: a bag with a little water and oxygen. Never dry, never sealed full of water.',
    waitMin: 0,
  },
  {
    key: 'tank',
    title: 'Tank empty, sand in or out',
    detail: 'Never moved with water in it.',
    caution: 'Glass breaks under its own weight: carry it with two people, flat on a board.',
    waitMin: 0,
  },
];

/** Setting it up again at the other end. */
const settingUp: readonly UnboxingStep[] = [
  {
    key: 'setup',
    title: 'Set up: sand, stones, old water, filter first',
    detail: 'Filter first, then the heater once covered. Fill to the mark with matched water.',
    caution: 'Drip loops on every cable, a residual-current device, nothing plugged in with wet hands.',
    waitMin: 30,
  },
];

/** Whether a consignment is a move of one’s own: planned as one, or come from a house to itself. */
export const isOwnMove = (c: Pick<Consignment, 'direction' | 'sender' | 'receiver'>): boolean =>
  c.direction === 'own-move' || (c.direction === 'incoming' && c.sender.name === c.receiver.name);

/** What is done in its turn before any bag is opened: the tank of an own move, or the box. */
export const turnsOf = (
  c: Pick<Consignment, 'direction' | 'sender' | 'receiver'>,
  a: Pick<Assumptions, 'lidCrackedMin' | 'lidHalfMin'>,
): readonly UnboxingStep[] =>
  // What was planned here was taken down while it was packed.
  !isOwnMove(c) ? unboxing(a) : c.direction === 'own-move' ? settingUp : [...takingDown, ...settingUp];

/** The name that a turn is ticked by. */
export const turnKey = (key: string): string => `moment:turn:${key}`;

/** When the next turn after one that was done may come, ms; null where nothing is waited for. */
export const nextAt = (turn: UnboxingStep, doneMs: number): number | null =>
  turn.waitMin > 0 ? doneMs + turn.waitMin * 60_000 : null;
