import type { Finding } from '@/core/concerns/concern';
import { clockWords, dayWords } from '@/core/calendar/calendar';
import { capital, counted, durationWords } from '@/core/quantities/words';
import { HOUR } from '@/core/quantities/time';
import { quarantineSigns } from '@/core/quarantine/signs';
import { stopWords } from './tank-stops';

/** What is said of a concern: what is wrong, its figures, what to do, and the button that leads there. */
export interface Said {
  title: string;
  figures: string;
  todo: string;
  press: string;
}

const fails = {
  oxygen: 'oxygen runs out',
  carbon: 'CO₂ gets too high',
  ammonia: 'ammonia gets too high',
  temperature: 'the water gets too cold or too warm',
} as const;
const litres = (l: number): string => `${Math.ceil(l - 1e-9)} L`;
const hours = (h: number): string => durationWords(h * HOUR);
const bags = (ids: readonly string[]): string => `Bag${ids.length === 1 ? '' : 's'} ${ids.join(', ')}`;
const left = (h: number | null): string =>
  h === null
    ? ''
    : h > 0
      ? ` The bags are safe for ${hours(h)} more in a bad case.`
      : ' In a bad case the bags are past their limit.';

type Words = { [K in Finding['code']]: (f: Extract<Finding, { code: K }>, zone: string) => Said };

const words: Words = {
  'over-dose': (f) => ({
    title: `Too much ${f.of} in the tank`,
    figures:
      (f.unit === 'mg/L'
        ? `${f.level.toFixed(2)} mg/L; ${f.harmsFrom === null ? `the dose is ${f.meant} mg/L` : `above ${f.harmsFrom} mg/L harms`}`
        : `${f.level.toFixed(1)} times the dose of its label`) +
      (f.calculated ? '. Calculated, not measured.' : '. Measured.'),
    todo: `${f.changeL === null ? 'Change water now.' : `Change ${litres(f.changeL)} now${f.goes > 1 ? `, ${f.goes} times` : ''}.`} Add none.`,
    press: 'Record water change',
  }),
  'under-dose': (f) => ({
    title: `${capital(f.of)} is too low to work`,
    figures: `${f.level.toFixed(2)} mg/L; works from ${f.from} mg/L.`,
    todo: 'Measure again, then raise it slowly.',
    press: 'Open tank',
  }),
  carbon: (f) => ({
    title: `Carbon in the filter removes ${f.of}`,
    figures: '',
    todo: 'Take the carbon out.',
    press: 'Open tank',
  }),
  ammonia: (f) => ({
    title: f.times > 1 ? 'Ammonia in the tank harms them' : 'Ammonia is rising',
    figures: `${f.tanMgNL.toFixed(2)} mg/L as N at pH ${f.pH.toFixed(1)}${f.measuredPh ? '' : ' (typical, not measured)'} and ${f.tempC.toFixed(0)} °C: ${f.times.toFixed(1)} times the safe level.`,
    todo: `Change ${litres(f.changeL)} (${(100 * f.share).toFixed(0)} %) now.`,
    press: 'Record water change',
  }),
  nitrite: (f) => ({
    title: 'Nitrite is high',
    figures: `${f.mgL.toFixed(2)} mg/L.`,
    todo: `Change ${litres(f.changeL)} (${(100 * f.share).toFixed(0)} %) now, feed half, leave the filter alone.`,
    press: 'Record water change',
  }),
  'ph-swing': (f) => ({
    title: `pH moved by ${f.by.toFixed(1)} in a day`,
    figures: '',
    todo: 'Raise the carbonate hardness slowly.',
    press: 'Open tank',
  }),
  'kh-low': (f) => ({
    title: 'KH is low',
    figures: `${f.khDkh.toFixed(1)} °d; the plan asks for ${f.atLeast} °d.`,
    todo: `Dissolve ${f.bicarbonateG.toFixed(0)} g of sodium bicarbonate for ${litres(f.waterL)}. Add it over two days.`,
    press: 'Open tank',
  }),
  reserve: (f) => ({
    title: 'Too little water is ready for a change',
    figures: `${f.haveL.toFixed(0)} L of ${f.wantL.toFixed(0)} L.`,
    todo: `Prepare ${litres(f.wantL - f.haveL)}.`,
    press: 'Open tank',
  }),
  sign: (f) => ({
    title: `${capital(quarantineSigns[f.of].words)} seen`,
    figures: [f.many ? `On ${f.many}` : '', f.part ?? '']
      .filter(Boolean)
      .join(', ')
      .replace(/$/, f.many || f.part ? '.' : ''),
    todo: quarantineSigns[f.of].so,
    press: 'Open tank',
  }),
  'twin-sign': (f) => ({
    title: `${capital(quarantineSigns[f.of].words)} seen in tank ${f.tank}, its twin`,
    figures: 'Parasites travel with water, nets and hands.',
    todo: 'Look at these animals now. Own net, clean hands, this tank before that one.',
    press: 'Open tank',
  }),
  'harms-animals': (f) => ({ ...stopped(stopWords(f.stop, '', true)), press: 'Record reading' }),
  'over-promised': (f) => ({
    title: `${f.promised} ${f.of} promised, ${f.there} in the tank`,
    figures: `Promised to ${f.codes.join(', ')}.`,
    todo: 'Count them, or change an order.',
    press: 'Open tank',
  }),
  'never-read': () => ({
    title: 'Water never measured',
    figures: '',
    todo: 'Measure temperature and pH.',
    press: 'Record reading',
  }),
  'read-long-ago': (f) => ({
    title: `Water last measured ${counted(f.days, 'day')} ago`,
    figures: '',
    todo: 'Measure temperature and pH.',
    press: 'Record reading',
  }),
  'cannot-leave': (f) => ({
    title: 'It cannot leave as planned',
    figures: `${f.why}.`,
    todo: 'Choose another day or service.',
    press: 'Choose a day',
  }),
  miscounted: (f) => ({
    title:
      f.bagged < f.ordered
        ? `${f.ordered - f.bagged} of ${f.ordered} ${f.of} have no bag`
        : `${f.bagged} ${f.of} are bagged, ${f.ordered} ordered`,
    figures: 'Every figure is for what the bags hold.',
    todo: 'Correct the bags or the order.',
    press: 'Open bags',
  }),
  held: (f, zone) => ({
    title: `Held back since ${dayWords(f.fromMs, zone)}`,
    figures: '',
    todo: 'Nothing is due until a better day is chosen.',
    press: 'Choose a day',
  }),
  'fish-in-bags': (f, zone) => ({
    title: `Cancelled, but fish are still in ${f.bagIds.length === 1 ? 'bag' : 'bags'} ${f.bagIds.join(', ')}`,
    figures:
      f.safeUntilMs === null
        ? ''
        : `Safe until ${clockWords(f.safeUntilMs, zone)}, ${dayWords(f.safeUntilMs, zone)} (bad case).`,
    todo: `Float the closed bags in tank ${f.tanks.join(' and ')} until the water is as warm, then net them over.`,
    press: 'Open shipment',
  }),
  'not-handed-over': (f, zone) => ({
    title: 'Not dropped off',
    figures: `Planned for ${dayWords(f.leaveMs, zone)} at ${clockWords(f.leaveMs, zone)}.${f.opened ? ' Its packs are open and fade.' : ''}`,
    todo: 'Drop it off later, choose another day, or put the fish back into their tanks.',
    press: 'Record drop-off',
  }),
  late: (f) => ({
    title: `${hours(f.lateH)} late on its way`,
    figures: left(f.leftH).trim(),
    todo: f.help ?? 'Tell the receiver.',
    press: 'Open shipment',
  }),
  unseen: (f) => ({
    title: `Not seen for ${hours(f.unseenH)}`,
    figures: `Last seen: ${f.at}.${left(f.leftH)}`,
    todo: f.help ?? 'Call the depot.',
    press: 'Open shipment',
  }),
  overdue: (f) => ({
    title: `${durationWords(f.byMs)} past its delivery`,
    figures: 'No arrival recorded.',
    todo: 'Call the courier, or record the arrival.',
    press: 'Record arrival',
  }),
  'pack-fades': (f) => ({
    title: 'Its control pack is fading',
    figures: `${f.pack} gives ${Math.round(100 * f.share)} % of its heat at home; so may those in the box.`,
    todo: 'Call the courier: keep the box warm.',
    press: 'Open shipment',
  }),
  'runs-out': (f) => ({
    title: `Bag ${f.bagId} may not last`,
    figures: `In a bad case (1 trip in 10) ${fails[f.factor]}${f.shortH > 0 ? ` ${hours(f.shortH)} before opening` : ''}.`,
    todo:
      f.factor === 'temperature'
        ? 'Change packs or box, or choose a better day.'
        : 'More water, more oxygen or fewer fish.',
    press: f.factor === 'temperature' ? 'Open heat' : 'Open bags',
  }),
  'forecast-old': (f) => ({
    title: `Forecast is ${counted(f.days, 'day')} old`,
    figures: '',
    todo: 'Load a new one before packing.',
    press: 'Load forecast',
  }),
  'forecast-short': (f, zone) => ({
    title: 'Forecast ends before delivery',
    figures: `It ends ${dayWords(f.endsMs, zone)} at ${clockWords(f.endsMs, zone)}. After that its last day is repeated.`,
    todo: 'Load a newer one before packing.',
    press: 'Load forecast',
  }),
  'done-step-changed': (f) => ({
    title: `${counted(f.steps.length, 'done step')} changed since`,
    figures: `${f.steps.slice(0, 3).join('; ')}${f.steps.length > 3 ? `; ${f.steps.length - 3} more` : ''}.`,
    todo: 'Do them again, and print labels again.',
    press: 'Open packing list',
  }),
  residents: (f) => ({
    title: `Fish in tank ${f.tank} do not suit the newcomers`,
    figures: f.warnings.slice(0, 2).join(' '),
    todo: 'Use another tank, or move the residents first.',
    press: 'Open arrival',
  }),
  'still-closed': (f, zone) => ({
    title: `${bags(f.bagIds)} ${f.bagIds.length === 1 ? 'is' : 'are'} still closed`,
    figures:
      f.openByMs === null ? '' : `Open by ${clockWords(f.openByMs, zone)}, ${dayWords(f.openByMs, zone)} (bad case).`,
    todo: 'Look, measure, open.',
    press: 'Open arrival',
  }),
  'tank-harms': (f) => ({ ...stopped(stopWords(f.stop, f.tank)), press: 'Open arrival' }),
  overweight: (f) => ({
    title: `Box ${f.of} is over its booked weight`,
    figures: `${f.kg.toFixed(2)} kg; booked ${f.bookedKg.toFixed(2)} kg.`,
    todo: 'Change the booking: the counter refuses it.',
    press: 'Open weights',
  }),
  claim: (f, zone) => ({
    title: `Report the losses to ${f.seller}`,
    figures: `By ${clockWords(f.byMs, zone)}, ${dayWords(f.byMs, zone)}.`,
    todo: 'Send the count and the photos of the closed bags.',
    press: 'Open arrival',
  }),
  timer: (f) => ({
    title: `${bags(f.bagIds)}: time is up`,
    figures: `${f.step}.`,
    todo: 'Do the next step now.',
    press: 'Open run',
  }),
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
  'backup-old': (f) => ({
    title: f.days === null ? 'No backup yet' : `Last backup ${counted(f.days, 'day')} ago`,
    figures: '',
    todo: 'Keep one.',
    press: 'Open settings',
  }),
};

const stopped = ({ harm, instead }: { harm: string; instead: string }): Omit<Said, 'press'> => {
  const at = harm.indexOf('. ');
  return { title: harm.slice(0, at < 0 ? undefined : at), figures: at < 0 ? '' : harm.slice(at + 2), todo: instead };
};

/** What is said of a finding; instants in the zone given. */
export const say = (f: Finding, zone: string): Said => (words[f.code] as (f: Finding, zone: string) => Said)(f, zone);
