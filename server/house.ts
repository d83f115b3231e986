import { openDatabase, type Db } from './db/open';
import { arrivalRepository, type ArrivalRepository } from './db/arrivals';
import { consignmentRepository, type ConsignmentRepository } from './db/consignments';
import { nowMs } from './clock';

/** A running fish room: its database and its clock. Every use case takes one. */
export interface House {
  db: Db;
  consignments: ConsignmentRepository;
  arrivals: ArrivalRepository;
  nowMs: () => number;
  nowIso: () => string;
  /** Runs behind the chance that is stored with every change; the open page refines it. */
  draws: number;
}

export function openHouse(folder: string | null, clock: () => number = nowMs, draws = 200): House {
  const db = openDatabase(folder);
  return {
    db,
    consignments: consignmentRepository(db),
    arrivals: arrivalRepository(db),
    nowMs: clock,
    nowIso: () => new Date(clock()).toISOString(),
    draws,
  };
}

/** The fish room's own name, place and water: what a new consignment starts from. */
export interface Profile {
  name: string;
  address: string;
  phone: string;
  place: { name: string; lat: number; lon: number; zone: string };
}

const PROFILE = 'profile';
const unnamed: Profile = {
  name: 'My fish room',
  address: '',
  phone: '',
  place: { name: 'Leeds', lat: 53.8, lon: -1.55, zone: 'Europe/London' },
};

export function profileOf(house: House): Profile {
  const stored = house.arrivals.setting(PROFILE);
  return stored ? (JSON.parse(stored) as Profile) : unnamed;
}

/** The first sender that is typed becomes the fish room, until it is set otherwise. */
export function adoptProfile(house: House, sender: Profile): void {
  if (house.arrivals.setting(PROFILE) === null) keepProfile(house, sender);
}

export const keepProfile = (house: House, profile: Profile): void =>
  house.arrivals.setSetting(PROFILE, JSON.stringify(profile));
