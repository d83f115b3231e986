import type { Species } from '@/core/catalogue/schema';

/** A black outline of an animal by its shape, facing left, about 60 units long and centred at 0, 0: on paper no colour is needed. */
export function silhouette(shape: Species['look']['shape']): string {
  const fish = (high: number): string =>
    `M-30 0C-22 ${-high} 4 ${-high} 16 -3L30 ${-Math.max(8, high * 0.7)}L26 0L30 ${Math.max(8, high * 0.7)}L16 3C4 ${high} -22 ${high} -30 0ZM-21 ${-high * 0.16}a2 2 0 1 0 4 0a2 2 0 1 0 -4 0Z`;
  const ring = (n: number, inner: number, outer: number): string =>
    Array.from({ length: 2 * n }, (_, i) => {
      const r = i % 2 ? inner : outer;
      const a = (Math.PI * i) / n - Math.PI / 2;
      return `${i ? 'L' : 'M'}${(r * Math.cos(a)).toFixed(1)} ${(r * Math.sin(a)).toFixed(1)}`;
    }).join('') + 'Z';
  switch (shape) {
    case 'deep':
      return fish(19);
    case 'slim':
      return fish(11);
    case 'flat':
      return fish(14);
    case 'shrimp':
      return 'M-30 -4C-14 -14 8 -12 20 2L30 8L24 12L12 8C4 4 -4 4 -10 8L-13 14L-15 8L-21 13L-22 6Z';
    case 'shell':
      return 'M-26 12C-30 -14 10 -22 24 8Q10 16 -26 12Z';
    case 'star':
      return ring(5, 8, 20);
    case 'urchin':
      return ring(16, 12, 20);
    case 'coral':
      return 'M-4 18L-5 4L-18 -4L-16 -10L-4 -4L-3 -18L3 -18L3 -2L14 -12L18 -8L5 6L4 18Z';
  }
}
