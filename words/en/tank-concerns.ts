import { dayWords } from '@/core/calendar/calendar';
import { capital, counted } from '@/core/quantities/words';
import { quarantineSigns } from '@/core/quarantine/signs';
import { stopWords } from './tank-stops';
import type { TankFinding } from '@/core/concerns/tank';
import { wholeLitres, firstOf, ofStop, type SaidOf } from './concern-parts';

/** What is said of tanks. */
export const tankWords: SaidOf<TankFinding> = {
  'over-dose': (f) => ({
    title: `Too much ${f.of} in the tank`,
    figures:
      (f.unit === 'mg/L'
        ? `${f.level.toFixed(2)} mg/L; ${f.harmsFrom === null ? `the dose is ${f.meant} mg/L` : `above ${f.harmsFrom} mg/L harms`}`
        : `${f.level.toFixed(1)} times the dose of its label`) +
      (f.calculated ? '. Calculated, not measured.' : '. Measured.'),
    todo: `${f.changeL === null ? 'Change water now.' : `Change ${wholeLitres(f.changeL)} now${f.goes > 1 ? `, ${f.goes} times` : ''}.`} Add none.`,
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
    todo: `Change ${wholeLitres(f.changeL)} (${(100 * f.share).toFixed(0)} %) now.`,
    press: 'Record water change',
  }),
  nitrite: (f) => ({
    title: 'Nitrite is high',
    figures: `${f.mgL.toFixed(2)} mg/L.`,
    todo: `Change ${wholeLitres(f.changeL)} (${(100 * f.share).toFixed(0)} %) now, feed half, leave the filter alone.`,
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
    todo: `Dissolve ${f.bicarbonateG.toFixed(0)} g of sodium bicarbonate for ${wholeLitres(f.waterL)}. Add it over two days.`,
    press: 'Open tank',
  }),
  reserve: (f) => ({
    title: 'Too little water is ready for a change',
    figures: `${f.haveL.toFixed(0)} L of ${f.wantL.toFixed(0)} L.`,
    todo: `Prepare ${wholeLitres(f.wantL - f.haveL)}.`,
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
  'test-again': (f, zone) => ({
    title: `${capital(f.of)} was too high and was not tested since`,
    figures: `${f.mgL.toFixed(2)} mg/L on ${dayWords(f.testedMs, zone)}.`,
    todo: `Test ${f.of} now.`,
    press: 'Record test',
  }),
  'medicine-harms': (f) => ({
    title: `${capital(f.of)} must not be in this tank`,
    figures: f.conflict.words,
    todo:
      f.conflict.beside === 'invertebrates'
        ? 'Move them to clean water now.'
        : `Change ${wholeLitres(f.changeL)} now${f.goes > 1 ? `, ${f.goes} times` : ''}. Ask a veterinarian.`,
    press: 'Record water change',
  }),
  died: (f) => ({
    title: `${f.count} ${f.name} died`,
    figures: '',
    todo: 'Test ammonia, look at the others, take the body out.',
    press: 'Record test',
  }),
  missing: (f, zone) => ({
    title: `${f.count} ${f.of} missing`,
    figures: f.seenMs === null ? '' : `Last look before: ${dayWords(f.seenMs, zone)}.`,
    todo: 'Look under cover, in the filter and on the floor. A dead one fouls the water: test ammonia.',
    press: 'Open tank',
  }),
  'filter-unproven': (f, zone) => ({
    title: 'Filter is not cycled',
    figures:
      f.testedMs === null ? 'Ammonia was never tested here.' : `Ammonia last tested on ${dayWords(f.testedMs, zone)}.`,
    todo: 'Test ammonia and nitrite today.',
    press: 'Record test',
  }),
  'gate-passed': () => ({
    title: 'Quarantine is over: they may leave',
    figures: 'Every point is met.',
    todo: 'Choose their tank.',
    press: 'Release',
  }),
  'gate-broken': (f) => ({
    title: `Quarantine days are over, ${counted(f.open.length, 'point')} not met`,
    figures: firstOf(f.open),
    todo: 'Wait for them, or give a reason for each.',
    press: 'Open tank',
  }),
  'harms-animals': (f) => ({ ...ofStop(stopWords(f.stop, '', true)), press: 'Record reading' }),
  'tank-mates': (f) => ({
    title: 'Animals here may not get on',
    figures: f.warnings.slice(0, 2).join(' '),
    todo: 'Watch them, or part them.',
    press: 'Open tank',
  }),
  crowded: (f) => ({
    title: 'Tank is crowded',
    figures: `${f.massG.toFixed(0)} g of animals in ${f.volumeL} L; up to ${(f.mostGPerL * f.volumeL).toFixed(0)} g is usual.`,
    todo: 'Test ammonia today, and move some.',
    press: 'Open tank',
  }),
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
};
