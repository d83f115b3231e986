import { doDeed } from '@/server/queue/deeds';
import { openHouse } from '@/server/house';
import { openQuarantine } from '@/server/quarantine/quarantine';
import { saveReading } from '@/server/stock/readings';
import { copper, dose } from '../weeks';
import { addRecord, must, newArrival, readBag } from '../order';

/** Three boxes that are here for tanks that would harm what is in them, and a tank with twice the copper; an address a line. */
const house = openHouse(process.argv[2]!, undefined, 0);
const tank = (name: string, figures: Record<string, string>): string => {
  const id = addRecord(house, 'tank', { name, volumeL: '100', use: 'stock' });
  if (Object.keys(figures).length > 0) must(saveReading(house, { tankId: id, at: '', ...figures }));
  return id;
};
const come = (tankId: string, speciesId: string, count: number): string => {
  const { code } = must(newArrival(house, tankId, { animals: [{ speciesId, count }] }));
  return code;
};
const cases: [string, Record<string, string>, string, number][] = [
  ['Reef', { tempC: '25', pH: '8.1', salinity: '34' }, 'lemon-tetra', 6],
  ['Cool', { tempC: '18', pH: '7' }, 'discus', 2],
  ['Foul', { tempC: '25', pH: '8', tanMgNL: '1' }, 'swordtail', 6],
];
for (const [name, figures, speciesId, count] of cases)
  console.log(`/consignments/${come(tank(name, figures), speciesId, count)}/receive`);
const ward = come(tank('Ward', {}), 'lemon-tetra', 6);
for (const b of house.consignments.byCode(ward)!.document.bags)
  must(readBag(house, ward, b.id, { alive: b.animals.reduce((n, a) => n + a.count, 0), dead: 0, doubtful: 0 }));
const quarantineId = must(openQuarantine(house, ward, 'Ward'));
must(
  doDeed(house, { deed: 'quarantine', quarantineId, told: dose(copper, 5, { reason: 'a slip', sure: true }) }, 0, {
    name: 'Ana',
    role: 'owner',
    sessionId: 's',
    device: '',
  }),
);
console.log(`/quarantine/${quarantineId}`);
house.db.close();
