import type { BagType, BoxType, PackType, Service } from './schema';

/** Bags, boxes and packs: common sizes, from common practice (†). Film in mm; 1 mil is 0.0254 mm. */
export const bags: readonly BagType[] = [
  { id: 'bag-13x30', name: '13 × 30 cm', widthCm: 13, heightCm: 30, filmMm: 0.06, gramsEach: 5 },
  { id: 'bag-18x40', name: '18 × 40 cm', widthCm: 18, heightCm: 40, filmMm: 0.06, gramsEach: 9 },
  { id: 'bag-23x46', name: '23 × 46 cm', widthCm: 23, heightCm: 46, filmMm: 0.076, gramsEach: 15 },
  { id: 'bag-28x55', name: '28 × 55 cm', widthCm: 28, heightCm: 55, filmMm: 0.076, gramsEach: 22 },
  { id: 'bag-38x66', name: '38 × 66 cm', widthCm: 38, heightCm: 66, filmMm: 0.1, gramsEach: 48 },
];

/** Moulded foam (EPS, k 0.036 = R 4.0 per inch) in a carton. Leak through the lid joint † ours: taped lids breathe little. */
export const boxes: readonly BoxType[] = [
  { id: 'box-s', name: 'Small foam box', insideCm: [26, 21, 30], wallCm: 2.5, kWPerMK: 0.036, leakLPerH: 3, massKg: 0.55, cost: 4.5 },
  { id: 'box-m', name: 'Middle foam box', insideCm: [38, 28, 36], wallCm: 3, kWPerMK: 0.036, leakLPerH: 4, massKg: 0.95, cost: 6.5 },
  { id: 'box-l', name: 'Large foam box', insideCm: [52, 36, 38], wallCm: 3.5, kWPerMK: 0.036, leakLPerH: 6, massKg: 1.6, cost: 9.8 },
  { id: 'box-cut', name: 'Carton with cut foam sheet', insideCm: [42, 30, 32], wallCm: 2, kWPerMK: 0.038, leakLPerH: 25, massKg: 1.1, cost: 5.2 },
]; // prettier-ignore

/** Rated power in air of 22 °C over the pack's own clock; the area under each curve is its iron's heat. */
export const packs: readonly PackType[] = [
  { id: 'heat-20h', name: '20 h heat pack', kind: 'heat', ratedW: [[0, 0], [0.75, 12], [3.5, 12], [12, 5.5], [20, 4], [23, 0]], ironG: 77, massG: 120, thicknessCm: 1.2, sizeCm: [10, 13], surfaceC: 82, cost: 1.4 },
  { id: 'heat-40h', name: '40 h heat pack', kind: 'heat', ratedW: [[0, 0], [1, 6], [5, 6], [8, 3.4], [35, 3.2], [43, 0]], ironG: 70, massG: 115, thicknessCm: 1.2, sizeCm: [10, 13], surfaceC: 52, cost: 2.1 },
  { id: 'heat-72h', name: '72 h heat pack', kind: 'heat', ratedW: [[0, 0], [1.5, 3.2], [67, 3.2], [77, 0]], ironG: 112, massG: 190, thicknessCm: 1.5, sizeCm: [11, 15], surfaceC: 38, cost: 3.4 },
  { id: 'cold-500', name: 'Cold pack, 0.5 kg', kind: 'cold', ratedW: [], ironG: 0, massG: 500, thicknessCm: 2.5, sizeCm: [14, 18], surfaceC: 0, cost: 1.8 },
]; // prettier-ignore

/** Invented carriers. Shares of the time between hand-over and the start of the delivery window. */
export const services: readonly Service[] = [
  {
    id: 'northline-overnight', name: 'Northline Courier, overnight', kind: 'courier', driveMin: 28,
    legs: [
      { kind: 'counter', label: 'Counter', at: 'origin', share: 0.07 },
      { kind: 'van-unconditioned', label: 'Van', at: 'origin', share: 0.1 },
      { kind: 'depot', label: 'Depot', at: 'origin', share: 0.2 },
      { kind: 'van-unconditioned', label: 'Night truck', at: 'between', share: 0.43 },
      { kind: 'depot', label: 'Depot', at: 'destination', share: 0.2 },
    ],
    waitsAt: 'depot', usualH: 14, windowH: 3, cutOff: '20:00', divisor: 5000, stepKg: 0.5, minimumKg: 2, pricePerKg: 3.1, live: true,
  },
  {
    id: 'northline-two-day', name: 'Northline Courier, two days', kind: 'courier', driveMin: 28,
    legs: [
      { kind: 'counter', label: 'Counter', at: 'origin', share: 0.04 },
      { kind: 'depot', label: 'Depot', at: 'origin', share: 0.22 },
      { kind: 'van-unconditioned', label: 'Truck', at: 'between', share: 0.4 },
      { kind: 'depot', label: 'Depot', at: 'destination', share: 0.24 },
      { kind: 'van-unconditioned', label: 'Van', at: 'destination', share: 0.1 },
    ],
    waitsAt: 'depot', usualH: 38, windowH: 3, cutOff: '20:00', divisor: 5000, stepKg: 0.5, minimumKg: 2, pricePerKg: 2.2, live: true,
  },
  {
    id: 'sable-air', name: 'Sable Air Cargo, airport to airport', kind: 'air', driveMin: 45,
    legs: [
      { kind: 'depot', label: 'Air shed', at: 'origin', share: 0.3 },
      { kind: 'ramp', label: 'Ramp', at: 'origin', share: 0.06 },
      { kind: 'aircraft-hold', label: 'Flight', at: 'between', share: 0.3 },
      { kind: 'ramp', label: 'Ramp', at: 'destination', share: 0.06 },
      { kind: 'depot', label: 'Air shed', at: 'destination', share: 0.28 },
    ],
    waitsAt: 'depot', usualH: 15, windowH: 4, cutOff: '18:00', divisor: 6000, stepKg: 0.5, minimumKg: 10, pricePerKg: 2.6, live: true,
  },
  {
    id: 'own-car', name: 'Own car', kind: 'own-car', driveMin: 0,
    legs: [{ kind: 'own-car', label: 'On the road', at: 'between', share: 1 }],
    waitsAt: 'own-car', usualH: 10, windowH: 2, cutOff: '23:59', divisor: 5000, stepKg: 0.5, minimumKg: 0, pricePerKg: 0, live: true,
  },
  {
    id: 'drayton-parcel', name: 'Drayton Parcels, dry goods', kind: 'courier', driveMin: 15,
    legs: [{ kind: 'van-unconditioned', label: 'Parcel van', at: 'between', share: 1 }],
    waitsAt: 'doorstep', usualH: 48, windowH: 8, cutOff: '19:00', divisor: 5000, stepKg: 1, minimumKg: 1, pricePerKg: 1.2, live: false,
  },
]; // prettier-ignore
