import { openHouse } from '@/server/house';
import { addRecord } from '../order';

/** Own tanks by name, litres and use; two big fish live in the one named Lodge. */
const [folder, tanks] = process.argv.slice(2);
const house = openHouse(folder!, undefined, 0);
for (const [name, litres, use] of JSON.parse(tanks!) as [string, number, string][]) {
  const id = addRecord(house, 'tank', { name, volumeL: String(litres), use });
  if (name !== 'Lodge') continue;
  const lot = addRecord(house, 'lot', { tankId: id, speciesId: 'oscar', lengthCm: '24' });
  house.ledger.begin(lot);
  house.ledger.move(lot, 2, 'counted', house.nowIso());
}
house.db.close();
