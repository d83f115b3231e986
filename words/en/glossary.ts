/** Terms of the house, each in one or two plain sentences; `docs/GLOSSARY.md` and the page /glossary are made of these. */
export const glossary = {
  'acute criterion': 'The ammonia level that harms within an hour, at the pH and temperature of the water (US EPA).',
  'ammonia exposure':
    'Minutes at the harmful ammonia level that an opening method costs. 60 min count as the most they tolerate († common practice).',
  arrival: 'A shipment that comes to you.',
  'bad case': 'What one trip in ten is worse than. Everything printed or promised uses the bad case.',
  chance: 'How many of 100 simulated trips end with every bag good on opening.',
  comfortable: 'The temperature range in which a species is at its best. Leaving it gives a warning only.',
  'control pack':
    'An extra heat pack of the same batch, opened at home with the others. It shows early when a batch is weak.',
  'cut-off': 'The last time a counter accepts live animals on a day.',
  'drop-off': 'Giving the boxes to the carrier, at the counter or at pickup.',
  'expected alive': 'Animals alive on opening, averaged over the simulated trips: 17.8 of 18.',
  'guessed figure': 'A typical value used where nothing was measured. It carries a range and a question mark.',
  'heat or cold stress':
    'How much of what a species tolerates is used up, counted hour by hour outside its 24 h limits. 100 % is the limit.',
  'limited by': 'What runs out first in a bag: oxygen, CO₂ and pH, ammonia, or temperature.',
  margin: 'Hours of delay a bag can still take after the end of its delivery window.',
  method: 'A way of fasting or of opening a bag. Keepers differ; you choose.',
  move: 'Your own fish carried by yourself, without a carrier.',
  'overall stress':
    'One figure for an opening method: ammonia, pH, temperature, salinity and handling, each against what the animals tolerate.',
  'practice shipment': 'A shipment with simulated luck, to learn on. It never touches your records.',
  quarantine: 'Weeks in a separate tank with tests and checks, until nothing speaks against release.',
  'safe hours': 'Hours from sealing a bag to the first limit it would pass.',
  shipment: 'One sender, one receiver, one journey, with its boxes and bags.',
  sign: 'Something seen on the animals: spots, clamped fins, fast breathing.',
  simulated:
    'A carrier, thermometer or scale played by the computer, for practice. Its readings never count as measured.',
  'simulated trip':
    'The journey computed once with other weather, delays, packs and fish. Hundreds of them give the chance.',
  tolerates: 'The temperatures a species survives for 24 hours. Beyond them stress builds up.',
  'total ammonia': 'Ammonia and ammonium together, as mg/L of nitrogen (TAN). Only the un-ionized part harms.',
  'un-ionized ammonia': 'The harmful part of the total ammonia. It grows with pH and temperature.',
} as const;

export type GlossaryTerm = keyof typeof glossary;
