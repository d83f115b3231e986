import type { CardWords } from './words';

const first = 'Dieser Beutel zuerst, und mit so wenig Handgriffen wie möglich.';
const apart = 'In ein eigenes Behandlungsbecken; Kescher und Becher berühren sonst nichts.';
const label = 'Den verschlossenen Beutel mit seinem Etikett fotografieren.';
const bands = 'Gespannte Gummis fliegen in die Augen: das Gesicht abwenden.';
const mains = 'Nasse Hände und Netzstrom gehören nicht zusammen: Tropfschlaufen und ein FI-Schutzschalter.';
const closures = {
  bands: ['Die Gummis nach oben abrollen, oder auf der Drehung durchschneiden.', bands],
  knot: ['Dicht unter dem Knoten mit stumpfer Schere aufschneiden, über dem Wasser.', undefined],
  'knot-bands': ['Die Gummis abrollen, dann unter dem Knoten mit stumpfer Schere aufschneiden.', bands],
  gooseneck: ['Den umgelegten Hals aufdrehen; nichts wird geschnitten.', bands],
} as const;
const handling = {
  ground: 'Jedes auf festen Grund setzen, richtig herum: was umgekippt ist, dreht sich nicht allein.',
  underWater: 'Unter Wasser halten, nie an die Luft ziehen; wenig Licht, etwas Strömung.',
  poured: 'Jungfische gießen: den Becher unter Wasser halten und langsam kippen; kein Kescher berührt sie.',
  walkOut: 'Das Gefäß unter die Oberfläche kippen und sie hinauslaufen lassen; ein Kescher reißt ihnen die Beine ab.',
  cup: 'Mit dem Becher, nicht mit dem Kescher: Stacheln bleiben im Netz.',
  hands: 'Mit sauberen nassen Händen heben, Kopf und Bauch gestützt; kein Kescher.',
  small: 'Kleine einzeln mit Becher oder weichem Kescher, in eine ferne Ecke mit Deckung.',
} as const;

export const cardDe: CardWords = {
  steps: {
    place: () => ['Geschlossene Beutel schwimmen lassen', 'Im Schatten, Licht aus. Noch nicht öffnen.'],
    float: () => ['Geschlossen schwimmen lassen', 'Der Beutel wärmt oder kühlt sich durch die Folie.'],
    open: (f) => {
      const [how, care] = closures[f.closure];
      const then = {
        'float-transfer': 'Die Fische gleich heraus.',
        cups: 'Den Rand nach unten rollen, damit er offen schwimmt.',
        drip: 'Alles in einen niedrigen Eimer gießen, abdecken, warm halten. Den Schlauch anlaufen lassen.',
        scoop: 'Ammoniakbinder in der stärksten Dosis seines Etiketts, sofort.',
        degas: 'Den offenen Beutel ins Becken hängen; ein sanfter Luftstrom aus dem Sprudelstein.',
        pinhole: 'Die Fische gleich heraus.',
        staged: 'Die Fische gleich heraus.',
        regas: 'Das meiste Wasser durch einen Kescher abgießen.',
        straight: 'Kein Schwimmen, kein Mischen: nur für robuste Arten.',
      }[f.method];
      const also = {
        drip: 'Den Schlauch mit Pumpball oder durch Füllen anlaufen lassen, nie mit dem Mund.',
        scoop: 'Handschuhe, fern von Kindern. Kein reduzierender Binder, wo Kupfer unbekannter Art im Wasser ist.',
        degas: 'Strom und Wasser: Tropfschlaufe und FI-Schutzschalter; die Pumpe steht über dem Wasser.',
      }[f.method as 'drip'];
      return ['Beutel öffnen', `${how} ${then}`, [care, also].filter(Boolean).join(' ') || undefined];
    },
    openAgain: () => ['Noch einmal öffnen', 'Die Fische gleich heraus.'],
    net: (f) => [
      'Die Fische umsetzen',
      `${f.count} laut Etikett, in ${f.tank}; in den leeren Beutel sehen. Kein Beutelwasser ins Becken. ${f.handling.map((h) => handling[h]).join(' ')}`,
      `Nur Klebeband schneiden, keine Klinge nahe am Beutel. ${mains}`,
    ],
    level: (f) =>
      f.sea
        ? [
            'Pumpen, Abschäumer und Nachfüllung aus',
            'Den Wasserstand am Glas markieren.',
            'Stecker mit trockenen Händen ziehen.',
          ]
        : [
            'Den Wasserstand markieren',
            'Ein Streifen Klebeband am Glas; der Filter darf laufen.',
            'Stecker mit trockenen Händen ziehen.',
          ],
    refill: (f) => [
      'Bis zur Marke auffüllen',
      f.sea
        ? `${f.litres} L vom vorher gemischten Salzwasser. Dann Nachfüllung, Abschäumer und Pumpen an.`
        : `${f.litres} L von gleicher Temperatur.`,
    ],
    cup: (f) => [`Becher ${f.n} eingießen`, `Ein Becher mit ${f.ml} mL Beckenwasser, am Rand hinab.`],
    rest: () => ['Warten', 'Die Fische in Ruhe lassen.'],
    pour: (f) =>
      f.method === 'scoop'
        ? ['In ein flaches Gefäß gießen', 'Fische und Wasser zusammen, sanft; eine schwache Lampe treibt sie.']
        : ['Die Hälfte abgießen', 'In einen Eimer, durch einen Kescher. Nie ins Becken.'],
    rate: (f) => [
      'Tropfen einstellen',
      f.drops
        ? `${f.drops} Tropfen in der Sekunde, ${f.mlPerMin} mL in der Minute.`
        : `${f.mlPerMin} mL in der Minute: mehrere Leitungen, oder jede Minute mit dem Krug.`,
    ],
    drip: (f) => ['Tropfen lassen', `${f.mlPerMin} mL in der Minute, bis es sich verdoppelt hat.`],
    look: (f) => ['Nach dem Tropfen sehen', `Tropfen werden langsamer: wieder ${f.mlPerMin} mL in der Minute.`],
    add: (f) => [`${f.litres} L Beckenwasser zugeben`, 'Am Rand des Beutels hinab.'],
    match: (f) => [
      `Quarantänebecken auf ${f.salinity} bringen`,
      `${f.grams ? `${f.grams} g Meersalz, in Beckenwasser gelöst, langsam hinein.` : f.litres ? `${f.litres} L heraus, ebenso viel Süßwasser hinein.` : 'Mit vorher angesetztem Wasser.'} Nachfüllung aus; nach zehn Minuten messen.`,
    ],
    room: () => [
      'Die Kiste offen ins Zimmer stellen',
      'Beutel zu, Deckel ab; nicht in die Sonne, fern vom Heizkörper.',
    ],
    warm: (f) => [
      'Warm werden lassen',
      `Höchstens ${f.cPerH} °C in der Stunde; geht es schneller, den Deckel wieder auflegen.`,
    ],
    water: (f) => [`${f.litres} L Beckenwasser zugeben`, 'Sanft, am Rand hinab.'],
    oxygen: () => [
      'Sofort Sauerstoff hinein, schließen',
      'So viele Teile Sauerstoff wie zuvor.',
      'Sauerstoff: keine Flamme, kein Fett, die Flasche aufrecht angekettet, das Ventil langsam öffnen. Nach den Regeln vor Ort.',
    ],
    empty: () => ['Das Gefäß leeren', 'Vor dem nächsten Beutel: Wasser zweier Herkünfte wird nie gemischt.'],
    dim: (f) => [
      `Licht über ${f.tank} aus`,
      'Eine schwache Lampe für die Hände. Leben dort schon Fische, sie zuerst füttern.',
    ],
    ready: () => [
      'Das Tauchbad bereitstellen',
      'Ein Eimer Beckenwasser mit dem Tauchbad, nach Etikett; ein zweiter mit klarem Beckenwasser zum Spülen.',
      'Handschuhe und Brille: manche Korallen sind giftig für Haut und Augen.',
    ],
    dip: () => [
      'Die Korallen tauchen',
      'In einem Eimer Beckenwasser, nach dem Etikett des Tauchbads; schwenken, sehen, was abfällt, in klarem Beckenwasser spülen.',
      'Handschuhe und Brille: manche Korallen sind giftig für Haut und Augen. Das Tauchbad nach Etikett, nie ins Becken.',
    ],
    sample: (f) =>
      f.n === 10
        ? [
            'Zehn als Probe nehmen',
            'Zehn in einer flachen Schale mit Beckenwasser: wie viele mit verletzten Flossen, wie lang sind sie? Als Bemerkung zum Beutel schreiben.',
          ]
        : ['Probe durch ein Nadelloch', 'Den Salzgehalt messen, das Loch mit Klebeband schließen.'],
    after: (f) => [
      'Das Becken abdecken',
      `${f.jumpers ? 'Sie springen: Deckel oder Tuch über alles' : 'Ein Tuch über das Glas'}, wenig Licht für ein, zwei Tage. Beutelwasser in den Abfluss, Kescher und Becher ins Desinfektionsmittel.`,
      'Desinfektionsmittel: Handschuhe, gut spülen, nichts davon ins Becken.',
    ],
  },
  signs: {
    side: 'liegt auf der Seite',
    fast: 'atmet schnell',
    still: 'still und blass',
    torn: 'Flosse oder Schuppe verletzt',
    spots: 'Punkte oder Belag',
    fuzz: 'Pilz oder Wunden',
    cloudy: 'trübes Wasser',
    slime: 'schleimiges Wasser',
    flat: 'schlaffer Beutel',
    leaked: 'ausgelaufen',
    dyed: 'gefärbtes Wasser',
    fewer: 'weniger als auf dem Etikett',
    stowaway: 'ein blinder Passagier',
    other: 'nicht wie bestellt',
    oneLayer: 'ein Beutel',
    twoLayers: 'zwei Beutel ineinander',
    threeLayers: 'drei Beutel',
    waterThird: 'ein Drittel Wasser',
    waterHalf: 'halb Wasser',
    waterMost: 'fast nur Wasser',
    paperRound: 'in Papier gewickelt',
    coverIn: 'Deckung für die Fische darin',
    lidPack: 'Pack unter dem Deckel',
    bagPack: 'Pack an einem Beutel',
    noPack: 'kein Pack',
    foam: 'ringsum Schaum',
    noFoam: 'kein Schaum',
    noCopper: 'kein Kupfer im Wasser',
    copper: 'Kupfer im Wasser',
    copperUnknown: 'von Kupfer weiß niemand',
    warmPacks: 'Packs noch warm',
    coldPacks: 'Packs kalt',
    wetPaper: 'nasses Papier',
    crushed: 'gedrückt oder offen',
  },
  so: {
    side: first,
    fast: first,
    still:
      'Still und blass in einem schlaffen Beutel ist nicht tot: nicht anstoßen. Viele sind Minuten nach dem Öffnen wohl.',
    torn: 'Mit Hand oder Becher heben, nicht mit dem Kescher.',
    spots: apart,
    fuzz: apart,
    cloudy: 'Das Ammoniak ist hoch: nach dem Öffnen bald aus diesem Wasser.',
    flat: 'Der Sauerstoff kann aufgebraucht sein: dieser Beutel zuerst.',
    leaked: 'Wenig Wasser ist übrig: dieser Beutel zuerst.',
    dyed: 'Etwas wurde zugegeben: fragen was, und nichts darauf geben.',
    fewer: label,
    other: label,
    stowaway: 'In die Quarantäne, nicht ins Schaubecken.',
    bagPack: 'Packs an Beuteln verbrühen oder ersticken: dem Absender sagen.',
    copper: 'Kein reduzierender Binder in dieses Wasser; Schnecken, Garnelen, Krabben und Korallen bald heraus.',
    copperUnknown:
      'Den Absender nach Kupfer fragen, und welchem; bis dahin kein reduzierender Binder in dieses Wasser.',
    wetPaper: 'Ein Beutel läuft aus: sehen, welcher.',
    crushed: 'Fotografieren, bevor etwas herausgenommen wird: der Frachtführer fragt danach.',
  },
  figures: {
    tempC: 'Wasser, °C',
    pH: 'pH',
    khDkh: 'KH, °d',
    ghDgh: 'GH, °d',
    salinity: 'Salzgehalt',
    tanMgNL: 'Ammonium gesamt, mg N/L',
    oxygenMgL: 'Sauerstoff, mg/L',
    tdsMgL: 'Gelöstes, mg/L',
    alive: 'Lebend',
    dead: 'Tot',
    tornFins: 'Flossen verletzt, von zehn',
    lengthCm: 'Länge, cm',
    doubtful: 'Fraglich',
  },
  paths: {
    weak: 'Sie sind schwach: zuerst, und mit so wenig Handgriffen wie möglich.',
    ill: 'Sie zeigen Krankheit: in ein eigenes Behandlungsbecken, mit so wenig Handgriffen wie möglich.',
    drugged: 'Sie liegen in Wasser mit Beruhigungsmittel: bald in klares Wasser, was immer sonst zählt.',
  },
  looks: [
    'In einer halben Stunde, von fern: aufrecht, ruhiger Atem, niemand gejagt.',
    'Am Abend, wenig Licht: wer versteckt sich, wer hängt an der Oberfläche, wer ist gebissen? Heute kein Futter.',
    'Nach zwei Tagen: Tuch ab, Licht nach und nach. Fressen sie? Ammonium und Nitrit bei 0?',
  ],
  box: {
    air: 'Luft zwischen den Beuteln, °C',
    title: 'Die Kiste',
    here: 'Die Kiste ist da',
    since: (t) => `Da seit ${t}`,
    slip: 'Das war ein Versehen',
    earlier: 'Sie kam um',
    ask: 'Was ist in der Kiste zu sehen?',
  },
  film: {
    packed: 'Wie es gepackt war',
    title: 'Durch den geschlossenen Beutel',
    hint: 'Ansehen, zählen und fotografieren, bevor etwas geöffnet wird. Still und blass ist nicht tot: nicht anstoßen.',
    label: (n) => `${n} laut Etikett`,
    computed: (t, pH) => `berechnet ${t} °C, pH ${pH}`,
    measure: 'Gemessen',
    note: 'Bemerkungen',
    photo: 'Fotografieren',
    photos: (n) => (n === 1 ? '1 Bild' : `${n} Bilder`),
    full: 'Dieser Browser fasst keine Bilder mehr: senden, was da ist.',
    noPicture: 'Diese Datei ist kein Bild.',
  },
  ask: {
    number: 'Bitte eine Zahl.',
    between: (min, max) => `Zwischen ${min} und ${max}.`,
    odd: (what, value) => `${what}: ${value}. Stimmt das? Noch einmal ablesen, oder behalten.`,
    sum: (counted, n) => `${counted} gezählt, ${n} laut Etikett.`,
    isSo: 'Es stimmt',
  },
  tank: {
    title: (name) => `Dein Becken ${name}`,
    hint: 'Wie dem Absender gesagt. Was du misst, hier eintragen: alles wird neu berechnet.',
    guessed: 'noch nicht gemessen',
  },
  ways: {
    title: 'Wie öffnen',
    simplest: 'Es verlangt die wenigsten Handgriffe, und nichts daran kommt an ihre Grenzen.',
    either: 'Beide wiegen hier gleich: nimm den Weg, den du kennst.',
    least: (way) => `${way}: wiegt hier am wenigsten.`,
    start: 'Beginnen',
    others: 'Andere Wege',
    hands: (m) => `${m} min Handarbeit`,
    ammonia: 'Ammoniak, × Grenzwert-min',
    phStep: 'pH-Sprung in 5 min',
    until: 'Umgesetzt nach',
    minutes: (n) => `${n} min`,
    contradiction: 'pH und Karbonathärte können nicht beide stimmen: noch einmal messen.',
    stops: {
      sea: (tank) => `Halt. ${tank} ist Meerwasser; diese Tiere leben im Süßwasser.`,
      fresh: (tank) => `Halt. ${tank} hat zu wenig Salz; diese Tiere leben im Meer.`,
      cold: (tank, t, limit) => `Halt. ${tank} hat ${t} °C; einen Tag lang vertragen sie ${limit} °C und mehr.`,
      warm: (tank, t, limit) => `Halt. ${tank} hat ${t} °C; einen Tag lang vertragen sie höchstens ${limit} °C.`,
      ammonia: (tank, tan, limit) =>
        `Halt. ${tank} hat ${tan} mg/L Ammoniak; mehr als ${limit} schadet. Erst Wasser wechseln.`,
      nitrite: (tank, mg, limit) =>
        `Halt. ${tank} hat ${mg} mg/L Nitrit; mehr als ${limit} schadet. Erst Wasser wechseln.`,
      because: 'Trotzdem beginnen, weil',
    },
  },
  run: {
    title: 'Läuft',
    done: (what) => `Fertig: ${what}`,
    skip: 'Weiter ohne zu warten',
    then: (what) => `dann: ${what}`,
    pause: 'Pause',
    goOn: 'Weiter',
    back: 'Letzten Druck zurücknehmen',
    stop: 'Abbrechen',
    stopSure: 'Diese Folge abbrechen? Ihre Beutel warten wieder.',
    round: 'Noch eine Runde',
    waits: 'wartet auf deine Hände',
    waited: (m) => `wartet seit ${m} min auf deine Hände`,
    now: (t, pH) => `Jetzt berechnet ${t} °C, pH ${pH}.`,
    again: 'noch einmal',
    readAt: (t) => `Um ${t} nachgemessen: von da an neu gerechnet.`,
    notNear: (t, pH) => `Am Ende noch ${t} °C und pH ${pH} vom Becken entfernt: eine Runde mehr.`,
    enough: 'Nah genug: sie dürfen jetzt umziehen.',
    across: 'Sie sind umgesetzt',
    soundOn: 'Ton an',
    soundOff: 'Ton aus',
    lightsDown: 'Licht aus',
    lightsUp: 'Licht an',
  },
  end: {
    title: 'Was ankam',
    left: (bags) => `Noch zu öffnen: ${bags}.`,
    all: 'Alles ist umgesetzt.',
    finish: 'Alles erledigt',
    finished: (t) => `Beendet ${t}`,
    remarks: 'Was der Absender noch wissen sollte',
    hours: (h) => `${h} h im Beutel`,
    save: 'Datei für den Absender sichern',
    share: 'Senden',
    codes: 'Als Codes zeigen',
    codeOf: (n, total) => `Code ${n} von ${total}`,
    hold: 'Der Absender liest sie mit „Scan“, einen nach dem anderen. Bilder reisen nur in der Datei mit.',
    copy: 'Als Text kopieren',
    copied: 'Kopiert: in eine Nachricht einfügen.',
    why: 'Sie erzählt, was wirklich geschah: die Zahlen des Absenders lernen daraus.',
    claim: (h) =>
      `Sind welche gestorben: dem Absender innerhalb von ${h} h nach der Lieferung sagen, mit einem Bild des verschlossenen Beutels und seines Etiketts.`,
    looks: 'Wieder hinsehen',
  },
  page: {
    shut: (t) => `Geschlossen ${t}`,
    expected: (t) => `erwartet ${t}`,
    keeps: 'Was du einträgst, bleibt in diesem Browser, auch wenn er geschlossen wird oder das Netz fehlt.',
    loses: 'Dieser Browser behält nichts: die Seite offen lassen, bis die Datei gesichert ist.',
    clear: 'Alles Eingetragene löschen',
    clearSure: 'Alles löschen, was auf dieser Karte eingetragen wurde?',
    language: 'Sprache',
    noneAlive: 'keines lebend',
    mains,
  },
};
