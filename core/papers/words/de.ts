import { again, type Words } from './words';

export const de: Words = {
  tag: 'de-DE',
  name: 'Deutsch',
  bagOf: (n, of) => `Beutel ${n} von ${of}`,
  boxOf: (n, of) => `Kiste ${n} von ${of}`,
  keepAt: (min, max) => `Bei ${min} bis ${max} °C halten`,
  water: 'Wasser',
  oxygen: 'Sauerstoff',
  air: 'Luft',
  noGas: 'kein Gas',
  layers: (n) => (n === 1 ? '1 Lage' : `${n} Lagen`),
  fromTank: (tank) => `aus Becken ${tank}`,
  sexes: { male: 'männlich', female: 'weiblich', pair: 'Paar', mixed: 'beide Geschlechter' },
  inTheWater: 'Im Wasser',
  openBefore: (town) => `Öffnen vor, in ${town}`,
  whenItArrives: 'Bei der Ankunft',
  arrival: {
    dim: 'Raum abdunkeln. Durch den geschlossenen Beutel schauen und aufschreiben, was zu sehen ist.',
    shut: 'Zu lassen, bis Netz, Becken und Licht bereit sind: Luft verändert das Wasser sofort.',
    noFloat: 'Nicht schwimmen lassen: neben das Becken stellen.',
    byCard: 'Nach der Karte in der Kiste öffnen; das Beutelwasser kommt nicht ins Becken.',
  },
  heed: {
    asleep: 'Kommt vielleicht schlafend an: klares Wasser weckt.',
    still: 'Still und blass ist nicht tot: dunkel halten und warten.',
    dyed: 'Das Wasser ist gefärbt.',
    breathes: 'Atmende Folie: nie schwimmen lassen, nie auf Plastik legen.',
    lies: 'Liegt auf der Seite.',
    soft: 'Weich gelassen: er ist nicht undicht.',
  },
  from: 'Von',
  to: 'An',
  phone: 'Telefon',
  liveFish: 'LEBENDE FISCHE',
  thisWayUp: 'Diese Seite oben',
  keepWarmth: 'Vor Hitze und Kälte schützen',
  outOfSun: 'Nicht in Sonne, nicht in Frost',
  keepShut: 'Geschlossen lassen: Dunkelheit und Sauerstoff halten sie gesund',
  urgent: 'EILIG: lebende Tiere',
  cancelled: 'STORNIERT',
  hold: 'Im Depot zur Abholung bereithalten; bei Ankunft anrufen',
  collect: 'Wird am Schalter abgeholt; bei Ankunft anrufen',
  toTheDoor: 'Persönlich übergeben; nie draußen abstellen',
  late: 'Verspätet? Anrufen, zu jeder Stunde.',
  safeUntil: 'Die Fische sind sicher bis',
  card: {
    title: 'Diese Fische öffnen',
    bags: (list) => `Beutel ${list}`,
    expected: 'Im Beutel, berechnet',
    yours: 'Ihr Becken',
    temperature: 'Temperatur, °C',
    salinity: 'Salinität',
    guess: 'Was ein ? trägt, wurde nicht gemessen: vor dem Öffnen messen.',
    recommended: 'Hier empfohlen',
    other: 'Die andere Schule',
    openAt: (min) => `Geöffnet nach ${min} min`,
    acrossAt: (min) => `umgesetzt nach ${min} min`,
    exposure: (m, step) => `${m} Kriterium-Minuten Ammoniak, pH-Schritt ${step}`,
    doNotTitle: 'Bitte nicht',
    doNot: [
      'keinen Beutel öffnen, um nachzusehen, und keine Luft in einen geschlossenen blasen;',
      'kein Beutelwasser ins Becken gießen;',
      'keinen offenen Beutel stehen lassen: an der Luft wird sein Ammoniak giftig;',
      'am ersten Abend nicht füttern; das Licht bleibt aus.',
    ],
    call: 'Sieht etwas falsch aus? Den geschlossenen Beutel fotografieren und anrufen',
    measuring: 'Misst der Beutel anders als diese Karte, gelten ihre Zahlen nicht mehr: anrufen oder neu rechnen.',
    vet: 'Medikamente und Salz nur nach Etikett und örtlichem Recht; eine Tierärztin weiß mehr als jede Karte.',
  },
  methods: {
    'float-transfer': {
      name: 'Schwimmen lassen, dann umsetzen',
      steps: (f) => [
        `Geschlossene Beutel ${f.floatMin} min schwimmen lassen, im Schatten, Licht aus.`,
        'Einen Beutel nach dem anderen öffnen und die Fische sofort mit dem Netz umsetzen.',
        'Mit dem Etikett zählen. Das Beutelwasser weggießen.',
      ],
    },
    cups: {
      name: 'Beckenwasser in Bechern',
      steps: (f) => [
        `Geschlossene Beutel ${f.floatMin} min schwimmen lassen, Licht aus.`,
        `Öffnen und festklammern. Alle ${f.everyMin} min ${f.cupMl} mL Beckenwasser am Rand hinein, ${f.cups} Mal.`,
        ...again(f, `Die Hälfte in einen Eimer abgießen, dann noch ${f.cups} Mal.`),
        `Nach ${f.transferMin} min insgesamt umsetzen. Das Beutelwasser weggießen.`,
      ],
    },
    drip: {
      name: 'Langsam eintropfen',
      steps: (f) => [
        f.film
          ? 'Nicht schwimmen lassen. Öffnen und alles in einen niedrigen Eimer gießen.'
          : `Geschlossen ${f.floatMin} min schwimmen lassen; öffnen und alles in einen niedrigen Eimer gießen.`,
        `Beckenwasser eintropfen: ${f.dropsPerS && `${f.dropsPerS} Tropfen je Sekunde, `}${f.mlPerMin} mL je Minute, bis es sich in ${f.doubleMin} min verdoppelt hat. Abdecken, warm halten.`,
        ...again(f, 'Die Hälfte abgießen und noch einmal verdoppeln lassen.'),
        `Nach ${f.transferMin} min insgesamt umsetzen. Einen Schlauch nie mit dem Mund ansaugen.`,
      ],
    },
    scoop: {
      name: 'Binder, dann umsetzen',
      steps: (f) => [
        f.film
          ? 'Nicht schwimmen lassen. Binder, Netz und Becken bereitstellen.'
          : `Geschlossene Beutel ${f.floatMin} min schwimmen lassen. Binder, Netz und Becken bereitstellen.`,
        'Öffnen und sofort Ammoniakbinder in der stärksten Dosis seines Etiketts zugeben. Handschuhe.',
        'Fische und Wasser in ein flaches Gefäß gießen; die Fische umsetzen, das Netz niedrig halten.',
        'Das Beutelwasser weggießen.',
      ],
    },
    degas: {
      name: 'Luftstein und verdünnen',
      steps: () => [
        'Den offenen Beutel mit einem sanften Luftstein ins Becken hängen.',
        'Alle 6 min Beckenwasser am Rand hinein: ein Zehntel, ein Siebtel, ein Viertel, dann die Hälfte seines Wassers.',
        'Nach 26 min das meiste durch ein Netz abgießen und die Fische umsetzen.',
        'Pumpen stehen über dem Wasser; jedes Kabel mit Tropfschlaufe.',
      ],
    },
    pinhole: {
      name: 'Becken angleichen, dann umsetzen',
      steps: (f) => [
        'Einen Tropfen durch ein Nadelloch nehmen, Salinität messen, das Loch zukleben.',
        `Das Quarantänebecken mit angeglichenem Wasser auf ${f.salinity} bringen; Nachfüllung bleibt aus.`,
        `Geschlossene Beutel ${f.floatMin} min schwimmen lassen, öffnen und sofort umsetzen.`,
        'Die Salinität über Tage zurückbringen, höchstens 2 am Tag.',
      ],
    },
    staged: {
      name: 'In Stufen wärmen, dann umsetzen',
      steps: (f) => [
        `Die offene Kiste ${f.roomMin} min im Zimmer stehen lassen, Beutel zu.`,
        `Dann die geschlossenen Beutel ${f.floatMin} min schwimmen lassen.`,
        'Öffnen und die Fische sofort umsetzen. Das Beutelwasser weggießen.',
      ],
    },
    regas: {
      name: 'Neues Wasser und Sauerstoff, dann umsetzen',
      steps: () => [
        'Öffnen, vier Fünftel des Wassers durch ein Netz abgießen, gleich viel Beckenwasser sanft zugeben.',
        'Sofort Sauerstoff einfüllen, schließen, 30 min im Schatten schwimmen lassen: keine Flamme in der Nähe.',
        'Öffnen und die Fische umsetzen. Das Beutelwasser weggießen.',
      ],
    },
    straight: {
      name: 'Geradewegs hinein',
      steps: () => [
        'Einen Beutel nach dem anderen öffnen und sofort umsetzen: nur robuste Fische.',
        'Das Beutelwasser weggießen.',
      ],
    },
  },
  list: {
    title: 'Packliste',
    thanks:
      'Danke. Alles, was von diesen Fischen bekannt ist, steht auf der Karte: wir hören gern, wie sie angekommen sind.',
    what: 'Was',
    count: 'Anzahl',
    price: 'Preis',
    sum: 'Summe',
    packing: 'Verpackung',
    freight: 'Fracht',
    total: 'Zu zahlen',
    claimTitle: 'Wenn einer gestorben ist',
    claim: (h) => [
      `Innerhalb von ${h} h nach der Zustellung melden.`,
      'Im noch geschlossenen Beutel fotografieren, mit dem Etikett im Bild; dann jeden neben einem Lineal.',
      'Beutelwasser in einem geschlossenen Glas kühl aufheben: es sagt, was geschah.',
    ],
    approval: 'Verpackungszulassung',
    insured: 'Versichert mit',
    ownParcel: 'In einem eigenen Paket',
    companions: 'Mit ihnen',
  },
  road: {
    collect: (code, place, by) =>
      `${code}: Bitte die Box heute abholen, ${place}, vor ${by}. Geschlossen, aufrecht und zimmerwarm halten; im Schatten öffnen.`,
    later: (code, expected, by) =>
      `${code} verspätet sich: erwartet ${expected}. Bitte da sein und gleich öffnen; die Fische sind bis ${by} in ihren Grenzen.`,
  },
};
