import type { JournalEntry } from '@/server/db/journal';
import { profileOf, type House } from '@/server/house';

const PAGE = 60;

const events: Readonly<Record<string, string>> = {
  ticked: 'ticked',
  'taken-back': 'took back',
  activated: 'opened the pack',
  sealed: 'sealed the first bag',
  'handed-over': 'dropped off',
  arrived: 'recorded the arrival',
  opened: 'opened',
};
const quantities: Readonly<Record<string, string>> = {
  tempC: 'temperature',
  surfaceC: 'surface of the pack',
  khDkh: 'carbonate hardness',
  ghDgh: 'general hardness',
  tanMgNL: 'ammonia',
  nitriteMgL: 'nitrite',
  nitrateMgL: 'nitrate',
  oxygenMgL: 'oxygen',
  copperMgL: 'copper',
  weightKg: 'weight',
  blemish: 'a remark',
  sign: 'a sign',
  scan: 'where the box is',
  due: 'when it is expected',
  takenBy: 'who took it',
};

/** What a line tells, in words that follow a name. */
function wordsOf(d: JournalEntry): string {
  const thing = d.subject.replace(/^(consignment|step) (?:[\w-]{20,}|)/, '').trim();
  switch (d.source) {
    case 'event':
      // A tick keeps what its step said; the journal names the step.
      return [events[d.what] ?? d.what, thing, d.what === 'ticked' ? '' : d.note].filter(Boolean).join(' ');
    case 'observation': {
      const struck = d.what.startsWith('struck out ');
      const what = d.what.replace('struck out ', '');
      return [
        struck ? 'struck out' : 'wrote down',
        quantities[what] ?? what,
        thing && `of ${thing}:`,
        struck ? '' : d.note,
      ]
        .filter(Boolean)
        .join(' ')
        .replace(/:$/, '');
    }
    case 'journal':
      return [d.what, d.subject].filter(Boolean).join(': ');
    case 'revision':
      return `changed the plan: ${d.what}`;
    case 'movement':
      return `counted ${d.note} ${d.subject.replaceAll('-', ' ')}: ${d.what}`;
    case 'reading':
      return [d.what, `tank ${d.subject}`, d.note].filter(Boolean).join(', ');
    case 'record':
      return `changed ${d.what.replace(' changed', '')} ${d.subject}`;
    default:
      return d.what;
  }
}

const one = (x: string | undefined): string | null => (x ? x.slice(0, 80) : null);

/** The journal of the house, the newest first; of one person, one consignment or one tank where asked. */
export function journalView(house: House, asked: { by?: string; of?: string; before?: string }) {
  const before = asked.before && Number.isFinite(Date.parse(asked.before)) ? asked.before : '9999';
  const by = asked.by === undefined ? null : asked.by.slice(0, 60);
  const of = one(asked.of);
  const deeds = house.deeds.list({ by, of, before, limit: PAGE });
  const tank = of && !/^KC-/i.test(of) ? house.records.byId(of) : null;
  const nobody = deeds.some((d) => d.by === '');
  return {
    zone: profileOf(house).place.zone,
    by,
    of,
    ofName: tank?.name ?? of,
    before: before === '9999' ? null : before,
    names: house.deeds.names(),
    nobody,
    lines: deeds.map((d) => ({ ms: Date.parse(d.at), by: d.by, words: wordsOf(d), code: d.code, href: d.href })),
    older: deeds.length === PAGE ? deeds.at(-1)!.at : null,
  };
}
export type JournalView = ReturnType<typeof journalView>;
