import type { Consignment } from '@/core/consignment/schema';
import type { Profile } from '../house';

/** The order form's draft speaks in typed text; times in the local clock of each end (given as instants and zones here). */
export function draftOf(c: Consignment, local: (ms: number, zone: string) => string) {
  const party = (p: Consignment['sender']) => ({
    name: p.name,
    address: p.address,
    phone: p.phone,
    town: p.place.name,
    lat: String(p.place.lat),
    lon: String(p.place.lon),
    zone: p.place.zone,
  });
  const water = (w: Consignment['sourceWater']): Record<string, string> =>
    Object.fromEntries(Object.entries(w).map(([k, v]) => [k, String(v)]));
  const there = c.receiver.place.zone;
  return {
    direction: c.direction,
    sender: party(c.sender),
    receiver: party(c.receiver),
    serviceId: c.serviceId,
    handOver: local(Date.parse(c.handOverAt), c.sender.place.zone),
    windowStart: c.window ? local(Date.parse(c.window.startAt), there) : '',
    windowEnd: c.window ? local(Date.parse(c.window.endAt), there) : '',
    opening: local(Date.parse(c.openingAt), there),
    lines: c.lines.map((l) => ({
      id: l.id,
      speciesId: l.speciesId,
      count: String(l.count),
      lengthCm: String(l.lengthCm),
      massG: l.massG === null ? '' : String(l.massG),
      sex: l.sex,
      tank: l.tank,
    })),
    source: water(c.sourceWater),
    tank: water(c.tank as unknown as Consignment['sourceWater']),
    note: c.note,
  };
}

/** A new order: two evenings from now, overnight, the fish room's own place, sensible water. */
export function newDraft(profile: Profile, nowMs: number, local: (ms: number, zone: string) => string) {
  const empty = {
    name: '',
    address: '',
    phone: '',
    town: profile.place.name === 'Bilbao' ? 'Graz' : 'Bilbao',
    lat: '43.26',
    lon: '-2.93',
    zone: 'Europe/Madrid',
  };
  const day = local(nowMs + 2 * 864e5, profile.place.zone).slice(0, 10);
  const next = local(nowMs + 3 * 864e5, profile.place.zone).slice(0, 10);
  const water = { tempC: '25', pH: '7.2', khDkh: '5', ghDgh: '8', salinity: '0', tanMgNL: '0' };
  return {
    direction: 'outgoing',
    sender: {
      name: profile.name,
      address: profile.address,
      phone: profile.phone,
      town: profile.place.name,
      lat: String(profile.place.lat),
      lon: String(profile.place.lon),
      zone: profile.place.zone,
    },
    receiver: empty,
    serviceId: 'northline-overnight',
    handOver: `${day}T19:00`,
    windowStart: `${next}T09:00`,
    windowEnd: `${next}T12:00`,
    opening: `${next}T10:30`,
    lines: [{ id: 'L1', speciesId: '', count: '', lengthCm: '', massG: '', sex: 'unsexed', tank: '' }],
    source: { ...water },
    tank: { ...water, name: 'Quarantine', volumeL: '60' },
    note: '',
  };
}
