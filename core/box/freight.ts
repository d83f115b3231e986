/**
 * Chargeable weight: the larger of real and volumetric weight, each rounded up to the carrier's step.
 * Worked in exact rationals of the decimals that were typed, so that 36.0 kg never becomes 36.5.
 */
interface Rational {
  num: bigint;
  den: bigint;
}

function rational(value: number): Rational {
  if (!(Number.isFinite(value) && value >= 0)) throw new RangeError(`A weight or measure cannot be ${value}.`);
  const [digits, exponent = '0'] = value.toString().split('e');
  const [whole, fraction = ''] = digits!.split('.');
  const shift = fraction.length - Number(exponent);
  const num = BigInt(whole! + fraction);
  return shift >= 0 ? { num, den: 10n ** BigInt(shift) } : { num: num * 10n ** BigInt(-shift), den: 1n };
}
const times = (a: Rational, b: Rational): Rational => ({ num: a.num * b.num, den: a.den * b.den });
const over = (a: Rational, b: Rational): Rational => ({ num: a.num * b.den, den: a.den * b.num });
const ceil = (r: Rational): bigint => (r.num + r.den - 1n) / r.den;
const toNumber = (r: Rational): number => {
  const whole = r.num / r.den;
  return Number(whole) + Number(((r.num - whole * r.den) * 10n ** 15n) / r.den) / 1e15;
};
const roundUp = (r: Rational, step: Rational): Rational => times({ num: ceil(over(r, step)), den: 1n }, step);

/**
 * Price of one box at a chargeable weight: the first price step that reaches it, beyond the last step that price and
 * a price per kilogram; never below the minimum charge; the
 * surcharge on top. Steps in any order; kg and the carrier's own money.
 */
export function freightPrice(
  service: {
    pricePerKg: number;
    minimumCharge?: number | undefined;
    priceSteps?: readonly { toKg: number; price: number }[] | undefined;
    surchargeShare?: number | undefined;
  },
  chargeableKg: number,
): number {
  const steps = [...(service.priceSteps ?? [])].sort((x, y) => x.toKg - y.toKg);
  const step = steps.find((s) => chargeableKg <= s.toKg);
  const last = steps[steps.length - 1];
  const price = step ? step.price : (last?.price ?? 0) + (chargeableKg - (last?.toKg ?? 0)) * service.pricePerKg;
  return Math.max(service.minimumCharge ?? 0, price) * (1 + (service.surchargeShare ?? 0));
}

interface Zoned extends Tariff {
  zones?: readonly { countries: string; pricePerKg: number; minimumCharge?: number | undefined }[] | undefined;
}
type Tariff = Parameters<typeof freightPrice>[0];

/** What a service asks to a country: the zone that names it, in place of price, least charge and steps; else its own. */
export function tariffTo(service: Zoned, country: string | undefined): Tariff {
  const zone = (service.zones ?? []).find(
    (z) =>
      country &&
      z.countries
        .toUpperCase()
        .split(/[\s,;]+/)
        .includes(country),
  );
  if (!zone) return service;
  return { pricePerKg: zone.pricePerKg, minimumCharge: zone.minimumCharge, surchargeShare: service.surchargeShare };
}

export type DimensionRounding = 'none' | 'nearest' | 'up';
function rounded(side: Rational, how: DimensionRounding): Rational {
  if (how === 'none') return side;
  if (how === 'up') return { num: ceil(side), den: 1n };
  return { num: (2n * side.num + side.den) / (2n * side.den), den: 1n };
}

export interface Freight {
  volume: number;
  volumetric: number;
  volumetricRounded: number;
  actualRounded: number;
  chargeable: number;
  chargedBy: 'volume' | 'weight';
}

/**
 * Sides in one unit of length, weight in one unit of mass, divisor in volume per mass (6000 cm³/kg for air cargo,
 * 5000 for express parcels, 139 or 166 in³/lb: common practice), step in mass. Minimum charge 0 where there is none.
 */
export function chargeable(f: {
  sides: readonly [number, number, number];
  actual: number;
  divisor: number;
  step: number;
  minimum?: number;
  dimensionRounding: DimensionRounding;
}): Freight {
  if (!(f.divisor > 0 && f.step > 0 && f.sides.every((s) => s > 0)))
    throw new RangeError('Sides, divisor and rounding step must be more than 0.');
  const [l, w, h] = f.sides.map((s) => rounded(rational(s), f.dimensionRounding)) as [Rational, Rational, Rational];
  const volume = times(times(l, w), h);
  const volumetric = over(volume, rational(f.divisor));
  const step = rational(f.step);
  const volumetricRounded = toNumber(roundUp(volumetric, step));
  const actualRounded = toNumber(roundUp(rational(f.actual), step));
  return {
    volume: toNumber(volume),
    volumetric: toNumber(volumetric),
    volumetricRounded,
    actualRounded,
    chargeable: Math.max(volumetricRounded, actualRounded, f.minimum ?? 0),
    chargedBy: volumetricRounded > actualRounded ? 'volume' : 'weight',
  };
}
