import { closureWords, cornerWords, coverWords } from '@/core/bag/making';
import { capital } from '@/core/quantities/words';
import { SelectField } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import type { Draft } from './draft';

type Made = 'layers' | 'corners' | 'closure' | 'cover';

const words = (of: Record<string, string>): [string, string][] =>
  Object.entries(of).map(([key, text]): [string, string] => [key, capital(text)]);

/** What can be said of how a bag is made; the first choice leaves it as usual. */
const choices: readonly [key: Made, name: string, options: [string, string][]][] = [
  [
    'layers',
    'Layers',
    [
      ['', 'As usual'],
      ['1', 'One'],
      ['2', 'Two'],
      ['3', 'Three'],
    ],
  ],
  ['corners', 'Corners', [['', 'As usual'], ...words(cornerWords)]],
  ['closure', 'Closure', [['', 'As usual'], ...words(closureWords)]],
  ['cover', 'Cover', [['', 'None'], ...words(coverWords)]],
];

/** How each bag is made: layers, corners, closure, cover, and whether it lies; one bag's way may be given to all. */
export function MakingForm({ drafts, setDrafts }: { drafts: Draft[]; setDrafts: (next: Draft[]) => void }) {
  const edit = (id: string, change: Partial<Draft>): void =>
    setDrafts(drafts.map((d) => (d.id === id ? { ...d, ...change } : d)));
  const forAll = ({ layers, corners, closure, cover, lies }: Draft): void =>
    setDrafts(drafts.map((d) => ({ ...d, layers, corners, closure, cover, lies })));
  return (
    <details className="mt-5">
      <summary className="min-h-9 font-semibold">How they are made: layers, corners, closure, cover</summary>
      <Table
        className="min-w-[700px]"
        head={
          <>
            <th>Bag</th>
            {choices.map(([key, name]) => (
              <th key={key}>{name}</th>
            ))}
            <th>Lies</th>
            <th />
          </>
        }
      >
        {drafts.map((d) => (
          <tr key={d.id}>
            <td>
              <b>{d.id}</b>
            </td>
            {choices.map(([key, name, options]) => (
              <td key={key} className="min-w-[104px]">
                <SelectField
                  hideLabel
                  label={`${name} of bag ${d.id}`}
                  path={`${d.id}.${key}`}
                  value={d[key] ?? ''}
                  onChange={(v) => edit(d.id, { [key]: v })}
                  options={options}
                />
              </td>
            ))}
            <td className="text-center">
              <input
                type="checkbox"
                className="size-5"
                aria-label={`Bag ${d.id} lies on its side`}
                checked={d.lies ?? false}
                onChange={(e) => edit(d.id, { lies: e.target.checked })}
              />
            </td>
            <td>
              {drafts.length > 1 && (
                <Button type="button" tone="flat" aria-label={`All bags like ${d.id}`} onClick={() => forAll(d)}>
                  All like this
                </Button>
              )}
            </td>
          </tr>
        ))}
      </Table>
      <p className="note mt-2">
        As usual is two layers, the second the other way up, each with a twist and two bands. A lying bag has a wider
        surface and breathes through more of it; spiny and large fish travel lying. Corners are where small fish are
        crushed. All of it stands in the packing list; the Box still draws every bag standing.
      </p>
    </details>
  );
}
