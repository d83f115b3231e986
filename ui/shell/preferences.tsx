'use client';

import type { OwnMeasure } from '@/records/own-measure';
import { createContext, useContext, type ReactNode } from 'react';

/** How the house wants its screens: a second unit beside every figure or not, single-letter keys or not. */
export interface Preferences {
  system: 'metric' | 'us';
  keys: boolean;
  /** Scoops and buckets of the house, which may be typed wherever litres, millilitres or grams are asked. */
  measures: readonly OwnMeasure[];
  /** Money of the house, ISO 4217. */
  currency: string;
  /** Whoever looks: a name, and what they may do. */
  me: { name: string; role: 'owner' | 'helper' | 'looker' };
  /** The state of the house that this page shows. */
  shown: number;
  /** Stations of a consignment that are open to them. */
  stations: readonly string[];
}

const Context = createContext<Preferences>({
  system: 'metric',
  keys: true,
  measures: [],
  currency: 'EUR',
  me: { name: '', role: 'owner' },
  shown: 0,
  stations: [],
});

export const PreferencesProvider = ({ children, ...wishes }: Preferences & { children: ReactNode }) => (
  <Context.Provider value={wishes}>{children}</Context.Provider>
);

export const useUnits = (): Preferences['system'] => useContext(Context).system;
export const useMeasures = (): readonly OwnMeasure[] => useContext(Context).measures;
/** Money as the house counts it, with so many decimals. */
export function useMoney(): (amount: number, decimals?: number) => string {
  const { currency } = useContext(Context);
  return (amount, decimals = 2) =>
    new Intl.NumberFormat('en-GB', {
      style: 'currency',
      currency,
      minimumFractionDigits: decimals,
      maximumFractionDigits: decimals,
    }).format(amount);
}
/** Its sign: "€". */
export function useCurrencySign(): string {
  const { currency } = useContext(Context);
  return new Intl.NumberFormat('en-GB', { style: 'currency', currency })
    .formatToParts(0)
    .find((p) => p.type === 'currency')!.value;
}
/** The sign by itself, for a page that is made on the server. */
export const CurrencySign = () => useCurrencySign();
export const useShown = (): number => useContext(Context).shown;
export const useMe = (): Preferences['me'] => useContext(Context).me;
export const useOpenStations = (): readonly string[] => useContext(Context).stations;
export const useKeys = (): boolean => useContext(Context).keys;
