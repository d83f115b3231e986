import type { TankStop } from '@/core/acclimation/tank-stops';

const change = (litres: number | null, inside: boolean): string =>
  `Change ${litres === null ? 'water' : `${litres} L`} ${inside ? 'now.' : 'before anything goes in, or use another tank.'}`;

/** What a stop says, and what to do instead; `inside` where the animals are in it already. */
export function stopWords(s: TankStop, name: string, inside = false): { harm: string; instead: string } {
  const tank = inside ? 'The water' : `Tank ${name}`;
  const move = 'Move them to another tank now.';
  switch (s.code) {
    case 'sea':
      return {
        harm: `${tank} is sea water (salinity ${s.salinity}). ${s.name} is a freshwater animal.`,
        instead: inside ? move : 'Keep the bags closed and make another tank ready.',
      };
    case 'fresh':
      return {
        harm: `${tank} is too fresh (salinity ${s.salinity}). ${s.name} is a marine animal.`,
        instead: inside ? move : 'Keep the bags closed and make another tank ready.',
      };
    case 'cold':
      return {
        harm: `${tank} is ${s.tempC} °C. ${s.name} tolerates ${s.limitC} °C or more for a day.`,
        instead: inside
          ? 'Warm it slowly, 1 °C an hour. Check the heater.'
          : 'Warm the tank first, or use a warmer one.',
      };
    case 'warm':
      return {
        harm: `${tank} is ${s.tempC} °C. ${s.name} tolerates up to ${s.limitC} °C for a day.`,
        instead: inside
          ? 'Cool it slowly and air it well. Check the heater.'
          : 'Cool the tank first, or use a cooler one.',
      };
    case 'ammonia':
      return {
        harm: `${tank} has ${s.tanMgNL} mg/L of ammonia (as N). At pH ${s.pH.toFixed(1)} more than ${s.limitMgNL.toFixed(2)} harms.`,
        instead: change(s.changeL, inside),
      };
    case 'nitrite':
      return {
        harm: `${tank} has ${s.mgL} mg/L of nitrite. From ${s.limitMgL} on it harms.`,
        instead: change(s.changeL, inside),
      };
  }
}

/** A tank in its weeks with medicine in its water, as far as it stops newcomers. */
export const weeksStopWords = (w: { tank: string; medicines: readonly string[]; never: string | null }) => ({
  harm: `Tank ${w.tank} is in quarantine, with ${w.medicines.join(' and ')} in its water.${w.never ? ` ${w.never}` : ''}`,
  instead: 'Use another tank.',
});
