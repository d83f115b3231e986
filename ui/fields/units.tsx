'use client';

import { createContext, useContext, type ReactNode } from 'react';

/** Whether figures are also shown in the units of the United States. */
const Units = createContext<'metric' | 'us'>('metric');

export const UnitsProvider = ({ system, children }: { system: 'metric' | 'us'; children: ReactNode }) => (
  <Units.Provider value={system}>{children}</Units.Provider>
);

export const useUnits = (): 'metric' | 'us' => useContext(Units);
