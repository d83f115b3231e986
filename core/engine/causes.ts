/** What of the luck of a journey can lose it. */
export type Cause = 'delay' | 'weather' | 'fish' | 'packs' | 'insulation';
export const causes: readonly Cause[] = ['delay', 'weather', 'fish', 'packs', 'insulation'];
