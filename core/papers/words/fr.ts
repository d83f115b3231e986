import { again, type Words } from './words';

export const fr: Words = {
  tag: 'fr-FR',
  name: 'Français',
  bagOf: (n, of) => `sac ${n} sur ${of}`,
  boxOf: (n, of) => `caisse ${n} sur ${of}`,
  keepAt: (min, max) => `Garder entre ${min} et ${max} °C`,
  water: 'Eau',
  oxygen: 'Oxygène',
  air: 'Air',
  noGas: 'sans gaz',
  layers: (n) => (n === 1 ? '1 couche' : `${n} couches`),
  fromTank: (tank) => `du bac ${tank}`,
  sexes: { male: 'mâle', female: 'femelle', pair: 'couple', mixed: 'les deux sexes' },
  inTheWater: 'Dans l’eau',
  openBefore: (town) => `Ouvrir avant, à ${town}`,
  whenItArrives: 'À l’arrivée',
  arrival: {
    dim: 'Baissez la lumière. Regardez à travers le sac fermé et notez ce que vous voyez.',
    shut: 'Gardez-le fermé jusqu’à ce que filet, bac et lumière soient prêts : l’air change son eau aussitôt.',
    noFloat: 'Ne le faites pas flotter : posez-le à côté du bac.',
    byCard: 'Ouvrez-le selon la carte de la caisse ; l’eau du sac n’entre pas dans le bac.',
  },
  heed: {
    asleep: 'Peut arriver endormi : l’eau claire le réveille.',
    still: 'Immobile et pâle n’est pas mort : gardez-le dans le noir et attendez.',
    dyed: 'L’eau est teintée.',
    breathes: 'Film respirant : jamais flotter, jamais sur du plastique.',
    lies: 'Voyage couché.',
    soft: 'Laissé mou : il n’a pas fui.',
  },
  from: 'De',
  to: 'À',
  phone: 'Téléphone',
  liveFish: 'POISSONS VIVANTS',
  thisWayUp: 'Ce côté en haut',
  keepWarmth: 'Craint la chaleur et le froid',
  outOfSun: 'Ni soleil ni gel',
  keepShut: 'Ne pas ouvrir : l’obscurité et l’oxygène les gardent bien',
  urgent: 'URGENT : animaux vivants',
  cancelled: 'ANNULÉ',
  hold: 'À garder au dépôt pour retrait ; appeler à l’arrivée',
  collect: 'Retiré au comptoir ; appeler à l’arrivée',
  toTheDoor: 'Remettre en main propre ; ne jamais laisser dehors',
  late: 'En retard ? Appelez, à toute heure.',
  safeUntil: 'Les poissons sont en sécurité jusqu’au',
  card: {
    title: 'Ouvrir ces poissons',
    bags: (list) => `Sacs ${list}`,
    expected: 'Dans le sac, calculé',
    yours: 'Votre bac',
    temperature: 'Température, °C',
    salinity: 'Salinité',
    guess: 'Ce qui porte ? n’a pas été mesuré : mesurez avant d’ouvrir.',
    recommended: 'Conseillé ici',
    other: 'L’autre école',
    openAt: (min) => `Ouvert après ${min} min`,
    acrossAt: (min) => `au bac après ${min} min`,
    exposure: (m, step) => `${m} minutes-critère d’ammoniac, saut de pH ${step}`,
    doNotTitle: 'Ne pas',
    doNot: [
      'n’ouvrez pas un sac pour regarder, ne soufflez pas d’air dans un sac fermé ;',
      'ne versez pas l’eau du sac dans le bac ;',
      'ne laissez pas un sac ouvert attendre : à l’air, son ammoniac devient toxique ;',
      'ne nourrissez pas le premier soir ; les lumières restent éteintes.',
    ],
    call: 'Quelque chose d’anormal ? Photographiez le sac fermé et appelez',
    measuring: 'Si le sac mesure autre chose que cette carte, ses chiffres ne valent plus : appelez ou recalculez.',
    vet: 'Médicaments et sel seulement selon leur étiquette et la loi locale ; un vétérinaire en sait plus qu’une carte.',
  },
  methods: {
    'float-transfer': {
      name: 'Flotter, puis passer au filet',
      steps: (f) => [
        `Faites flotter les sacs fermés ${f.floatMin} min, à l’ombre, lumières éteintes.`,
        'Ouvrez un sac à la fois et passez les poissons au filet aussitôt.',
        'Comptez selon l’étiquette. Jetez l’eau du sac.',
      ],
    },
    cups: {
      name: 'Verres d’eau du bac',
      steps: (f) => [
        `Faites flotter les sacs fermés ${f.floatMin} min, lumières éteintes.`,
        `Ouvrez et pincez. Toutes les ${f.everyMin} min ${f.cupMl} mL d’eau du bac le long du bord, ${f.cups} fois.`,
        ...again(f, `Videz la moitié dans un seau, puis encore ${f.cups} fois.`),
        `Passez au filet après ${f.transferMin} min en tout. Jetez l’eau du sac.`,
      ],
    },
    drip: {
      name: 'Goutte à goutte',
      steps: (f) => [
        f.film
          ? 'Ne faites pas flotter. Ouvrez et versez tout dans un seau bas.'
          : `Flotter fermé ${f.floatMin} min ; ouvrez et versez tout dans un seau bas.`,
        `Goutte à goutte d’eau du bac : ${f.dropsPerS && `${f.dropsPerS} gouttes par seconde, `}${f.mlPerMin} mL par minute, jusqu’à doubler en ${f.doubleMin} min. Couvrez, gardez au chaud.`,
        ...again(f, 'Videz la moitié et laissez doubler encore une fois.'),
        `Passez au filet après ${f.transferMin} min en tout. N’amorcez jamais un siphon à la bouche.`,
      ],
    },
    scoop: {
      name: 'Neutralisant, puis passer',
      steps: (f) => [
        f.film
          ? 'Ne faites pas flotter. Préparez neutralisant, filet et bac.'
          : `Flotter fermés ${f.floatMin} min. Préparez neutralisant, filet et bac.`,
        'Ouvrez et ajoutez aussitôt le neutralisant d’ammoniac à la plus forte dose de son étiquette. Gants.',
        'Versez poissons et eau dans un récipient bas ; passez les poissons, filet bas.',
        'Jetez l’eau du sac.',
      ],
    },
    degas: {
      name: 'Diffuseur et dilution',
      steps: () => [
        'Suspendez le sac ouvert dans le bac avec un diffuseur doux.',
        'Toutes les 6 min de l’eau du bac le long du bord : un dixième, un septième, un quart, puis la moitié de son eau.',
        'Après 26 min videz presque tout à travers un filet et passez les poissons.',
        'Pompes au-dessus de l’eau ; boucle d’égouttement sur chaque câble.',
      ],
    },
    pinhole: {
      name: 'Accorder le bac, puis passer',
      steps: (f) => [
        'Prenez une goutte par un trou d’épingle, mesurez sa salinité, refermez au ruban.',
        `Amenez le bac de quarantaine à ${f.salinity} avec de l’eau accordée ; remise à niveau coupée.`,
        `Flotter fermés ${f.floatMin} min, ouvrez et passez aussitôt.`,
        'Ramenez la salinité en plusieurs jours, 2 par jour au plus.',
      ],
    },
    staged: {
      name: 'Réchauffer par étapes, puis passer',
      steps: (f) => [
        `Laissez la caisse ouverte dans la pièce ${f.roomMin} min, sacs fermés.`,
        `Puis faites flotter les sacs fermés ${f.floatMin} min.`,
        'Ouvrez et passez les poissons aussitôt. Jetez l’eau du sac.',
      ],
    },
    regas: {
      name: 'Eau neuve et oxygène, puis passer',
      steps: () => [
        'Ouvrez, versez quatre cinquièmes de l’eau à travers une épuisette et ajoutez doucement autant d’eau du bac.',
        'Remplissez aussitôt d’oxygène, fermez et laissez flotter 30 min à l’ombre : pas de flamme à proximité.',
        'Ouvrez et passez les poissons. Jetez l’eau du sac.',
      ],
    },
    straight: {
      name: 'Directement',
      steps: () => [
        'Ouvrez un sac à la fois et passez les poissons aussitôt : les robustes seulement.',
        'Jetez l’eau du sac.',
      ],
    },
  },
  list: {
    title: 'Liste de colisage',
    thanks: 'Merci. Tout ce qui est connu de ces poissons est sur la carte : dites-nous comment ils sont arrivés.',
    what: 'Quoi',
    count: 'Nombre',
    price: 'Prix',
    sum: 'Somme',
    packing: 'Emballage',
    freight: 'Transport',
    total: 'À payer',
    claimTitle: 'Si l’un est mort',
    claim: (h) => [
      `Prévenez-nous dans les ${h} h après la livraison.`,
      'Photographiez-le dans le sac encore fermé, étiquette visible ; puis chacun à côté d’une règle.',
      'Gardez l’eau du sac au frais dans un bocal fermé : elle dit ce qui s’est passé.',
    ],
    approval: 'Agrément de l’emballage',
    insured: 'Assuré pour',
    ownParcel: 'Dans un colis à part',
    companions: 'Avec eux',
  },
  road: {
    collect: (code, place, by) =>
      `${code} : merci de retirer la caisse aujourd’hui, ${place}, avant ${by}. Fermée, debout, à température ambiante ; l’ouvrir à l’ombre.`,
    later: (code, expected, by) =>
      `${code} a du retard : attendue ${expected}. Merci d’être là et de l’ouvrir aussitôt ; les poissons restent dans leurs limites jusqu’à ${by}.`,
  },
};
