import type { Calendar } from '@/core/calendar/schema';
import type { Consignment } from '@/core/consignment/schema';
import type { Db } from './db/db';
import { openDatabase } from './db/open';
import { certificateRepository, type CertificateRepository } from './db/certificates';
import { benchRepository, type BenchRepository } from './db/bench';
import { arrivalRepository, type ArrivalRepository } from './db/arrivals';
import { demandRepository, type DemandRepository } from './db/demand';
import { factRepository, type FactRepository } from './db/facts';
import { consignmentRepository, type ConsignmentRepository } from './db/consignments';
import { recordRepository, type RecordRepository } from './db/records';
import { ledgerRepository, type LedgerRepository } from './db/ledger';
import { nowMs } from './clock';
import { changes, type Changes } from './changes';
import { journalRepository, type JournalRepository } from './db/journal';
import type { Hand } from './db/hand';
import { peopleRepository, type PeopleRepository } from './db/people';
import { pendingPredictionRepository, type PendingPredictionRepository } from './db/pending-predictions';
import { logbookRepository, type LogbookRepository } from './db/logbook';
import { practiceRepository, type PracticeRepository } from './db/practice';
import { quarantineRepository, type QuarantineRepository } from './db/quarantines';
import { receiptRepository, type ReceiptRepository } from './db/receipts';
import { watchFile } from './db/watch';
import { calendarOf } from './records/holidays';
import { askAnew } from './stock/demand';
import { seedRecords } from './records/seed';
import { shelvesOf } from './records/shelves';
import { withLearned } from './logbook/with-learned';
import { firstPlan, type Thinker } from './jobs/work';
import type { Shelves } from '@/server/consignment/result';

/** A running fish room: its database and its clock. Every use case takes one. */
export interface House {
  db: Db;
  /** Where its data lie; null for one that lives in memory. */
  folder: string | null;
  consignments: ConsignmentRepository;
  facts: FactRepository;
  demand: DemandRepository;
  arrivals: ArrivalRepository;
  quarantines: QuarantineRepository;
  logbook: LogbookRepository;
  practice: PracticeRepository;
  records: RecordRepository;
  ledger: LedgerRepository;
  bench: BenchRepository;
  receipts: ReceiptRepository;
  owed: PendingPredictionRepository;
  certificates: CertificateRepository;
  people: PeopleRepository;
  deeds: JournalRepository;
  /** Tells every open screen that something has changed. */
  changes: Changes;
  hand: Hand;
  /** Why nothing can be written any more, where the data folder has gone or was replaced; null while it is there. */
  gone: () => string | null;
  nowMs: () => number;
  nowIso: () => string;
  /** What plans may choose from: the house's own bags, boxes, packs and services. */
  shelves: () => Shelves;
  /** To be called after a change to supplies or services; evaluations kept from before are then stale. */
  shelvesChanged: () => void;
  shelfStamp: number;
  calendar: (c: Consignment) => Calendar;
  /** Runs behind the chance that is stored with every change; the open page refines it. */
  draws: number;
  /** Where heavy work is done, so that a save answers first and its figures follow; null does it at once. */
  thinker: Thinker | null;
  /** How the first plan of an order is made where no thinker has made it before. */
  firstPlan: typeof firstPlan;
}

/** An answer can be asked for again this long. */
const RECEIPT_DAYS = 3;

/** Opens the data of a house, or one in memory `from` a serialized one; its shelves are read once and again after every change to them. */
export function openHouse(
  folder: string | null,
  clock: () => number = nowMs,
  draws = 200,
  thinker: Thinker | null = null,
  { from = null, firstPlan: plan = firstPlan }: { from?: Buffer | null; firstPlan?: typeof firstPlan } = {},
): House {
  const db = openDatabase(folder, from);
  const hand: Hand = { by: '' };
  const records = recordRepository(db, hand);
  const facts = factRepository(db, hand);
  const consignments = consignmentRepository(db, records, facts, hand);
  const arrivals = arrivalRepository(db, hand);
  const logbook = logbookRepository(db, hand);
  let shelves: Shelves | null = null;
  const house: House = {
    db,
    folder,
    hand,
    consignments,
    facts,
    demand: demandRepository(db),
    arrivals,
    quarantines: quarantineRepository(db, hand),
    logbook,
    practice: practiceRepository(db, hand),
    records,
    ledger: ledgerRepository(db, hand),
    bench: benchRepository(db),
    receipts: receiptRepository(db),
    owed: pendingPredictionRepository(db),
    certificates: certificateRepository(db, hand),
    people: peopleRepository(db),
    deeds: journalRepository(db, hand),
    changes: changes(),
    gone: watchFile(folder),
    nowMs: clock,
    nowIso: () => new Date(clock()).toISOString(),
    shelves: () => (shelves ??= withLearned(shelvesOf(records), logbook.learned())),
    shelvesChanged: () => {
      shelves = null;
      house.shelfStamp++;
    },
    shelfStamp: 0,
    calendar: calendarOf,
    draws,
    thinker,
    firstPlan: plan,
  };
  house.receipts.prune(new Date(clock() - RECEIPT_DAYS * 864e5).toISOString());
  seedRecords(house);
  askAnew(house);
  return house;
}

/** The fish room's own name, place and water: what a new consignment starts from. */
export interface Profile {
  name: string;
  address: string;
  phone: string;
  place: Consignment['sender']['place'];
  /** What goes with every box: permit numbers, terms, a line for the buyer. */
  papers?: string;
  /** Licence of the sender, for certificates of origin. */
  licence?: string;
  /** Money of the house, ISO 4217; euro where absent. */
  currency?: string;
}

const PROFILE = 'profile';
const unnamed: Profile = {
  name: 'My fish room',
  address: '',
  phone: '',
  place: { name: 'Leeds', lat: 53.8, lon: -1.55, zone: 'Europe/London', country: 'GB' },
};

export function profileOf(house: House): Profile {
  const stored = house.arrivals.setting(PROFILE);
  return stored ? (JSON.parse(stored) as Profile) : unnamed;
}

/** Money of the house, ISO 4217. */
export const currencyOf = (house: House): string => profileOf(house).currency ?? 'EUR';

/** The first sender that is typed becomes the fish room, until it is set otherwise. */
export function adoptProfile(house: House, sender: Profile): void {
  if (house.arrivals.setting(PROFILE) === null) keepProfile(house, sender);
}

export const keepProfile = (house: House, profile: Profile): void =>
  house.arrivals.setSetting(PROFILE, JSON.stringify(profile));
