import { withOverrides } from '@/core/catalogue/assumptions';
import { catalogue } from '@/core/catalogue';
import type { Consignment } from '@/core/consignment/schema';
import { change } from '@/server/consignment/change';
import { openHouse } from '@/server/house';
import { localAt } from '@/server/instants';
import { saveOrder } from '@/server/order/order';
import { must, orderInput } from '../order';

/** An evening of three consignments: nine bags, three boxes, five packs, one bag sedated. They leave in four hours. */
const [folder] = process.argv.slice(2);
const house = openHouse(folder!, undefined, 0);
const heat = catalogue.packs.filter((p) => p.kind === 'heat').at(-1)!.id;
const local = (h: number, zone = 'Europe/Lisbon'): string => localAt(house.nowMs() + h * 3600_000, zone);
const codes = [2, 2, 1].map((packs, n) => {
  const input = orderInput(house);
  const { code } = must(
    saveOrder(house, {
      ...input,
      handOverLocal: local(4 + n / 10),
      windowStartLocal: local(19, 'Europe/Madrid'),
      windowEndLocal: local(21, 'Europe/Madrid'),
      openingLocal: local(20, 'Europe/Madrid'),
      lines: [{ ...input.lines[0]!, count: 9 }],
    }),
  );
  must(
    change(house, code, null, 'the evening', (c): { ok: true; value: Consignment } => ({
      ok: true,
      value: {
        ...c,
        boxes: [{ ...c.boxes[0]!, packs: [{ packId: heat, count: packs }], ventHoles: 4 }],
        bags: ['A1', 'A2', 'A3'].map((id, i) => ({
          ...c.bags[0]!,
          id,
          boxId: c.boxes[0]!.id,
          waterL: 0.6,
          sedated: n === 1 && i === 1,
          animals: [{ lineId: c.lines[0]!.id, count: 3 }],
        })),
      },
    })),
  );
  return code;
});
house.db.close();
process.stdout.write(JSON.stringify({ codes, watchMin: withOverrides({}).sedationWatchMin }));
