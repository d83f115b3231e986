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
    dim: 'Dim the room. Look through the closed bag and write down what you see.',
    shut: 'Keep it closed until net, tank and light are ready. Air changes its water at once.',
    noFloat: 'Do not float it. Stand it in the room beside the tank.',
    byCard: 'Open it by the card in the box. Keep bag water out of the tank.',
  },
  heed: {
    asleep: 'May arrive asleep; clean water wakes it.',
    still: 'Still and pale is not dead: keep it dark, and wait.',
    dyed: 'The water is dyed.',
    breathes: 'Breathing film: never float it, never lay it on plastic.',
    lies: 'Lies on its side.',
    soft: 'Soft on purpose, not leaking.',
  },
  from: 'From',
  to: 'To',
  phone: 'Phone',
  liveFish: 'LIVE FISH',
  thisWayUp: 'This way up',
  keepWarmth: 'Keep from heat and cold',
  outOfSun: 'Out of sun, out of frost',
  keepShut: 'Keep closed: darkness and oxygen keep them well',
  urgent: 'URGENT: living animals',
  cancelled: 'CANCELLED',
  hold: 'Hold at the depot for collection; call on arrival',
  collect: 'Collection at the counter; call on arrival',
  toTheDoor: 'Deliver in person; never leave outside',
  late: 'Late? Call, at any hour.',
  safeUntil: 'The fish are safe until',
  card: {
    title: 'Opening these fish',
    bags: (list) => `Bags ${list}`,
    expected: 'In the bag, computed',
    yours: 'Your tank',
    temperature: 'Temperature, °C',
    salinity: 'Salinity',
    guess: '? means not measured: measure before you open.',
    recommended: 'Recommended here',
    other: 'Other method',
    openAt: (min) => `Opened after ${min} min`,
    acrossAt: (min) => `transfer after ${min} min`,
    exposure: (m, step) => `${m} min at the harmful ammonia level, pH step ${step}`,
    doNotTitle: 'Do not',
    doNot: [
      'do not open a bag to look, and do not blow air into a closed one;',
      'do not pour bag water into the tank;',
      'do not leave an opened bag standing: in air its ammonia turns poisonous;',
      'do not feed on the first evening; lights stay off.',
    ],
    call: 'Something looks wrong? Photograph the closed bag and call',
    measuring: 'If you measure other figures than on this card, it no longer applies: call, or compute again.',
    vet: 'Medicines and salt only by label and local law; ask a veterinarian.',
  },
  methods: {
    'float-transfer': {
      name: 'Float, then net',
      steps: (f) => [
        `Float the closed bags for ${f.floatMin} min, in the shade, lights off.`,
        'Open one bag at a time and net the fish over at once.',
        'Count against the label. Pour the bag water away.',
      ],
    },
    cups: {
      name: 'Cups of tank water',
      steps: (f) => [
        `Float the closed bags for ${f.floatMin} min, lights off.`,
        `Open and clip. Every ${f.everyMin} min ${f.cupMl} mL of tank water down the side, ${f.cups} times.`,
        ...again(f, `Pour off half into a bucket, then ${f.cups} times more.`),
        `Net transfer after ${f.transferMin} min in total. Pour the bag water away.`,
      ],
    },
    drip: {
      name: 'Slow drip',
      steps: (f) => [
        f.film
          ? 'Do not float. Open, and pour all into a low bucket.'
          : `Float closed for ${f.floatMin} min; open, and pour all into a low bucket.`,
        `Drip tank water in: ${f.dropsPerS && `${f.dropsPerS} drops a second, `}${f.mlPerMin} mL a minute, until it has doubled in ${f.doubleMin} min. Cover it, keep it warm.`,
        ...again(f, 'Pour off half and let it double once more.'),
        `Net transfer after ${f.transferMin} min in total. Never start a siphon by mouth.`,
      ],
    },
    scoop: {
      name: 'Binder, then scoop',
      steps: (f) => [
        f.film
          ? 'Do not float. Have binder, net and tank ready.'
          : `Float the closed bags for ${f.floatMin} min. Have binder, net and tank ready.`,
        'Open, and put in ammonia binder at its label’s strongest dose, at once. Gloves.',
        'Pour fish and water into a low container; scoop the fish over, keep the net low.',
        'Pour the bag water away.',
      ],
    },
    degas: {
      name: 'Air stone and dilute',
      steps: () => [
        'Hang the open bag in the tank with a gentle air stone.',
        'Every 6 min tank water down the side: a tenth, a seventh, a quarter, then half of its water.',
        'After 26 min pour most of it off through a net, and tip the fish in.',
        'Pumps stand above the water; drip loops on every cable.',
      ],
    },
    pinhole: {
      name: 'Match the tank, then net',
      steps: (f) => [
        'Take a drop through a pinhole, measure salinity, tape the hole.',
        `Bring the quarantine tank to ${f.salinity} with matched water; top-off stays off.`,
        `Float the closed bags for ${f.floatMin} min, open, and net them over at once.`,
        'Bring the salinity back over days, at most 2 a day.',
      ],
    },
    staged: {
      name: 'Warm in stages, then net',
      steps: (f) => [
        `Stand the box open in the room, bags closed, for ${f.roomMin} min.`,
        `Then float the closed bags for ${f.floatMin} min.`,
        'Open, and net the fish over at once. Pour the bag water away.',
      ],
    },
    regas: {
      name: 'New water and oxygen, then net',
      steps: () => [
        'Open, pour off four fifths of the water through a net, and add as much tank water gently.',
        'Fill with oxygen at once, close, and float in shade for 30 min: no flame near oxygen.',
        'Open, and net the fish across. Pour the bag water away.',
      ],
    },
    straight: {
      name: 'Direct transfer',
      steps: () => [
        'Open one bag at a time and net the fish over at once: hardy ones only.',
        'Pour the bag water away.',
      ],
    },
  },
  list: {
    title: 'Packing list',
    thanks: 'Thank you. The card has everything known about these fish. Please tell us how they arrived.',
    what: 'What',
    count: 'Count',
    price: 'Price',
    sum: 'Total',
    packing: 'Packing',
    freight: 'Freight',
    total: 'To pay',
    claimTitle: 'If one has died',
    claim: (h) => [
      `Tell us within ${h} h of delivery.`,
      'Photograph it in the closed bag with the label; then each one beside a ruler.',
      'Keep the bag water in a closed jar, cool: it shows what happened.',
    ],
    approval: 'Packaging approval',
    insured: 'Insured for',
    ownParcel: 'In a separate parcel',
    companions: 'Also included',
  },
  road: {
    collect: (code, place, by) =>
      `${code}: please collect the box today at ${place}, before ${by}. Keep it closed, upright and at room temperature; open it in shade.`,
    later: (code, expected, by) =>
      `${code} is late; expected on ${expected}. Please be home and open it at once; the fish are safe until ${by}.`,
  },
};
