/** Length classes fish are sold by († common practice: shares of the species' usual selling length). */
export const sizeClasses = ['small', 'medium', 'large', 'show'] as const;
export type SizeClass = (typeof sizeClasses)[number];

const share: Readonly<Record<SizeClass, number>> = { small: 0.7, medium: 1, large: 1.3, show: 1.6 };

/** Length of a class in cm, to half a centimetre from 3 cm on, to a millimetre below; `usualCm` more than 0. */
export function lengthOfClass(size: SizeClass, usualCm: number): number {
  if (!(usualCm > 0)) throw new RangeError('A usual length must be more than 0 cm.');
  const cm = share[size] * usualCm;
  return cm < 3 ? Math.round(cm * 10) / 10 : Math.round(cm * 2) / 2;
}
