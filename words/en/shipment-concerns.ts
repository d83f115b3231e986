import { clockWords, dayWords } from '@/core/calendar/calendar';
import { counted, durationWords } from '@/core/quantities/words';
import type { WaterFigure } from '@/core/measurement/quantities';
import { stopWords } from './tank-stops';
import { fastConflictWords } from './fast-conflicts';
import type { ShipmentFinding } from '@/core/concerns/shipment';
import {
  hoursWords,
  bagsTitle,
  firstOf,
  hoursLeftWords,
  failsBy,
  ofStop,
  listWords,
  type SaidOf,
} from './concern-parts';

/** Figures of a water as they stand in a sentence. */
const figureNames: Record<WaterFigure, string> = {
  tempC: 'temperature',
  pH: 'pH',
  khDkh: 'KH',
  ghDgh: 'GH',
  salinity: 'salinity',
  tanMgNL: 'ammonia',
};

/** What is said of shipments. */
export const shipmentWords: SaidOf<ShipmentFinding> = {
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
    title: `${hoursWords(f.lateH)} late on its way`,
    figures: hoursLeftWords(f.leftH).trim(),
    todo: f.help ?? 'Tell the receiver.',
    press: 'Open shipment',
  }),
  unseen: (f) => ({
    title: `Not seen for ${hoursWords(f.unseenH)}`,
    figures: `Last seen: ${f.at}.${hoursLeftWords(f.leftH)}`,
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
    figures: `In a bad case (1 trip in 10) ${failsBy[f.factor]}${f.shortH > 0 ? ` ${hoursWords(f.shortH)} before opening` : ''}.`,
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
    figures: firstOf(f.steps),
    todo: 'Do them again, and print labels again.',
    press: 'Open packing list',
  }),
  residents: (f) => ({
    title: `Fish in tank ${f.of} do not suit the newcomers`,
    figures: f.warnings.slice(0, 2).join(' '),
    todo: 'Use another tank, or move the residents first.',
    press: 'Open arrival',
  }),
  'step-skipped': (f) => ({
    title: `${counted(f.steps.length, 'packing step')} skipped`,
    figures: `${firstOf(f.steps)} Later steps rest on ${f.steps.length === 1 ? 'it' : 'them'}.`,
    todo: f.steps.length === 1 ? 'Do it before drop-off.' : 'Do them before drop-off.',
    press: 'Open packing list',
  }),
  'opening-off': (f, zone) => ({
    title:
      f.openingMs < f.dueMs
        ? 'Opening is planned before delivery'
        : 'Opening is planned more than a day after delivery',
    figures: `Opening ${dayWords(f.openingMs, zone)} at ${clockWords(f.openingMs, zone)}; delivery from ${dayWords(f.dueMs, zone)}, ${clockWords(f.dueMs, zone)}.`,
    todo: 'Change the opening or the drop-off.',
    press: 'Open order',
  }),
  'too-heavy': (f) => ({
    title: `Box ${f.of} is too heavy for ${f.service}`,
    figures: `${f.kg.toFixed(1)} kg; it takes up to ${f.mostKg} kg.`,
    todo: 'Use two boxes, less water or another service.',
    press: 'Open boxes',
  }),
  'border-papers': (f) => ({
    title: `It crosses a border (${f.country}) without a certificate of origin`,
    figures: '',
    todo: 'Ask the authority there which papers it wants, then make the certificate.',
    press: 'Make certificate',
  }),
  'fast-conflict': (f, zone) => ({
    title: `Feeding of tank ${f.of} clashes`,
    figures: fastConflictWords(f.conflict, zone),
    todo: 'Feed apart, or change a day.',
    press: 'Open fasting',
  }),
  'unknown-water': (f) => ({
    title: `Tank ${f.of}: ${listWords(f.figures.map((x) => figureNames[x]))} not measured`,
    figures: f.factor === null ? 'The way to open the bags depends on it.' : `It decides: ${failsBy[f.factor]} first.`,
    todo: 'Measure now.',
    press: f.factor === null ? 'Open arrival' : 'Enter the reading',
  }),
  'tank-in-weeks': (f) => ({
    title: `Tank ${f.of} is in quarantine`,
    figures: [
      f.medicines.length > 0 ? `In its water: ${f.medicines.join(', ')}.` : '',
      f.never ?? '',
      'Quarantine restarts for all when newcomers join.',
    ]
      .filter(Boolean)
      .join(' '),
    todo: 'Use another tank.',
    press: 'Open arrival',
  }),
  'tank-small': (f) => ({
    title: `Tank ${f.of} is too small for all of them`,
    figures: `${f.massG.toFixed(0)} g of animals in ${f.volumeL} L.`,
    todo: 'Use a larger tank, or two.',
    press: 'Open arrival',
  }),
  'still-closed': (f, zone) => ({
    title: `${bagsTitle(f.bagIds)} ${f.bagIds.length === 1 ? 'is' : 'are'} still closed`,
    figures:
      f.openByMs === null ? '' : `Open by ${clockWords(f.openByMs, zone)}, ${dayWords(f.openByMs, zone)} (bad case).`,
    todo: 'Look, measure, open.',
    press: 'Open arrival',
  }),
  'tank-harms': (f) => ({ ...ofStop(stopWords(f.stop, f.tank)), press: 'Open arrival' }),
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
    title: `${bagsTitle(f.bagIds)}: time is up`,
    figures: `${f.step}.`,
    todo: 'Do the next step now.',
    press: 'Open run',
  }),
};
