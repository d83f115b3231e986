/**
 * Who may do what, in one list: every page, route and action of the house by its name, with the least role that may. What
 * stands in no list is the owner’s alone. Pure, so that a test can hold it against everything that a build has.
 */

export const roles = ['looker', 'helper', 'owner'] as const;
export type Role = (typeof roles)[number];
/** Least role; `anyone` needs no session. */
export type Least = Role | 'anyone';

export const atLeast = (role: Role | null, least: Least): boolean =>
  least === 'anyone' || (role !== null && roles.indexOf(role) >= roles.indexOf(least));

/**
 * Pages and routes as the build names them. Lookers and helpers get the pages that hold neither prices nor addresses of
 * others: Bench, packing, arrival, quarantine, tanks and their readings.
 */
export const routes: Readonly<Record<string, Least>> = {
  '/': 'looker',
  '/week': 'looker',
  '/search': 'looker',
  '/species': 'looker',
  '/scan': 'looker',
  '/quick': 'looker',
  '/glossary': 'looker',
  '/more': 'looker',
  '/arrivals': 'looker',
  '/at/[...code]': 'looker',
  '/tanks': 'looker',
  '/tanks/[id]': 'looker',
  '/tanks/[id]/card': 'looker',
  '/consignments': 'looker',
  '/consignments/[code]': 'looker',
  '/consignments/[code]/send': 'looker',
  '/consignments/[code]/receive': 'looker',
  '/consignments/[code]/quarantine': 'looker',
  '/consignments/[code]/run': 'looker',
  '/consignments/[code]/pack': 'looker',
  '/consignments/[code]/scale': 'helper',
  '/evening': 'looker',
  '/quarantine': 'looker',
  '/quarantine/[id]': 'looker',
  '/arrivals/new': 'helper',
  '/consignments/[code]/losses': 'helper',
  '/consignments/[code]/chance': 'looker',
  '/photos/[hash]': 'looker',
  '/photos': 'helper',
  '/changes': 'looker',
  '/queue': 'helper',
  '/journal': 'helper',
  // The secret key in its address guards the calendar.
  '/calendar.ics': 'anyone',
  '/health': 'anyone',
  '/door': 'anyone',
  '/door/enter': 'anyone',
  '/door/leave': 'anyone',
  '/door/certificate': 'anyone',
  '/icon.svg': 'anyone',
  '/manifest.webmanifest': 'anyone',
  '/offline': 'anyone',
  '/_not-found': 'looker',
  '/_global-error': 'anyone',
  // The logbook holds prices and addresses; practice holds neither.
  '/logbook': 'owner',
  '/logbook/[code]': 'owner',
  '/logbook/compare': 'owner',
  '/logbook/export': 'owner',
  '/logbook/held': 'owner',
  '/logbook/learned': 'owner',
  '/logbook/pays': 'owner',
  '/practice': 'looker',
  '/practice/[id]': 'looker',
  '/practice/[id]/export': 'looker',
  '/certificates': 'owner',
  '/certificates/[number]': 'owner',
  '/consignments/export': 'owner',
  '/consignments/new': 'owner',
  '/consignments/[code]/order': 'owner',
  '/consignments/[code]/fast': 'owner',
  '/consignments/[code]/bag': 'owner',
  '/consignments/[code]/heat': 'owner',
  '/consignments/[code]/box': 'owner',
  '/consignments/[code]/export': 'owner',
  '/consignments/[code]/confirmation': 'owner',
  '/consignments/[code]/papers': 'owner',
  '/consignments/[code]/card': 'owner',
  '/consignments/[code]/papers/pdf': 'helper',
  '/papers/[day]': 'owner',
  '/plan/[press]': 'owner',
  '/settings': 'owner',
  '/settings/people': 'owner',
  '/settings/data': 'owner',
  '/settings/data/backup': 'owner',
  '/species/assumptions': 'owner',
  '/supplies': 'owner',
  '/supplies/figures': 'owner',
  '/supplies/shopping': 'owner',
  '/tanks/export': 'owner',
  '/tanks/import': 'owner',
  '/[kind]': 'owner',
  '/[kind]/export': 'owner',
  '/[kind]/import': 'owner',
  '/[kind]/[id]': 'owner',
};

/** Papers that hold no price: what a helper may print. */
const HELPERS_PAPERS: readonly string[] = ['bags', 'boxes', 'card', 'cutting'];

/** Whether an address asks for such papers alone, and by name: what names none is everything that goes with a box. */
const isForHelpers = (kinds: readonly string[]): boolean =>
  kinds.length === 1 && kinds[0]!.split(',').every((k) => HELPERS_PAPERS.includes(k));

/** Files of the program itself, the same for everybody: a door must be able to draw itself. */
const PROGRAM = /^\/(_next\/static\/|icons\/|fonts\/|sw\.js$)/;

const patterns = Object.entries(routes)
  .map(([route, least]) => ({
    least,
    route,
    // A named part before one that stands for anything.
    loose: (route.match(/\[/g) ?? []).length,
    at: new RegExp(
      `^${route
        .replaceAll('.', '\\.')
        .replace(/\[\\.\\.\\.\w+\]/g, '.+')
        .replace(/\[\w+\]/g, '[^/]+')}$`,
    ),
  }))
  .sort((a, b) => a.loose - b.loose);

/** The least role that may ask for a path. */
export function leastForPath(path: string, search: URLSearchParams = new URLSearchParams()): Least {
  if (PROGRAM.test(path)) return 'anyone';
  const found = patterns.find((p) => p.at.test(path));
  if (!found) return 'owner';
  if (found.route.endsWith('/papers/pdf') && !isForHelpers(search.getAll('kinds'))) return 'owner';
  return found.least;
}

/** Server actions by name. */
export const actions: Readonly<Record<string, Least>> = {
  wasDone: 'looker',
  // Packing. What hands press goes through the queue (`server/queue/deeds.ts`).
  recordEvent: 'helper',
  askPlanB: 'helper',
  recordScan: 'helper',
  takeBackScan: 'helper',
  openTwin: 'helper',
  readTwin: 'helper',
  askCarrier: 'helper',
  takeOutcome: 'owner',
  askOtherSets: 'helper',
  takeSet: 'helper',
  takeBackPack: 'helper',
  readDevice: 'helper',
  // Arrival and quarantine.
  boxHasCome: 'helper',
  askWays: 'helper',
  setWays: 'helper',
  startRun: 'helper',
  stopRun: 'helper',
  openQuarantine: 'helper',
  tellQuarantine: 'helper',
  strikeEntry: 'helper',
  setQuarantinePlan: 'helper',
  keepQuarantinePlan: 'owner',
  dropQuarantinePlan: 'owner',
  changeDuty: 'helper',
  releaseTank: 'helper',
  endQuarantine: 'helper',
  bringTowards: 'helper',
  askLitres: 'looker',
  askRelease: 'looker',
  moveIn: 'helper',
  finishArrival: 'helper',
  tellCertificate: 'helper',
  takeAsSeen: 'helper',
  goOnArriving: 'helper',
  leave: 'helper',
  saveReading: 'helper',
  strikeReading: 'helper',
  keepPlay: 'helper',
  // Everything else changes plans, records, prices or the house.
  saveOrder: 'owner',
  checkOrder: 'owner',
  cancelOrder: 'owner',
  reviveOrder: 'owner',
  countAsMeasured: 'owner',
  duplicate: 'owner',
  findReceivers: 'owner',
  saveBags: 'owner',
  saveBoxes: 'owner',
  tick: 'owner',
  weigh: 'owner',
  findBoxes: 'owner',
  undoChange: 'owner',
  bringBackGood: 'owner',
  putAway: 'owner',
  importConsignment: 'owner',
  moveDay: 'owner',
  hold: 'owner',
  release: 'owner',
  saveFast: 'owner',
  setPractises: 'owner',
  changeBox: 'owner',
  saveRoad: 'owner',
  saveTest: 'owner',
  keepLogger: 'owner',
  readLoggerDevice: 'owner',
  strikeTrace: 'owner',
  tellLater: 'owner',
  takeLaterBack: 'owner',
  acceptLearned: 'owner',
  undoLearned: 'owner',
  keepCrate: 'owner',
  dropCrate: 'owner',
  practisePast: 'owner',
  importForecast: 'owner',
  refreshForecast: 'owner',
  typeForecast: 'owner',
  setLanguage: 'owner',
  saveFreight: 'owner',
  issueCertificate: 'owner',
  setLabelPaper: 'owner',
  comparePlans: 'owner',
  takePlan: 'owner',
  saveRecord: 'owner',
  addSpecies: 'owner',
  removeRecord: 'owner',
  restoreRecord: 'owner',
  archiveRecord: 'owner',
  undoRecord: 'owner',
  importCsv: 'owner',
  undoImport: 'owner',
  saveProfile: 'owner',
  setUnits: 'owner',
  setKeys: 'owner',
  setMeasures: 'owner',
  setAssumption: 'owner',
  keepBackupNow: 'owner',
  renewFeed: 'owner',
  moveCount: 'owner',
  setCount: 'owner',
  invite: 'owner',
  closeInvitations: 'owner',
  setPassphrase: 'owner',
  setRole: 'owner',
  endSession: 'owner',
  sendAway: 'owner',
  setRoom: 'owner',
};
export const leastForAction = (name: string): Least => (Object.hasOwn(actions, name) ? actions[name]! : 'owner');
