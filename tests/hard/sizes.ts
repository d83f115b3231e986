import { newPress, type Answer, type Server } from './client';

/** Letters that fill a file up to a size without meaning anything in it: blank ends of lines. */
const filled = (text: string, bytes: number): Blob => new Blob([text, '\n'.repeat(Math.max(0, bytes - text.length))]);

/** Every door that takes a file is given one of the size that is promised, and one beyond it. */
export async function sizes(s: Server, { wrong }: { wrong: (words: string) => void }): Promise<string> {
  const consignment = (await s.get('/consignments/KC-0106/export')).text;
  const hours = Array.from({ length: 400 }, (_, i) => new Date(Date.UTC(2026, 10, 20, i)).toISOString());
  const csv = (cell: (iso: string, i: number) => string): string => hours.map(cell).join('\n');
  const doors: { name: string; text: string; args: (file: Blob) => unknown[]; says: RegExp }[] = [
    { name: 'importConsignment', text: consignment, args: (f) => [f, 'keep-both'], says: /^$/ },
    {
      name: 'importCsv',
      text: 'Name,Litres\nVat,40',
      args: (f) => ['tank', f, { mapping: null, commit: false }],
      says: /^$/,
    },
    {
      name: 'importForecast',
      text: `time,place,temperature\n${csv((iso) => `${iso},Nowhere,4.5`)}`,
      args: (f) => ['KC-0106', f, 'hours.csv'],
      says: /has no lines for/,
    },
    { name: 'takeOutcome', text: '{"format":"kindly-found"}', args: (f) => ['KC-0101', f, false], says: /\S/ },
    { name: 'keepCrate', text: '{"id":"huge"}', args: (f) => [f], says: /\S/ },
    {
      name: 'keepLogger',
      text: `Time,°C\n${csv((iso, i) => `${iso.slice(0, 19).replace('T', ' ')},${20 + (i % 5) / 10}`)}`,
      args: (f) => [
        f,
        {
          code: 'KC-0103',
          boxId: '1',
          bagId: null,
          place: 'air',
          name: 'a.csv',
          mapping: { time: 0, clock: null, temp: 1, unit: 'C', order: 'ymd', zone: 'UTC' },
        },
      ],
      says: /^$|logger|read/i,
    },
  ];
  const said = (r: Answer): string => (r.value?.problems ?? []).map((p) => p.message).join(' ');
  for (const d of doors) {
    const whole = await s.callWithFile(d.name, newPress(), ...d.args(filled(d.text, 2_990_000)));
    if (whole.status !== 200 || !whole.value)
      wrong(`${d.name} of 3 MB answers ${whole.status}: ${whole.text.slice(0, 120)}`);
    else if (!d.says.test(said(whole)) || /unexpected error|the limit is 3 MB/.test(said(whole)))
      wrong(`${d.name} of 3 MB says: ${said(whole)}`);
    const beyond = await s.callWithFile(d.name, newPress(), ...d.args(filled(d.text, 3_100_000)));
    if (beyond.status !== 200 || !/the limit is 3 MB/.test(said(beyond)))
      wrong(`${d.name} beyond 3 MB answers ${beyond.status}: ${said(beyond)}`);
  }
  return `${doors.length} doors`;
}
