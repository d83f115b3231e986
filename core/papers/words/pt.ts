import { again, type Words } from './words';

export const pt: Words = {
  tag: 'pt-PT',
  name: 'Português',
  bagOf: (n, of) => `saco ${n} de ${of}`,
  boxOf: (n, of) => `caixa ${n} de ${of}`,
  keepAt: (min, max) => `Manter entre ${min} e ${max} °C`,
  water: 'Água',
  oxygen: 'Oxigénio',
  air: 'Ar',
  noGas: 'sem gás',
  layers: (n) => (n === 1 ? '1 camada' : `${n} camadas`),
  fromTank: (tank) => `do tanque ${tank}`,
  sexes: { male: 'macho', female: 'fêmea', pair: 'casal', mixed: 'ambos os sexos' },
  inTheWater: 'Na água',
  openBefore: (town) => `Abrir antes de, em ${town}`,
  whenItArrives: 'À chegada',
  arrival: {
    dim: 'Escureça a sala. Olhe através do saco fechado e anote o que vê.',
    shut: 'Mantenha-o fechado até rede, tanque e luz estarem prontos: o ar muda a água de imediato.',
    noFloat: 'Não o ponha a flutuar: deixe-o ao lado do tanque.',
    byCard: 'Abra segundo o cartão da caixa; a água do saco não entra no tanque.',
  },
  heed: {
    asleep: 'Pode chegar adormecido: a água limpa acorda-o.',
    still: 'Quieto e pálido não é morto: deixe-o no escuro e espere.',
    dyed: 'A água está tingida.',
    breathes: 'Película que respira: nunca flutuar, nunca sobre plástico.',
    lies: 'Viaja deitado.',
    soft: 'Deixado mole: não verteu.',
  },
  from: 'De',
  to: 'Para',
  phone: 'Telefone',
  liveFish: 'PEIXES VIVOS',
  thisWayUp: 'Este lado para cima',
  keepWarmth: 'Proteger do calor e do frio',
  outOfSun: 'Nem sol nem geada',
  keepShut: 'Não abrir: o escuro e o oxigénio mantêm-nos bem',
  urgent: 'URGENTE: animais vivos',
  cancelled: 'CANCELADO',
  hold: 'Guardar no depósito para levantamento; telefonar à chegada',
  collect: 'Levantado ao balcão; telefonar à chegada',
  toTheDoor: 'Entregar em mão; nunca deixar na rua',
  late: 'Atrasado? Telefone, a qualquer hora.',
  safeUntil: 'Os peixes estão seguros até',
  card: {
    title: 'Abrir estes peixes',
    bags: (list) => `Sacos ${list}`,
    expected: 'No saco, calculado',
    yours: 'O seu tanque',
    temperature: 'Temperatura, °C',
    salinity: 'Salinidade',
    guess: 'O que tem ? não foi medido: meça antes de abrir.',
    recommended: 'Recomendado aqui',
    other: 'A outra escola',
    openAt: (min) => `Aberto aos ${min} min`,
    acrossAt: (min) => `no tanque aos ${min} min`,
    exposure: (m, step) => `${m} minutos-critério de amoníaco, salto de pH ${step}`,
    doNotTitle: 'Não',
    doNot: [
      'não abra um saco para ver, nem sopre ar num fechado;',
      'não deite a água do saco no tanque;',
      'não deixe um saco aberto à espera: com ar, o seu amoníaco torna-se venenoso;',
      'não alimente na primeira noite; as luzes ficam apagadas.',
    ],
    call: 'Algo parece mal? Fotografe o saco fechado e telefone',
    measuring: 'Se o saco medir outra coisa que este cartão, os números deixam de valer: telefone ou calcule de novo.',
    vet: 'Medicamentos e sal só segundo o rótulo e a lei local; um veterinário sabe mais do que qualquer cartão.',
  },
  methods: {
    'float-transfer': {
      name: 'Flutuar e passar com rede',
      steps: (f) => [
        `Ponha os sacos fechados a flutuar ${f.floatMin} min, à sombra, luzes apagadas.`,
        'Abra um saco de cada vez e passe os peixes com a rede de imediato.',
        'Conte pelo rótulo. Deite fora a água do saco.',
      ],
    },
    cups: {
      name: 'Copos de água do tanque',
      steps: (f) => [
        `Ponha os sacos fechados a flutuar ${f.floatMin} min, luzes apagadas.`,
        `Abra e prenda. De ${f.everyMin} em ${f.everyMin} min ${f.cupMl} mL de água do tanque pela borda, ${f.cups} vezes.`,
        ...again(f, `Despeje metade num balde e repita ${f.cups} vezes.`),
        `Passe com a rede aos ${f.transferMin} min no total. Deite fora a água do saco.`,
      ],
    },
    drip: {
      name: 'Gota a gota',
      steps: (f) => [
        f.film
          ? 'Não ponha a flutuar. Abra e verta tudo num balde baixo.'
          : `Flutuar fechado ${f.floatMin} min; abra e verta tudo num balde baixo.`,
        `Goteje água do tanque: ${f.dropsPerS && `${f.dropsPerS} gotas por segundo, `}${f.mlPerMin} mL por minuto, até dobrar em ${f.doubleMin} min. Tape e mantenha quente.`,
        ...again(f, 'Despeje metade e deixe dobrar outra vez.'),
        `Passe com a rede aos ${f.transferMin} min no total. Nunca escorve um sifão com a boca.`,
      ],
    },
    scoop: {
      name: 'Neutralizante e passar',
      steps: (f) => [
        f.film
          ? 'Não ponha a flutuar. Tenha prontos neutralizante, rede e tanque.'
          : `Flutuar fechados ${f.floatMin} min. Tenha prontos neutralizante, rede e tanque.`,
        'Abra e junte de imediato neutralizante de amoníaco, na dose mais forte do rótulo. Luvas.',
        'Verta peixes e água num recipiente baixo; passe os peixes com a rede baixa.',
        'Deite fora a água do saco.',
      ],
    },
    degas: {
      name: 'Difusor e diluição',
      steps: () => [
        'Pendure o saco aberto no tanque com um difusor suave.',
        'De 6 em 6 min água do tanque pela borda: um décimo, um sétimo, um quarto e depois metade da sua água.',
        'Aos 26 min despeje quase tudo por uma rede e passe os peixes.',
        'As bombas acima da água; laço de pingo em cada cabo.',
      ],
    },
    pinhole: {
      name: 'Igualar o tanque e passar',
      steps: (f) => [
        'Tire uma gota por um furo de alfinete, meça a salinidade e tape o furo.',
        `Leve o tanque de quarentena a ${f.salinity} com água igualada; reposição automática desligada.`,
        `Flutuar fechados ${f.floatMin} min, abra e passe de imediato.`,
        'Reponha a salinidade em dias, 2 por dia no máximo.',
      ],
    },
    staged: {
      name: 'Aquecer por etapas e passar',
      steps: (f) => [
        `Deixe a caixa aberta na sala ${f.roomMin} min, sacos fechados.`,
        `Depois, a flutuar fechados ${f.floatMin} min.`,
        'Abra e passe os peixes de imediato. Deite fora a água do saco.',
      ],
    },
    regas: {
      name: 'Água nova e oxigénio, e passar',
      steps: () => [
        'Abra, verta quatro quintos da água por uma rede e junte devagar outro tanto do aquário.',
        'Encha logo de oxigénio, feche e deixe flutuar 30 min à sombra: sem chama por perto.',
        'Abra e passe os peixes. Deite fora a água do saco.',
      ],
    },
    straight: {
      name: 'Diretamente',
      steps: () => [
        'Abra um saco de cada vez e passe os peixes de imediato: só os resistentes.',
        'Deite fora a água do saco.',
      ],
    },
  },
  list: {
    title: 'Lista de embalagem',
    thanks: 'Obrigado. Tudo o que se sabe destes peixes está no cartão: gostaríamos de saber como chegaram.',
    what: 'O quê',
    count: 'Número',
    price: 'Preço',
    sum: 'Soma',
    packing: 'Embalagem',
    freight: 'Transporte',
    total: 'A pagar',
    claimTitle: 'Se algum morreu',
    claim: (h) => [
      `Avise-nos dentro de ${h} h após a entrega.`,
      'Fotografe-o no saco ainda fechado, com o rótulo na imagem; depois cada um ao lado de uma régua.',
      'Guarde a água do saco num frasco fechado e fresco: conta o que aconteceu.',
    ],
    approval: 'Aprovação da embalagem',
    insured: 'Seguro por',
    ownParcel: 'Num pacote à parte',
    companions: 'Com eles',
  },
  road: {
    collect: (code, place, by) =>
      `${code}: por favor, levante a caixa hoje em ${place}, antes de ${by}. Fechada, de pé e à temperatura ambiente; abra-a à sombra.`,
    later: (code, expected, by) =>
      `${code} está atrasada: esperada ${expected}. Por favor, esteja lá e abra-a logo; os peixes estão dentro dos limites até ${by}.`,
  },
};
