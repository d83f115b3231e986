import type { CardWords } from './words';

const first = 'Ce sac en premier, et en le touchant le moins possible.';
const apart = 'Dans un bac de traitement à part ; épuisettes et gobelets ne touchent rien d’autre.';
const label = 'Photographiez le sac fermé avec son étiquette.';
const bands = 'Les élastiques tendus sautent aux yeux : tournez le visage.';
const mains = 'Mains mouillées et courant ne vont pas ensemble : boucles d’égouttement et disjoncteur différentiel.';
const closures = {
  bands: ['Roulez les élastiques vers le haut, ou coupez-les sur la torsade.', bands],
  knot: ['Coupez juste sous le nœud avec des ciseaux à bout rond, au-dessus de l’eau.', undefined],
  'knot-bands': ['Roulez les élastiques, puis coupez sous le nœud avec des ciseaux à bout rond.', bands],
  gooseneck: ['Détordez le col replié ; on ne coupe rien.', bands],
} as const;
const handling = {
  ground: 'Posez chacun sur un sol ferme, à l’endroit : renversé, il ne se retourne pas seul.',
  underWater: 'Toujours sous l’eau, jamais à l’air ; peu de lumière, un peu de courant.',
  poured: 'Les alevins se versent : gobelet sous la surface, doucement ; aucune épuisette ne les touche.',
  walkOut: 'Inclinez le récipient sous la surface et laissez-les sortir ; l’épuisette leur arrache les pattes.',
  cup: 'Au gobelet et non à l’épuisette : les épines s’accrochent.',
  hands: 'Soulevez-les à mains propres et mouillées, tête et ventre tenus ; pas d’épuisette.',
  small: 'Les petits un à un au gobelet ou à l’épuisette douce, dans un coin éloigné avec cachette.',
} as const;

export const cardFr: CardWords = {
  steps: {
    place: () => ['Faites flotter les sacs fermés', 'À l’ombre, lumières éteintes. N’ouvrez pas encore.'],
    float: () => ['Ils flottent fermés', 'Le sac se réchauffe ou refroidit à travers le film.'],
    open: (f) => {
      const [how, care] = closures[f.closure];
      const then = {
        'float-transfer': 'Sortez les poissons aussitôt.',
        cups: 'Roulez le bord pour qu’il flotte ouvert.',
        drip: 'Versez tout dans un seau bas, couvrez, gardez au chaud. Amorcez le siphon.',
        scoop: 'Neutralisant d’ammoniac à la plus forte dose de son étiquette, aussitôt.',
        degas: 'Accrochez le sac ouvert dans le bac, avec un bullage doux.',
        pinhole: 'Sortez les poissons aussitôt.',
        staged: 'Sortez les poissons aussitôt.',
        regas: 'Versez la plus grande partie de l’eau à travers une épuisette.',
        straight: 'Ni flottage ni mélange : espèces robustes seulement.',
      }[f.method];
      const also = {
        drip: 'Amorcez le siphon avec une poire ou en remplissant le tuyau : jamais à la bouche.',
        scoop: 'Gants, loin des enfants. Pas de neutralisant réducteur s’il y a du cuivre inconnu dans l’eau.',
        degas: 'Courant et eau : boucle d’égouttement et différentiel ; la pompe au-dessus de l’eau.',
      }[f.method as 'drip'];
      return ['Ouvrez le sac', `${how} ${then}`, [care, also].filter(Boolean).join(' ') || undefined];
    },
    openAgain: () => ['Ouvrez de nouveau', 'Sortez les poissons aussitôt.'],
    net: (f) => [
      'Passez les poissons',
      `${f.count} selon l’étiquette, dans ${f.tank} ; regardez dans le sac vide. Rien de son eau dans le bac. ${f.handling.map((h) => handling[h]).join(' ')}`,
      `Ne coupez que l’adhésif ; pas de lame près du sac. ${mains}`,
    ],
    level: (f) =>
      f.sea
        ? ['Pompes, écumeur et osmolateur arrêtés', 'Marquez le niveau sur la vitre.', 'Débranchez les mains sèches.']
        : [
            'Marquez le niveau du bac',
            'Un bout d’adhésif sur la vitre ; le filtre peut tourner.',
            'Débranchez les mains sèches.',
          ],
    refill: (f) => [
      'Remplissez jusqu’à la marque',
      f.sea
        ? `${f.litres} L de l’eau salée préparée avant. Puis osmolateur, écumeur et pompes en marche.`
        : `${f.litres} L à la même température.`,
    ],
    cup: (f) => [`Versez le gobelet ${f.n}`, `Un gobelet de ${f.ml} mL d’eau du bac, le long du bord.`],
    rest: () => ['Attendez', 'Laissez les poissons tranquilles.'],
    pour: (f) =>
      f.method === 'scoop'
        ? ['Versez dans un récipient bas', 'Poissons et eau ensemble, doucement ; une lampe faible les guide.']
        : ['Versez la moitié', 'Dans un seau, à travers une épuisette. Jamais dans le bac.'],
    rate: (f) => [
      'Réglez le goutte-à-goutte',
      f.drops
        ? `${f.drops} gouttes par seconde, ${f.mlPerMin} mL par minute.`
        : `${f.mlPerMin} mL par minute : plusieurs lignes, ou une cruche chaque minute.`,
    ],
    drip: (f) => ['Laissez goutter', `${f.mlPerMin} mL par minute, jusqu’au double.`],
    look: (f) => ['Vérifiez le goutte-à-goutte', `Il ralentit : de nouveau ${f.mlPerMin} mL par minute.`],
    add: (f) => [`Ajoutez ${f.litres} L d’eau du bac`, 'Le long du bord du sac.'],
    match: (f) => [
      `Amenez la quarantaine à ${f.salinity}`,
      `${f.grams ? `${f.grams} g de sel marin, dissous dans l’eau du bac, lentement.` : f.litres ? `Sortez ${f.litres} L et mettez autant d’eau douce.` : 'Avec de l’eau préparée avant.'} Osmolateur arrêté ; mesurez après dix minutes.`,
    ],
    room: () => ['Laissez la boîte ouverte dans la pièce', 'Sacs fermés, couvercle ôté ; ni soleil ni radiateur.'],
    warm: (f) => ['Laissez tiédir', `${f.cPerH} °C par heure au plus ; si cela va plus vite, remettez le couvercle.`],
    water: (f) => [`Ajoutez ${f.litres} L d’eau du bac`, 'Doucement, le long du bord.'],
    oxygen: () => [
      'Oxygène aussitôt, et fermez',
      'Autant de parts d’oxygène qu’avant.',
      'Oxygène : ni flamme ni graisse, la bouteille debout et enchaînée, la vanne lentement. Selon les règles du lieu.',
    ],
    empty: () => ['Videz le récipient', 'Avant le sac suivant : on ne mélange jamais les eaux de deux origines.'],
    dim: (f) => [
      `Éteignez la lumière de ${f.tank}`,
      'Une lampe faible pour les mains. Si des poissons y vivent déjà, nourrissez-les avant.',
    ],
    ready: () => [
      'Préparez le bain',
      'Un seau d’eau du bac avec le bain, selon l’étiquette ; un second d’eau propre du bac pour rincer.',
      'Gants et lunettes : certains coraux sont toxiques pour la peau et les yeux.',
    ],
    dip: () => [
      'Baignez les coraux',
      'Dans un seau d’eau du bac, selon l’étiquette du bain ; remuez, regardez ce qui tombe, rincez à l’eau propre du bac.',
      'Gants et lunettes : certains coraux sont toxiques pour la peau et les yeux. Le bain selon son étiquette, jamais dans le bac.',
    ],
    sample: (f) =>
      f.n === 10
        ? [
            'Prenez-en dix comme échantillon',
            'Dix dans une coupelle d’eau du bac : combien de nageoires abîmées, quelle longueur ? Écrivez-le dans les remarques du sac.',
          ]
        : ['Échantillon par un trou d’aiguille', 'Mesurez la salinité, fermez le trou à l’adhésif.'],
    after: (f) => [
      'Couvrez le bac',
      `${f.jumpers ? 'Ils sautent : couvercle ou serviette sur tout' : 'Une serviette sur la vitre'}, peu de lumière un jour ou deux. L’eau du sac à l’égout, épuisettes et gobelets au désinfectant.`,
      'Désinfectant : gants, rincez bien, rien dans le bac.',
    ],
  },
  signs: {
    side: 'sur le côté',
    fast: 'respire vite',
    still: 'immobile et pâle',
    torn: 'nageoire ou écaille blessée',
    spots: 'points ou poussière',
    fuzz: 'mousse ou plaies',
    cloudy: 'eau trouble',
    slime: 'eau visqueuse',
    flat: 'sac mou',
    leaked: 'a fui',
    dyed: 'eau colorée',
    fewer: 'moins que sur l’étiquette',
    stowaway: 'un passager clandestin',
    other: 'pas ce qui était commandé',
    oneLayer: 'un sac',
    twoLayers: 'deux sacs, l’un dans l’autre',
    threeLayers: 'trois sacs',
    waterThird: 'un tiers d’eau',
    waterHalf: 'moitié eau',
    waterMost: 'presque tout en eau',
    paperRound: 'emballé de papier',
    coverIn: 'cachette pour les poissons dedans',
    lidPack: 'chaufferette sous le couvercle',
    bagPack: 'chaufferette contre un sac',
    noPack: 'sans chaufferette',
    foam: 'mousse tout autour',
    noFoam: 'sans mousse',
    noCopper: 'pas de cuivre dans l’eau',
    copper: 'cuivre dans l’eau',
    copperUnknown: 'personne ne sait pour le cuivre',
    warmPacks: 'chaufferettes encore chaudes',
    coldPacks: 'chaufferettes froides',
    wetPaper: 'papier mouillé',
    crushed: 'écrasée ou ouverte',
  },
  so: {
    side: first,
    fast: first,
    still:
      'Immobile et pâle dans un sac mou n’est pas mort : ne le touchez pas. Beaucoup vont bien minutes après la sortie.',
    torn: 'Soulevez-le à la main ou au gobelet, pas à l’épuisette.',
    spots: apart,
    fuzz: apart,
    cloudy: 'L’ammoniac est élevé : hors de cette eau bientôt, une fois ouvert.',
    flat: 'L’oxygène est peut-être épuisé : ce sac en premier.',
    leaked: 'Il reste peu d’eau : ce sac en premier.',
    dyed: 'Quelque chose fut ajouté : demandez quoi, et n’ajoutez rien par-dessus.',
    fewer: label,
    other: label,
    stowaway: 'En quarantaine, pas dans le bac principal.',
    bagPack: 'Contre les sacs elles brûlent ou étouffent : dites-le à l’expéditeur.',
    copper: 'Pas de neutralisant réducteur dans cette eau ; escargots, crevettes, crabes et coraux dehors bientôt.',
    copperUnknown:
      'Demandez à l’expéditeur s’il y a du cuivre, et lequel ; d’ici là pas de neutralisant réducteur dans cette eau.',
    wetPaper: 'Un sac fuit : cherchez lequel.',
    crushed: 'Photographiez-la avant d’en sortir quoi que ce soit : le transporteur le demande.',
  },
  figures: {
    tempC: 'Eau, °C',
    pH: 'pH',
    khDkh: 'KH, °d',
    ghDgh: 'GH, °d',
    salinity: 'Salinité',
    tanMgNL: 'Ammonium total, mg N/L',
    oxygenMgL: 'Oxygène, mg/L',
    tdsMgL: 'Dissous, mg/L',
    alive: 'Vivants',
    dead: 'Morts',
    tornFins: 'Nageoires abîmées, sur dix',
    lengthCm: 'Longueur, cm',
    doubtful: 'Douteux',
  },
  paths: {
    weak: 'Ils sont faibles : en premier, et en les touchant le moins possible.',
    ill: 'Ils montrent une maladie : dans un bac de traitement à part, en les touchant le moins possible.',
    drugged: 'Ils sont dans une eau avec sédatif : bientôt dans une eau claire, quoi que pèse le reste.',
  },
  looks: [
    'Dans une demi-heure, de loin : droits, souffle calme, personne de poursuivi.',
    'Le soir, lumière basse : qui se cache, qui reste en surface, qui est mordu ? Rien à manger aujourd’hui.',
    'Après deux jours : serviette ôtée, lumière peu à peu. Mangent-ils ? Ammonium et nitrite à 0 ?',
  ],
  box: {
    air: 'Air entre les sacs, °C',
    title: 'La boîte',
    here: 'La boîte est là',
    since: (t) => `Là depuis ${t}`,
    slip: 'C’était une erreur',
    earlier: 'Elle est arrivée à',
    ask: 'Que voit-on dans la boîte ?',
  },
  film: {
    packed: 'Comment c’était emballé',
    title: 'À travers le sac fermé',
    hint: 'Regardez, comptez et photographiez avant d’ouvrir. Immobile et pâle n’est pas mort : ne le touchez pas.',
    label: (n) => `${n} selon l’étiquette`,
    computed: (t, pH) => `calculé ${t} °C, pH ${pH}`,
    measure: 'Ce que vous avez mesuré',
    note: 'Remarques',
    photo: 'Photographier',
    photos: (n) => (n === 1 ? '1 photo' : `${n} photos`),
    full: 'Ce navigateur ne garde plus de photos : envoyez ce qu’il y a.',
    noPicture: 'Ce fichier n’est pas une image.',
  },
  ask: {
    number: 'Écrivez un nombre.',
    between: (min, max) => `Entre ${min} et ${max}.`,
    odd: (what, value) => `${what} : ${value}. Est-ce juste ? Relisez, ou gardez.`,
    sum: (counted, n) => `${counted} comptés, ${n} selon l’étiquette.`,
    isSo: 'C’est juste',
  },
  tank: {
    title: (name) => `Votre bac ${name}`,
    hint: 'Comme vous l’avez dit à l’expéditeur. Écrivez ce que vous mesurez, et tout est recalculé.',
    guessed: 'pas encore mesuré',
  },
  ways: {
    title: 'Comment ouvrir',
    simplest: 'Elle demande le moins de mains, et rien n’approche de ce qu’ils supportent.',
    either: 'Les deux pèsent autant ici : prenez celle que vous connaissez.',
    least: (way) => `${way} : pèse le moins ici.`,
    start: 'Commencer',
    others: 'Autres manières',
    hands: (m) => `${m} min de mains`,
    ammonia: 'Ammoniac, × critère·min',
    phStep: 'Saut de pH en 5 min',
    until: 'Passés après',
    minutes: (n) => `${n} min`,
    contradiction: 'pH et dureté carbonatée ne peuvent être justes tous deux : mesurez de nouveau.',
    stops: {
      sea: (tank) => `Arrêt. ${tank} est de l’eau de mer ; ces animaux vivent en eau douce.`,
      fresh: (tank) => `Arrêt. ${tank} n’est pas assez salé ; ces animaux vivent en mer.`,
      cold: (tank, t, limit) => `Arrêt. ${tank} est à ${t} °C ; ils supportent ${limit} °C ou plus pendant un jour.`,
      warm: (tank, t, limit) => `Arrêt. ${tank} est à ${t} °C ; ils supportent au plus ${limit} °C pendant un jour.`,
      ammonia: (tank, tan, limit) =>
        `Arrêt. ${tank} contient ${tan} mg/L d’ammoniaque ; plus de ${limit} nuit. Changez d’abord l’eau.`,
      nitrite: (tank, mg, limit) =>
        `Arrêt. ${tank} contient ${mg} mg/L de nitrite ; plus de ${limit} nuit. Changez d’abord l’eau.`,
      because: 'Commencer quand même, parce que',
    },
  },
  run: {
    title: 'En cours',
    done: (what) => `Fait : ${what}`,
    skip: 'Continuer sans attendre',
    then: (what) => `puis : ${what}`,
    pause: 'Pause',
    goOn: 'Reprendre',
    back: 'Annuler le dernier appui',
    stop: 'Arrêter',
    stopSure: 'Arrêter cette suite ? Ses sacs attendent de nouveau.',
    round: 'Un tour de plus',
    waits: 'attend vos mains',
    waited: (m) => `attend vos mains depuis ${m} min`,
    now: (t, pH) => `Maintenant, calculé ${t} °C, pH ${pH}.`,
    again: 'encore',
    readAt: (t) => `Mesuré de nouveau à ${t} : la suite repart de là.`,
    notNear: (t, pH) => `À la fin encore ${t} °C et pH ${pH} d’écart avec l’aquarium : un tour de plus.`,
    enough: 'Assez proche : ils peuvent passer.',
    across: 'Ils sont passés',
    soundOn: 'Avec son',
    soundOff: 'Sans son',
    lightsDown: 'Baisser la lumière',
    lightsUp: 'Remonter la lumière',
  },
  end: {
    title: 'Ce qui est arrivé',
    left: (bags) => `Encore à ouvrir : ${bags}.`,
    all: 'Tout est passé.',
    finish: 'Tout est fait',
    finished: (t) => `Terminé ${t}`,
    remarks: 'Ce que l’expéditeur devrait savoir aussi',
    hours: (h) => `${h} h dans le sac`,
    save: 'Enregistrer le fichier pour l’expéditeur',
    share: 'Envoyer',
    codes: 'Montrer en codes',
    codeOf: (n, total) => `Code ${n} sur ${total}`,
    hold: 'L’expéditeur les lit avec « Scan », l’un après l’autre. Les photos ne voyagent que dans le fichier.',
    copy: 'Copier en texte',
    copied: 'Copié : collez-le dans un message.',
    why: 'Il dit ce qui s’est vraiment passé : les chiffres de l’expéditeur en apprennent.',
    claim: (h) =>
      `Si certains sont morts : dites-le à l’expéditeur dans les ${h} h après la livraison, avec une photo du sac fermé et de son étiquette.`,
    looks: 'Regardez encore',
  },
  page: {
    shut: (t) => `Fermés ${t}`,
    expected: (t) => `attendu ${t}`,
    keeps: 'Ce que vous écrivez reste dans ce navigateur, même fermé ou sans réseau.',
    loses: 'Ce navigateur ne garde rien : laissez la page ouverte jusqu’à l’enregistrement du fichier.',
    clear: 'Effacer tout ce qui fut écrit',
    clearSure: 'Effacer tout ce qui fut écrit sur cette carte ?',
    language: 'Langue',
    noneAlive: 'aucun vivant',
    mains,
  },
};
