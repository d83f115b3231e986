import { clockWords, dayWords } from '@/core/calendar/calendar';
import { counted } from '@/core/quantities/words';
import { tankWords } from './tank-concerns';
import { shipmentWords } from './shipment-concerns';
import type { HouseFinding } from '@/core/concerns/house';
import type { Finding } from '@/core/concerns/concern';
import type { SaidOf, Said } from './concern-parts';

/** What is said of the house itself. */
const houseWords: SaidOf<HouseFinding> = {
  'supply-short': (f, zone) => ({
    title: `${f.of} runs out`,
    figures: `${Math.max(0, Math.round(f.left))} left; ${f.shipment} needs more on ${dayWords(f.bitesMs, zone)}.`,
    todo: 'Buy some, or change its plan.',
    press: 'Shopping list',
  }),
  'supply-negative': (f) => ({
    title: `${f.of}: ${Math.round(f.left)} in stock`,
    figures: 'More was used than was counted.',
    todo: 'Count again.',
    press: 'Open supplies',
  }),
  'supply-expired': (f) => ({
    title: `${f.of}${f.batch ? `, batch ${f.batch}` : ''} is past its date`,
    figures: `Use by ${f.expires}. Planned shipments need it.`,
    todo: 'Check one, or buy new.',
    press: 'Open supplies',
  }),
  'disk-low': (f) => ({
    title: 'Disk is nearly full',
    figures: `${f.freeGb.toFixed(1)} GB free.`,
    todo: 'Free some space: nothing can be saved on a full disk.',
    press: 'Open settings',
  }),
  'clock-back': (f, zone) => ({
    title: 'Clock of this computer was set back',
    figures: `Last record: ${dayWords(f.lastMs, zone)}, ${clockWords(f.lastMs, zone)}.`,
    todo: 'Set the clock. Timers and hours left are wrong until then.',
    press: 'Open settings',
  }),
  unsent: (f) => ({
    title: `${counted(f.presses, 'press is', 'presses are')} only on this phone`,
    figures: 'For more than 10 minutes. Others do not see them.',
    todo: 'Go where there is a network, and keep this page open.',
    press: '',
  }),
  'backup-old': (f) => ({
    title: f.days === null ? 'No backup yet' : `Last backup ${counted(f.days, 'day')} ago`,
    figures: '',
    todo: 'Keep one.',
    press: 'Open settings',
  }),
};

const words = { ...tankWords, ...shipmentWords, ...houseWords };

/** What is said of a finding; instants in the zone given. */
export const say = (f: Finding, zone: string): Said => (words[f.code] as (f: Finding, zone: string) => Said)(f, zone);
