/** What lies under More: address, name, and what it is for. */
export const more = [
  [
    'Address book',
    [
      ['/receivers', 'Receivers', 'Who gets fish, where, and their water'],
      ['/carriers', 'Carriers', 'Services, counters, prices, rest days'],
      ['/places', 'Places', 'Towns with coordinates and holidays'],
    ],
  ],
  [
    'Knowledge',
    [
      ['/species', 'Species', 'Tolerance, size, fasting; add your own'],
      ['/species/assumptions', 'Assumptions', 'Every figure behind the calculation'],
      ['/glossary', 'Glossary', 'What the words mean'],
      ['/quick', 'Quick answer', 'How much water, and how long is it safe'],
    ],
  ],
  [
    'Looking back',
    [
      ['/logbook', 'Logbook', 'Every opened shipment: predicted and measured'],
      ['/logbook/pays', 'What works', 'Survival by species, service and packs'],
      ['/logbook/held', 'Forecast accuracy', 'Whether the odds were right'],
      ['/logbook/learned', 'Your own figures', 'Boxes, packs and fish as you measured them'],
      ['/practice', 'Practice', 'Shipments with hidden luck, to learn on'],
    ],
  ],
  [
    'Kindly Crate',
    [
      ['/settings', 'Settings', 'Your fish room, units, limits'],
      ['/settings/people', 'People and phones', 'Connect phones, roles, passphrase'],
      ['/settings/data', 'Health and backups', 'Check and export your data'],
      ['/journal', 'Journal', 'Who did what, and when'],
      ['/certificates', 'Certificates', 'Certificates of origin you issued'],
    ],
  ],
] as const;
