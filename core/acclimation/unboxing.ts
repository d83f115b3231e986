import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Consignment } from '@/core/consignment/schema';

/** Something that is done in its turn; before the next one so many minutes are waited. */
export interface Turn {
  key: string;
  title: string;
  detail: string;
  caution?: string;
  waitMin: number;
}

/** How a box is opened, before any bag is touched (W43 to W45): light by steps, then what stands in it. */
export const unboxing = (a: Pick<Assumptions, 'lidCrackedMin' | 'lidHalfMin'>): Turn[] => [
  {
    key: 'there',
    title: 'Be there, room dim',
    detail: 'Out of sun and frost. Net, cup, thermometer and torch lie ready, the lamp over the tank is off.',
    waitMin: 0,
  },
  {
    key: 'crack',
    title: 'Crack the lid',
    detail: 'A finger wide: a little light first, so that nobody dashes.',
    caution: 'Cut tape only: no long blade near the bags.',
    waitMin: a.lidCrackedMin,
  },
  { key: 'half', title: 'Lid half off', detail: 'More light, no lamp straight into it.', waitMin: a.lidHalfMin },
  {
    key: 'off',
    title: 'Lid off: what stands in it',
    detail: 'Feel the packs: still warm? Read the air between the bags. Feel the paper: wet means that a bag leaks.',
    caution: 'Packs may still be hot: not on bare skin. Two lift a heavy box.',
    waitMin: 0,
  },
];

/** Taking a tank down, before and after its fish are bagged (W84, W52, W75 and common practice †). */
export const takingDown: readonly Turn[] = [
  {
    key: 'plugs',
    title: 'Heater off, then pumps and lamps',
    detail: 'A heater cools under water for a quarter of an hour before it is lifted.',
    caution: 'Pull plugs with dry hands; a heater that runs dry bursts.',
    waitMin: 15,
  },
  {
    key: 'water',
    title: 'Keep water of the tank',
    detail: 'As much as can be carried, in closed vessels: it fills the tank again at the other end.',
    caution: 'A full 10 L bucket weighs 10 kg: lift with the knees, two for more.',
    waitMin: 0,
  },
  {
    key: 'cover',
    title: 'Stones and roots out, plants into bags',
    detail: 'Before the net: nobody is hunted round them, nobody is crushed by them.',
    waitMin: 0,
  },
  {
    key: 'fish',
    title: 'Fish out last of what lives, into their bags',
    detail: 'When the water stands a hand high.',
    waitMin: 0,
  },
  {
    key: 'media',
    title: 'Filter media damp',
    detail:
      'Short way: a shallow bucket. Long way: a bag with a little water and oxygen. Never dry, never sealed in full water.',
    waitMin: 0,
  },
  {
    key: 'tank',
    title: 'Tank empty, sand in or out',
    detail: 'Never moved with water in it.',
    caution: 'Glass breaks under its own weight: two carry it, flat on a board.',
    waitMin: 0,
  },
];

/** Setting it up again at the other end. */
const settingUp: readonly Turn[] = [
  {
    key: 'setup',
    title: 'Set up: sand, stones, old water, filter first',
    detail: 'The filter runs before anything else, then the heater once it is covered. New water to the mark, matched.',
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
): readonly Turn[] =>
  // What was planned here was taken down while it was packed.
  !isOwnMove(c) ? unboxing(a) : c.direction === 'own-move' ? settingUp : [...takingDown, ...settingUp];

/** The name that a turn is ticked by. */
export const turnKey = (key: string): string => `moment:turn:${key}`;

/** When the next turn after one that was done may come, ms; null where nothing is waited for. */
export const nextAt = (turn: Turn, doneMs: number): number | null =>
  turn.waitMin > 0 ? doneMs + turn.waitMin * 60_000 : null;
