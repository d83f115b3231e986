import type { CardWords } from './words';

const first = 'Esta bolsa primero, y tocándola lo menos posible.';
const apart = 'A un acuario de tratamiento propio; redes y vasos no tocan nada más.';
const label = 'Fotografía la bolsa cerrada con su etiqueta.';
const bands = 'Las gomas tensas saltan a los ojos: aparta la cara.';
const mains = 'Manos mojadas y corriente no van juntas: bucles de goteo en los cables y un diferencial.';
const closures = {
  bands: ['Saca las gomas hacia arriba, o córtalas sobre el giro.', bands],
  knot: ['Corta justo bajo el nudo con tijeras de punta roma, sobre el agua.', undefined],
  'knot-bands': ['Saca las gomas y corta bajo el nudo con tijeras de punta roma.', bands],
  gooseneck: ['Desenrosca el cuello doblado; no se corta nada.', bands],
} as const;
const handling = {
  ground: 'Pon cada uno en suelo firme, del derecho: el que se vuelca no se gira solo.',
  underWater: 'Siempre bajo el agua, nunca al aire; poca luz y algo de corriente.',
  poured: 'Las crías se vierten: vaso bajo la superficie, despacio; ninguna red las toca.',
  walkOut: 'Inclina el recipiente bajo la superficie y deja que salgan andando; la red les arranca las patas.',
  cup: 'Con vaso y no con red: las espinas se enganchan.',
  hands: 'Levántalos con manos limpias y mojadas, cabeza y vientre sujetos; sin red.',
  small: 'Los pequeños uno a uno con vaso o red suave, a un rincón lejano con refugio.',
} as const;

export const cardEs: CardWords = {
  steps: {
    place: () => ['Pon a flotar las bolsas cerradas', 'A la sombra, luces apagadas. No abras todavía.'],
    float: () => ['Flotan cerradas', 'La bolsa se templa a través del plástico.'],
    open: (f) => {
      const [how, care] = closures[f.closure];
      const then = {
        'float-transfer': 'Saca los peces enseguida.',
        cups: 'Enrolla el borde para que flote abierta.',
        drip: 'Vierte todo en un cubo bajo, tápalo y mantenlo templado. Ceba el sifón.',
        scoop: 'Fijador de amoníaco en la dosis más fuerte de su etiqueta, enseguida.',
        degas: 'Cuelga la bolsa abierta en el acuario, con burbujeo suave.',
        pinhole: 'Saca los peces enseguida.',
        staged: 'Saca los peces enseguida.',
        regas: 'Vierte la mayor parte del agua a través de una red.',
        straight: 'Sin flotar ni mezclar: solo especies resistentes.',
      }[f.method];
      const also = {
        drip: 'Ceba el sifón con pera o llenando el tubo: nunca con la boca.',
        scoop: 'Guantes, lejos de los niños. Ningún fijador reductor si hay cobre desconocido en el agua.',
        degas: 'Corriente y agua: bucle de goteo y diferencial; la bomba por encima del agua.',
      }[f.method as 'drip'];
      return ['Abre la bolsa', `${how} ${then}`, [care, also].filter(Boolean).join(' ') || undefined];
    },
    openAgain: () => ['Abre otra vez', 'Saca los peces enseguida.'],
    net: (f) => [
      'Pasa los peces',
      `${f.count} según la etiqueta, a ${f.tank}; mira dentro de la bolsa vacía. Nada de su agua al acuario. ${f.handling.map((h) => handling[h]).join(' ')}`,
      `Corta solo cinta; ninguna hoja cerca de la bolsa. ${mains}`,
    ],
    level: (f) =>
      f.sea
        ? ['Bombas, separador y rellenador apagados', 'Marca el nivel en el cristal.', 'Desenchufa con manos secas.']
        : [
            'Marca el nivel del acuario',
            'Una tira de cinta en el cristal; el filtro puede seguir.',
            'Desenchufa con manos secas.',
          ],
    refill: (f) => [
      'Rellena hasta la marca',
      f.sea
        ? `${f.litres} L del agua salada preparada antes. Después rellenador, separador y bombas encendidos.`
        : `${f.litres} L a la misma temperatura.`,
    ],
    cup: (f) => [`Vierte el vaso ${f.n}`, `Un vaso de ${f.ml} mL de agua del acuario, por el borde.`],
    rest: () => ['Espera', 'Deja tranquilos a los peces.'],
    pour: (f) =>
      f.method === 'scoop'
        ? ['Vierte en un recipiente bajo', 'Peces y agua juntos, con suavidad; una linterna tenue los guía.']
        : ['Vierte la mitad', 'A un cubo, a través de una red. Nunca al acuario.'],
    rate: (f) => [
      'Ajusta el goteo',
      f.drops
        ? `${f.drops} gotas por segundo, ${f.mlPerMin} mL por minuto.`
        : `${f.mlPerMin} mL por minuto: varias líneas, o una jarra cada minuto.`,
    ],
    drip: (f) => ['Deja gotear', `${f.mlPerMin} mL por minuto, hasta que se duplique.`],
    look: (f) => ['Mira el goteo', `Los goteos se frenan: otra vez ${f.mlPerMin} mL por minuto.`],
    add: (f) => [`Añade ${f.litres} L de agua del acuario`, 'Por el borde de la bolsa.'],
    match: (f) => [
      `Lleva la cuarentena a ${f.salinity}`,
      `${f.grams ? `${f.grams} g de sal marina, disuelta en agua del acuario, poco a poco.` : f.litres ? `Saca ${f.litres} L y pon otro tanto de agua dulce.` : 'Con agua igualada de antemano.'} Rellenador apagado; mide a los diez minutos.`,
    ],
    room: () => [
      'Deja la caja abierta en la habitación',
      'Bolsas cerradas, tapa quitada; sin sol y lejos del radiador.',
    ],
    warm: (f) => ['Deja que se temple', `Como mucho ${f.cPerH} °C por hora; si va más deprisa, pon otra vez la tapa.`],
    water: (f) => [`Añade ${f.litres} L de agua del acuario`, 'Con suavidad, por el borde.'],
    oxygen: () => [
      'Oxígeno enseguida, y cierra',
      'Tantas partes de oxígeno como antes.',
      'Oxígeno: ni llama ni grasa, la botella de pie y encadenada, la válvula despacio. Según las normas del lugar.',
    ],
    empty: () => ['Vacía el recipiente', 'Antes de la siguiente bolsa: nunca se mezclan aguas de dos orígenes.'],
    dim: (f) => [
      `Apaga la luz de ${f.tank}`,
      'Una linterna tenue para las manos. Si ya viven peces ahí, dales de comer antes.',
    ],
    ready: () => [
      'Prepara el baño',
      'Un cubo con agua del acuario y el baño, según la etiqueta; otro con agua limpia para aclarar.',
      'Guantes y gafas: algunos corales son tóxicos para piel y ojos.',
    ],
    dip: () => [
      'Baña los corales',
      'En un cubo con agua del acuario, según la etiqueta del baño; agita, mira qué cae, aclara en agua limpia.',
      'Guantes y gafas: algunos corales son tóxicos para piel y ojos. El baño según su etiqueta, nunca al acuario.',
    ],
    sample: (f) =>
      f.n === 10
        ? [
            'Toma diez como muestra',
            'Diez en un plato con agua del acuario: ¿cuántos con aletas rotas, cuánto miden? Escríbelo en las observaciones de la bolsa.',
          ]
        : ['Muestra por un pinchazo', 'Mide la salinidad y cierra el agujero con cinta.'],
    after: (f) => [
      'Tapa el acuario',
      `${f.jumpers ? 'Saltan: tapa o toalla sobre todo' : 'Una toalla sobre el cristal'}, poca luz uno o dos días. El agua de la bolsa al desagüe, redes y vasos al desinfectante.`,
      'Desinfectante: guantes, aclara bien, nada al acuario.',
    ],
  },
  signs: {
    side: 'de lado',
    fast: 'respira deprisa',
    still: 'quieto y pálido',
    torn: 'aleta o escama rota',
    spots: 'puntos o polvo',
    fuzz: 'hongos o heridas',
    cloudy: 'agua turbia',
    slime: 'agua viscosa',
    flat: 'bolsa floja',
    leaked: 'ha perdido agua',
    dyed: 'agua teñida',
    fewer: 'menos que en la etiqueta',
    stowaway: 'un polizón',
    other: 'no es lo pedido',
    oneLayer: 'una bolsa',
    twoLayers: 'dos bolsas, una en otra',
    threeLayers: 'tres bolsas',
    waterThird: 'un tercio de agua',
    waterHalf: 'mitad agua',
    waterMost: 'casi todo agua',
    paperRound: 'envuelta en papel',
    coverIn: 'refugio para los peces dentro',
    lidPack: 'bolsa térmica bajo la tapa',
    bagPack: 'bolsa térmica contra una bolsa',
    noPack: 'sin bolsa térmica',
    foam: 'espuma por todos lados',
    noFoam: 'sin espuma',
    noCopper: 'sin cobre en el agua',
    copper: 'cobre en el agua',
    copperUnknown: 'nadie sabe de cobre',
    warmPacks: 'bolsas térmicas aún calientes',
    coldPacks: 'bolsas térmicas frías',
    wetPaper: 'papel mojado',
    crushed: 'aplastada o abierta',
  },
  so: {
    side: first,
    fast: first,
    still: 'Quieto y pálido en una bolsa floja no es muerto: no lo toques. Muchos están bien minutos después de salir.',
    torn: 'Levántalo con la mano o un vaso, no con red.',
    spots: apart,
    fuzz: apart,
    cloudy: 'El amoníaco está alto: fuera de esta agua pronto, una vez abierta.',
    flat: 'Puede haberse acabado el oxígeno: esta bolsa primero.',
    leaked: 'Queda poca agua: esta bolsa primero.',
    dyed: 'Algo se le añadió: pregunta qué, y no añadas nada encima.',
    fewer: label,
    other: label,
    stowaway: 'A cuarentena, no al acuario principal.',
    bagPack: 'Pegadas a las bolsas queman o asfixian: díselo al remitente.',
    copper: 'Ningún fijador reductor en esta agua; caracoles, gambas, cangrejos y corales fuera pronto.',
    copperUnknown: 'Pregunta al remitente por cobre, y cuál; hasta entonces ningún fijador reductor en esta agua.',
    wetPaper: 'Una bolsa pierde: mira cuál.',
    crushed: 'Fotografíala antes de sacar nada: el transportista lo pide.',
  },
  figures: {
    tempC: 'Agua, °C',
    pH: 'pH',
    khDkh: 'KH, °d',
    ghDgh: 'GH, °d',
    salinity: 'Salinidad',
    tanMgNL: 'Amonio total, mg N/L',
    oxygenMgL: 'Oxígeno, mg/L',
    tdsMgL: 'Disueltos, mg/L',
    alive: 'Vivos',
    dead: 'Muertos',
    tornFins: 'Aletas rotas, de diez',
    lengthCm: 'Largo, cm',
    doubtful: 'Dudosos',
  },
  paths: {
    weak: 'Están débiles: primero, y tocándolos lo menos posible.',
    ill: 'Muestran enfermedad: a un acuario de tratamiento propio, tocándolos lo menos posible.',
    drugged: 'Están en agua con sedante: pronto a agua limpia, pese lo que pese lo demás.',
  },
  looks: [
    'A la media hora, de lejos: derechos, respiración tranquila, nadie perseguido.',
    'Por la noche, con poca luz: ¿quién se esconde, quién cuelga en la superficie, quién está mordido? Hoy sin comida.',
    'A los dos días: fuera la toalla, luz poco a poco. ¿Comen? ¿Amonio y nitrito a 0?',
  ],
  box: {
    air: 'Aire entre las bolsas, °C',
    title: 'La caja',
    here: 'La caja está aquí',
    since: (t) => `Aquí desde las ${t}`,
    slip: 'Fue un error',
    earlier: 'Llegó a las',
    ask: '¿Qué se ve en la caja?',
  },
  film: {
    packed: 'Cómo venía empaquetado',
    title: 'A través de la bolsa cerrada',
    hint: 'Mira, cuenta y fotografía antes de abrir nada. Quieto y pálido no es muerto: no lo toques.',
    label: (n) => `${n} según la etiqueta`,
    computed: (t, pH) => `calculado ${t} °C, pH ${pH}`,
    measure: 'Lo que mediste',
    note: 'Observaciones',
    photo: 'Fotografiar',
    photos: (n) => (n === 1 ? '1 foto' : `${n} fotos`),
    full: 'En este navegador no caben más fotos: envía lo que hay.',
    noPicture: 'Este archivo no es una imagen.',
  },
  ask: {
    number: 'Escribe un número.',
    between: (min, max) => `Entre ${min} y ${max}.`,
    odd: (what, value) => `${what}: ${value}. ¿Es así? Mide otra vez, o guárdalo.`,
    sum: (counted, n) => `${counted} contados, ${n} según la etiqueta.`,
    isSo: 'Es así',
  },
  tank: {
    title: (name) => `Tu acuario ${name}`,
    hint: 'Como se lo dijiste al remitente. Escribe lo que midas y todo se calcula de nuevo.',
    guessed: 'aún sin medir',
  },
  ways: {
    title: 'Cómo abrir',
    simplest: 'Pide las menos manos, y nada se acerca a lo que soportan.',
    either: 'Las dos pesan igual aquí: toma la que conoces.',
    least: (way) => `${way}: pesa menos aquí.`,
    start: 'Empezar',
    others: 'Otras maneras',
    hands: (m) => `${m} min de manos`,
    ammonia: 'Amoníaco, × criterio·min',
    phStep: 'Salto de pH en 5 min',
    until: 'Pasados a los',
    minutes: (n) => `${n} min`,
    contradiction: 'pH y dureza de carbonatos no pueden ser ambos ciertos: mide otra vez.',
    stops: {
      sea: (tank) => `Alto. ${tank} es agua de mar; estos animales viven en agua dulce.`,
      fresh: (tank) => `Alto. ${tank} tiene poca sal; estos animales viven en el mar.`,
      cold: (tank, t, limit) => `Alto. ${tank} está a ${t} °C; un día toleran ${limit} °C o más.`,
      warm: (tank, t, limit) => `Alto. ${tank} está a ${t} °C; un día toleran como mucho ${limit} °C.`,
      ammonia: (tank, tan, limit) =>
        `Alto. ${tank} tiene ${tan} mg/L de amoníaco; más de ${limit} daña. Cambia agua primero.`,
      nitrite: (tank, mg, limit) =>
        `Alto. ${tank} tiene ${mg} mg/L de nitrito; más de ${limit} daña. Cambia agua primero.`,
      because: 'Empezar de todos modos, porque',
    },
  },
  run: {
    title: 'En marcha',
    done: (what) => `Hecho: ${what}`,
    skip: 'Seguir sin esperar',
    then: (what) => `después: ${what}`,
    pause: 'Pausa',
    goOn: 'Seguir',
    back: 'Deshacer lo último',
    stop: 'Parar',
    stopSure: '¿Parar esta secuencia? Sus bolsas vuelven a esperar.',
    round: 'Una ronda más',
    waits: 'espera tus manos',
    waited: (m) => `espera tus manos desde hace ${m} min`,
    now: (t, pH) => `Ahora, calculado ${t} °C, pH ${pH}.`,
    again: 'otra vez',
    readAt: (t) => `Medido de nuevo a las ${t}: el resto sigue desde ahí.`,
    notNear: (t, pH) => `Al final aún ${t} °C y pH ${pH} de diferencia con el acuario: una ronda más.`,
    enough: 'Bastante cerca: ya pueden pasar.',
    across: 'Ya han pasado',
    soundOn: 'Con sonido',
    soundOff: 'Sin sonido',
    lightsDown: 'Bajar luz',
    lightsUp: 'Subir luz',
  },
  end: {
    title: 'Lo que llegó',
    left: (bags) => `Aún por abrir: ${bags}.`,
    all: 'Todo ha pasado.',
    finish: 'Todo hecho',
    finished: (t) => `Terminado ${t}`,
    remarks: 'Qué más debería saber el remitente',
    hours: (h) => `${h} h en la bolsa`,
    save: 'Guardar el archivo para el remitente',
    share: 'Enviar',
    codes: 'Mostrar como códigos',
    codeOf: (n, total) => `Código ${n} de ${total}`,
    hold: 'El remitente los lee con «Scan», uno tras otro. Las fotos van solo en el archivo.',
    copy: 'Copiar como texto',
    copied: 'Copiado: pégalo en un mensaje.',
    why: 'Cuenta lo que pasó de verdad: las cifras del remitente aprenden de ello.',
    claim: (h) =>
      `Si alguno murió: díselo al remitente antes de ${h} h desde la entrega, con una foto de la bolsa cerrada y su etiqueta.`,
    looks: 'Mira otra vez',
  },
  page: {
    shut: (t) => `Cerradas ${t}`,
    expected: (t) => `se espera ${t}`,
    keeps: 'Lo que escribes queda en este navegador, aunque se cierre o falte la red.',
    loses: 'Este navegador no guarda nada: deja la página abierta hasta guardar el archivo.',
    clear: 'Borrar todo lo escrito',
    clearSure: '¿Borrar todo lo que se escribió en esta tarjeta?',
    language: 'Idioma',
    noneAlive: 'ninguno vivo',
    mains,
  },
};
