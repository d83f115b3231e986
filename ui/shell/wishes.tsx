'use client';

import { createContext, useContext, type ReactNode } from 'react';

/** How the house wants its screens: a second unit beside every figure or not, single-letter keys or not. */
export interface Wishes {
  system: 'metric' | 'us';
  keys: boolean;
}

const Context = createContext<Wishes>({ system: 'metric', keys: true });

export const WishesProvider = ({ children, ...wishes }: Wishes & { children: ReactNode }) => (
  <Context.Provider value={wishes}>{children}</Context.Provider>
);

export const useUnits = (): Wishes['system'] => useContext(Context).system;
export const useKeys = (): boolean => useContext(Context).keys;
