import { again, type Words } from './words';

export const en: Words = {
  tag: 'en-GB',
  name: 'English',
  bagOf: (n, of) => `bag ${n} of ${of}`,
  boxOf: (n, of) => `box ${n} of ${of}`,
  keepAt: (min, max) => `Keep at ${min} to ${max} °C`,
  water: 'Water',
  oxygen: 'Oxygen',
  air: 'Air',
  noGas: 'no gas',
  layers: (n) => (n === 1 ? '1 layer' : `${n} layers`),
  fromTank: (tank) => `from tank ${tank}`,
  sexes: { male: 'male', female: 'female', pair: 'pair', mixed: 'both sexes' },
  inTheWater: 'In the water',
  openBefore: (town) => `Open before, in ${town}`,
  whenItArrives: 'When it arrives',
  arrival: {
    dim: 'Dim the room. Look through the shut bag, and write down what you see.',
    shut: 'Keep it shut until net, tank and light are ready: air changes its water at once.',
    noFloat: 'Do not float it: stand it in the room beside the tank.',
    byCard: 'Open it by the card in the box; the bag water stays out of the tank.',
  },
  heed: {
    asleep: 'May arrive asleep: clean water wakes it.',
    still: 'Still and pale is not dead: keep it dark, and wait.',
    dyed: 'The water is dyed.',
    breathes: 'Breathing film: never float it, never lay it on plastic.',
    lies: 'Lies on its side.',
    soft: 'Left soft: it has not leaked.',
  },
  from: 'From',
  to: 'To',
  phone: 'Phone',
  liveFish: 'LIVE FISH',
  thisWayUp: 'This way up',
  keepWarmth: 'Keep from heat and from cold',
  outOfSun: 'Out of sun, out of frost',
  keepShut: 'Keep shut: dark and oxygen keep them well',
  urgent: 'URGENT: living animals',
  hold: 'Hold at the depot for collection; call on arrival',
  collect: 'To be collected at the counter; call on arrival',
  toTheDoor: 'Hand over in person; never leave outside',
  late: 'Late? Call, at any hour.',
  safeUntil: 'The fish are safe until',
  card: {
    title: 'Opening these fish',
    bags: (list) => `Bags ${list}`,
    expected: 'In the bag, as computed',
    yours: 'Your tank',
    temperature: 'Temperature, °C',
    salinity: 'Salinity',
    guess: 'What has a ? was not measured: measure before you open.',
    recommended: 'Recommended here',
    other: 'The other school',
    openAt: (min) => `Opened after ${min} min`,
    acrossAt: (min) => `across after ${min} min`,
    exposure: (m, step) => `${m} criterion-minutes of ammonia, pH step ${step}`,
    doNotTitle: 'Do not',
    doNot: [
      'do not open a bag to look, and do not blow air into a shut one;',
      'do not pour bag water into the tank;',
      'do not leave an opened bag standing: with air, its ammonia turns poisonous;',
      'do not feed on the first evening; lights stay off.',
    ],
    call: 'Something looks wrong? Photograph the shut bag and call',
    measuring:
      'If the bag reads otherwise than this card, the figures on this card no longer hold: call, or compute anew.',
    vet: 'Medicines and salt only by their label and local law; a veterinarian knows more than any card.',
  },
  methods: {
    'float-transfer': {
      name: 'Float, then net across',
      steps: (f) => [
        `Float the shut bags for ${f.floatMin} min, in the shade, lights off.`,
        'Open one bag at a time and net the fish across at once.',
        'Count against the label. Pour the bag water away.',
      ],
    },
    cups: {
      name: 'Cups of tank water',
      steps: (f) => [
        `Float the shut bags for ${f.floatMin} min, lights off.`,
        `Open and clip. Every ${f.everyMin} min ${f.cupMl} mL of tank water down the side, ${f.cups} times.`,
        ...again(f, `Pour off half into a bucket, then ${f.cups} times more.`),
        `Net across after ${f.transferMin} min in all. Pour the bag water away.`,
      ],
    },
    drip: {
      name: 'Slow drip',
      steps: (f) => [
        f.film
          ? 'Do not float. Open, and pour all into a low bucket.'
          : `Float shut for ${f.floatMin} min; open, and pour all into a low bucket.`,
        `Drip tank water in: ${f.dropsPerS && `${f.dropsPerS} drops a second, `}${f.mlPerMin} mL a minute, until it has doubled in ${f.doubleMin} min. Cover it, keep it warm.`,
        ...again(f, 'Pour off half and let it double once more.'),
        `Net across after ${f.transferMin} min in all. Never start a siphon by mouth.`,
      ],
    },
    scoop: {
      name: 'Binder, then scoop across',
      steps: (f) => [
        f.film
          ? 'Do not float. Have binder, net and tank ready.'
          : `Float the shut bags for ${f.floatMin} min. Have binder, net and tank ready.`,
        'Open, and put in ammonia binder at the strongest dose of its label, at once. Gloves.',
        'Pour fish and water into a low container; scoop the fish across, keep the net low.',
        'Pour the bag water away.',
      ],
    },
    degas: {
      name: 'Air stone and dilute',
      steps: () => [
        'Hang the open bag in the tank with a gentle air stone.',
        'Every 6 min tank water down the side: a tenth, a seventh, a quarter, then half of its water.',
        'After 26 min pour most of it off through a net, and tip the fish across.',
        'Pumps stand above the water; drip loops on every cable.',
      ],
    },
    pinhole: {
      name: 'Match the tank, then across',
      steps: (f) => [
        'Take a drop through a pinhole, measure its salinity, close the hole with tape.',
        `Bring the quarantine tank to ${f.salinity} with matched water; top-off stays off.`,
        `Float the shut bags for ${f.floatMin} min, open, and net across at once.`,
        'Bring the salinity back over days, by 2 a day at most.',
      ],
    },
    staged: {
      name: 'Warm in stages, then across',
      steps: (f) => [
        `Stand the box open in the room, bags shut, for ${f.roomMin} min.`,
        `Then float the shut bags for ${f.floatMin} min.`,
        'Open, and net the fish across at once. Pour the bag water away.',
      ],
    },
    regas: {
      name: 'New water and oxygen, then across',
      steps: () => [
        'Open, pour off four fifths of the water through a net, and add as much tank water gently.',
        'Fill with oxygen at once, close, and float in shade for 30 min: no flame near oxygen.',
        'Open, and net the fish across. Pour the bag water away.',
      ],
    },
    straight: {
      name: 'Straight in',
      steps: () => [
        'Open one bag at a time and net the fish across at once: hardy ones only.',
        'Pour the bag water away.',
      ],
    },
  },
  list: {
    title: 'Packing list',
    thanks:
      'Thank you. Everything that was known of these fish is on the card: we would like to hear how they arrived.',
    what: 'What',
    count: 'Count',
    price: 'Price',
    sum: 'Sum',
    packing: 'Packing',
    freight: 'Freight',
    total: 'To pay',
    claimTitle: 'If one has died',
    claim: (h) => [
      `Tell us within ${h} h of delivery.`,
      'Photograph it in the bag, still shut, with its label in the picture; then each one beside a ruler.',
      'Keep the bag water in a closed jar in the cool: it tells what happened.',
    ],
    approval: 'Packaging approval',
    insured: 'Insured for',
    ownParcel: 'In a parcel of its own',
    companions: 'Along with them',
  },
  road: {
    collect: (code, place, by) =>
      `${code}: please collect the box today at ${place}, before ${by}. Keep it shut, upright and at room warmth; open it in the shade.`,
    later: (code, expected, by) =>
      `${code} is late: it is expected on ${expected}. Please be there and open it at once; the fish are within their limits until ${by}.`,
  },
};
