/** Steps between two waters that fish feel († common practice). */
export const feltStep = { tempC: 2, pH: 0.5, khDkh: 4, ghDgh: 5, salinity: 1, tanMgNL: 0.2 } as const;
