import { again, type Words } from './words';

export const es: Words = {
  tag: 'es-ES',
  name: 'Español',
  bagOf: (n, of) => `bolsa ${n} de ${of}`,
  boxOf: (n, of) => `caja ${n} de ${of}`,
  keepAt: (min, max) => `Mantener entre ${min} y ${max} °C`,
  water: 'Agua',
  oxygen: 'Oxígeno',
  air: 'Aire',
  noGas: 'sin gas',
  layers: (n) => (n === 1 ? '1 capa' : `${n} capas`),
  fromTank: (tank) => `del acuario ${tank}`,
  sexes: { male: 'macho', female: 'hembra', pair: 'pareja', mixed: 'ambos sexos' },
  inTheWater: 'En el agua',
  openBefore: (town) => `Abrir antes de, en ${town}`,
  whenItArrives: 'Al llegar',
  arrival: {
    dim: 'Oscurezca la sala. Mire a través de la bolsa cerrada y anote lo que ve.',
    shut: 'Manténgala cerrada hasta tener listos red, acuario y luz: el aire cambia su agua al instante.',
    noFloat: 'No la ponga a flotar: déjela junto al acuario.',
    byCard: 'Ábrala según la tarjeta de la caja; el agua de la bolsa no entra en el acuario.',
  },
  heed: {
    asleep: 'Puede llegar dormido: el agua limpia lo despierta.',
    still: 'Quieto y pálido no es muerto: déjelo a oscuras y espere.',
    dyed: 'El agua está teñida.',
    breathes: 'Película que respira: nunca a flotar, nunca sobre plástico.',
    lies: 'Viaja tumbada.',
    soft: 'Se dejó blanda: no ha perdido agua.',
  },
  from: 'De',
  to: 'Para',
  phone: 'Teléfono',
  liveFish: 'PECES VIVOS',
  thisWayUp: 'Este lado arriba',
  keepWarmth: 'Proteger del calor y del frío',
  outOfSun: 'Ni al sol ni a la helada',
  keepShut: 'No abrir: la oscuridad y el oxígeno los mantienen bien',
  urgent: 'URGENTE: animales vivos',
  cancelled: 'CANCELADO',
  hold: 'Guardar en el depósito para su recogida; llamar al llegar',
  collect: 'Se recoge en el mostrador; llamar al llegar',
  toTheDoor: 'Entregar en mano; nunca dejar fuera',
  late: '¿Con retraso? Llame, a cualquier hora.',
  safeUntil: 'Los peces están seguros hasta',
  card: {
    title: 'Cómo abrir estos peces',
    bags: (list) => `Bolsas ${list}`,
    expected: 'En la bolsa, calculado',
    yours: 'Su acuario',
    temperature: 'Temperatura, °C',
    salinity: 'Salinidad',
    guess: 'Lo que lleva ? no se midió: mida antes de abrir.',
    recommended: 'Recomendado aquí',
    other: 'La otra escuela',
    openAt: (min) => `Abierta a los ${min} min`,
    acrossAt: (min) => `al acuario a los ${min} min`,
    exposure: (m, step) => `${m} minutos-criterio de amoníaco, salto de pH ${step}`,
    doNotTitle: 'No',
    doNot: [
      'no abra una bolsa para mirar, ni sople aire en una cerrada;',
      'no vierta el agua de la bolsa en el acuario;',
      'no deje una bolsa abierta en espera: con aire, su amoníaco se vuelve venenoso;',
      'no alimente la primera noche; las luces siguen apagadas.',
    ],
    call: '¿Algo no parece bien? Fotografíe la bolsa cerrada y llame',
    measuring: 'Si la bolsa mide otra cosa que esta tarjeta, sus cifras ya no valen: llame o calcule de nuevo.',
    vet: 'Medicinas y sal, solo según su etiqueta y la ley local; un veterinario sabe más que cualquier tarjeta.',
  },
  methods: {
    'float-transfer': {
      name: 'Flotar y pasar con red',
      steps: (f) => [
        `Ponga a flotar las bolsas cerradas ${f.floatMin} min, a la sombra, luces apagadas.`,
        'Abra una bolsa cada vez y pase los peces con la red enseguida.',
        'Cuente según la etiqueta. Tire el agua de la bolsa.',
      ],
    },
    cups: {
      name: 'Vasos de agua del acuario',
      steps: (f) => [
        `Ponga a flotar las bolsas cerradas ${f.floatMin} min, luces apagadas.`,
        `Abra y sujete. Cada ${f.everyMin} min ${f.cupMl} mL de agua del acuario por el borde, ${f.cups} veces.`,
        ...again(f, `Vacíe la mitad en un cubo y repita ${f.cups} veces.`),
        `Pase con la red a los ${f.transferMin} min en total. Tire el agua de la bolsa.`,
      ],
    },
    drip: {
      name: 'Goteo lento',
      steps: (f) => [
        f.film
          ? 'No la ponga a flotar. Abra y vierta todo en un cubo bajo.'
          : `A flotar cerrada ${f.floatMin} min; abra y vierta todo en un cubo bajo.`,
        `Gotee agua del acuario: ${f.dropsPerS && `${f.dropsPerS} gotas por segundo, `}${f.mlPerMin} mL por minuto, hasta doblarla en ${f.doubleMin} min. Tape y mantenga templado.`,
        ...again(f, 'Vacíe la mitad y deje que se doble otra vez.'),
        `Pase con la red a los ${f.transferMin} min en total. Nunca cebe un sifón con la boca.`,
      ],
    },
    scoop: {
      name: 'Neutralizador y pasar',
      steps: (f) => [
        f.film
          ? 'No la ponga a flotar. Tenga listos neutralizador, red y acuario.'
          : `A flotar cerradas ${f.floatMin} min. Tenga listos neutralizador, red y acuario.`,
        'Abra y añada enseguida neutralizador de amoníaco, a la dosis más fuerte de su etiqueta. Guantes.',
        'Vierta peces y agua en un recipiente bajo; pase los peces con la red baja.',
        'Tire el agua de la bolsa.',
      ],
    },
    degas: {
      name: 'Difusor y dilución',
      steps: () => [
        'Cuelgue la bolsa abierta en el acuario con un difusor suave.',
        'Cada 6 min agua del acuario por el borde: un décimo, un séptimo, un cuarto y luego la mitad de su agua.',
        'A los 26 min vacíe casi toda a través de una red y pase los peces.',
        'Las bombas, por encima del agua; cada cable con lazo de goteo.',
      ],
    },
    pinhole: {
      name: 'Igualar el acuario y pasar',
      steps: (f) => [
        'Tome una gota por un agujero de alfiler, mida su salinidad y tape el agujero.',
        `Lleve el acuario de cuarentena a ${f.salinity} con agua igualada; el relleno automático, apagado.`,
        `A flotar cerradas ${f.floatMin} min, abra y pase enseguida.`,
        'Devuelva la salinidad en días, 2 al día como mucho.',
      ],
    },
    staged: {
      name: 'Templar por etapas y pasar',
      steps: (f) => [
        `Deje la caja abierta en la sala ${f.roomMin} min, bolsas cerradas.`,
        `Después, a flotar cerradas ${f.floatMin} min.`,
        'Abra y pase los peces enseguida. Tire el agua de la bolsa.',
      ],
    },
    regas: {
      name: 'Agua nueva y oxígeno, y pasar',
      steps: () => [
        'Abra, vierta cuatro quintos del agua por una red y añada despacio otro tanto del acuario.',
        'Llene enseguida de oxígeno, cierre y deje flotar 30 min a la sombra: sin llamas cerca.',
        'Abra y pase los peces. Tire el agua de la bolsa.',
      ],
    },
    straight: {
      name: 'Directo',
      steps: () => [
        'Abra una bolsa cada vez y pase los peces enseguida: solo los resistentes.',
        'Tire el agua de la bolsa.',
      ],
    },
  },
  list: {
    title: 'Lista de envío',
    thanks: 'Gracias. Todo lo que se sabe de estos peces está en la tarjeta: nos gustará saber cómo llegaron.',
    what: 'Qué',
    count: 'Cantidad',
    price: 'Precio',
    sum: 'Suma',
    packing: 'Embalaje',
    freight: 'Porte',
    total: 'A pagar',
    claimTitle: 'Si alguno ha muerto',
    claim: (h) => [
      `Avise dentro de las ${h} h desde la entrega.`,
      'Fotografíelo en la bolsa aún cerrada, con la etiqueta en la imagen; después, cada uno junto a una regla.',
      'Guarde el agua de la bolsa en un tarro cerrado y fresco: cuenta lo que pasó.',
    ],
    approval: 'Aprobación del embalaje',
    insured: 'Asegurado por',
    ownParcel: 'En un paquete aparte',
    companions: 'Con ellos',
  },
  road: {
    collect: (code, place, by) =>
      `${code}: por favor, recoge la caja hoy en ${place}, antes de ${by}. Cerrada, de pie y a temperatura ambiente; ábrela a la sombra.`,
    later: (code, expected, by) =>
      `${code} se retrasa: se espera el ${expected}. Por favor, estate allí y ábrela enseguida; los peces están dentro de sus límites hasta ${by}.`,
  },
};
