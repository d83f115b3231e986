import { atLeast, leastForPath, type Role } from './rights';

const stations = ['order', 'fast', 'bag', 'heat', 'box', 'send', 'receive', 'quarantine'] as const;
const PACKING: readonly string[] = ['order', 'fast', 'bag', 'heat', 'box'];
const menu = [
  '/',
  '/consignments',
  '/arrivals',
  '/quarantine',
  '/tanks',
  '/supplies',
  '/more',
  '/settings',
  '/journal',
] as const;

/** Whether a page is open to this role. */
export const isOpenTo = (role: Role, path: string): boolean => atLeast(role, leastForPath(path));
const station = (id: string): string => `/consignments/KC-0001/${id}`;

/** Words of the menu that lead somewhere for this role. */
export const menuFor = (role: Role): readonly string[] => menu.filter((path) => isOpenTo(role, path));
export const stationsFor = (role: Role): readonly string[] => stations.filter((s) => isOpenTo(role, station(s)));
/** The station where the work is, or the next that is open to this role. */
export const openStationFor = (role: Role, now: string): string =>
  isOpenTo(role, station(now)) ? now : PACKING.includes(now) ? 'send' : 'receive';
