'use client';

import type { Measure } from '@/records/own-measure';
import { createContext, useContext, type ReactNode } from 'react';

/** How the house wants its screens: a second unit beside every figure or not, single-letter keys or not. */
export interface Wishes {
  system: 'metric' | 'us';
  keys: boolean;
  /** Scoops and buckets of the house, which may be typed wherever litres, millilitres or grams are asked. */
  measures: readonly Measure[];
}

const Context = createContext<Wishes>({ system: 'metric', keys: true, measures: [] });

export const WishesProvider = ({ children, ...wishes }: Wishes & { children: ReactNode }) => (
  <Context.Provider value={wishes}>{children}</Context.Provider>
);

export const useUnits = (): Wishes['system'] => useContext(Context).system;
export const useMeasures = (): readonly Measure[] => useContext(Context).measures;
export const useKeys = (): boolean => useContext(Context).keys;
