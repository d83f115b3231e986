import { Table } from '@/ui/kit/table';
import { Link } from '@/ui/kit/link';
import { defaultAssumptions } from '@/core/catalogue/assumptions';
import type { Species } from '@/core/catalogue/schema';
import { massOfLength } from '@/core/catalogue/species';
import { clearingHours } from '@/core/fish/fasting';
import { FishIcon } from '@/ui/drawings/fish';
import { GoneBar, ListTools } from '@/ui/records/list';
import { Tabs } from '@/ui/shell/tabs';

const marks: Record<string, string> = {
  published: '',
  memory: '†',
  practice: '†',
  ours: '† ours',
  measured: 'measured',
};
const mark = (s: Species, field: string): string => marks[s.provenance[field] ?? s.provenance.other] ?? '';
const observed = {
  both: 'observed',
  cold: 'cold observed, warm rule of thumb',
  warm: 'warm observed, cold rule of thumb',
  none: `rule of thumb, ± ${defaultAssumptions.ruleLimitSigmaC} °C`,
} as const;
const together = {
  alone: 'one per bag',
  pair: 'one or a pair',
  group: 'groups',
  'one-or-four': 'one, or four and more',
} as const;

/** Every species that may be sent, one's own first; each figure with its mark, each row a beginning for another. */
export function SpeciesList({
  rows,
  known,
  find,
  gone,
}: {
  rows: { species: Species; own: boolean }[];
  known: number;
  find: string;
  gone: { id: string; name: string } | null;
}) {
  return (
    <>
      <section className="chead flex-wrap gap-y-2 py-2">
        <h1>Species</h1>
        <p className="c2 mr-auto max-w-[520px] pt-2">
          {known} kinds. † from memory or common practice; † ours: chosen by us, with a reason; not from a published
          table.{' '}
          <Link className="font-semibold text-tide underline" href="/species/assumptions">
            All other assumptions
          </Link>
        </p>
        <ListTools slug="species" one="species" find={find} shown="active" />
      </section>
      <Tabs at="/species" />
      <section className="work">
        {gone && <GoneBar gone={gone} back="/species" />}
        {find && (
          <p className="note mb-2">
            {rows.length === 0 ? 'Nothing' : rows.length} found for “{find}”.{' '}
            <Link className="font-semibold text-tide" href="/species">
              Show all
            </Link>
          </p>
        )}
        <Table
          className="rows-at-390 pairs md:min-w-[1160px]"
          head={
            <>
              <th />
              <th>Species</th>
              <th>Water</th>
              <th>Water tolerance</th>
              <th className="r">Limits for 24 h °C</th>
              <th className="r">Comfortable °C</th>
              <th className="r">Usual size</th>
              <th>Fast</th>
              <th className="r">Oxygen use, ×</th>
              <th>In a bag</th>
              <th>Watch for</th>
              <th />
            </>
          }
        >
          {rows.map((r) => (
            <Row key={r.species.id} {...r} />
          ))}
        </Table>
        {rows.length === 0 && (
          <p className="note py-6">
            No name contains “{find}”.{' '}
            <Link className="font-semibold text-tide" href={`/species/new?name=${encodeURIComponent(find)}`}>
              Add it as your own species
            </Link>
            , starting from a similar one or from class and size.
          </p>
        )}
      </section>
    </>
  );
}

function Row({ species: s, own }: { species: Species; own: boolean }) {
  return (
    <tr id={s.id} className={own ? 'bg-paper' : ''}>
      <td>
        <FishIcon species={s} />
      </td>
      <td className="max-md:col-span-2">
        {own ? (
          <Link className="row-link" href={`/species/${encodeURIComponent(s.id)}`}>
            {s.name}
          </Link>
        ) : (
          <b>{s.name}</b>
        )}
        <br />
        <i className="mute text-12">{s.scientific}</i>
        {s.otherNames && <span className="mute block text-12">{s.otherNames}</span>}
      </td>
      <td data-head="Water">{s.water}</td>
      <td data-head="Water tolerance" className="whitespace-nowrap">
        {s.tolerance} {mark(s, 'tolerance')}
      </td>
      <td className="r num whitespace-nowrap" data-head="Limits for 24 h °C">
        {s.temp.cold24C} to {s.temp.warm24C}
        {'\u00a0'}
        <span className="u">{mark(s, 'temp')}</span>
        <br />
        <span className="mute text-12">{observed[s.temp.observed ?? 'none']}</span>
      </td>
      <td className="r num whitespace-nowrap" data-head="Comfortable °C">
        {s.temp.easeMinC} to {s.temp.easeMaxC}
        {'\u00a0'}
        <span className="u">{mark(s, 'temp')}</span>
      </td>
      <td className="r num whitespace-nowrap" data-head="Usual size">
        {s.lengthCm}
        {'\u00a0'}
        <span className="u">cm,</span> {massOfLength(s, s.lengthCm).toFixed(massOfLength(s, s.lengthCm) < 1 ? 2 : 1)}
        {'\u00a0'}
        <span className="u">g {mark(s, 'gPerCm3')}</span>
      </td>
      <td data-head="Fast">
        {s.fasting === 'none' ? 'none' : `${clearingHours(s.fasting, defaultAssumptions)} h`} {mark(s, 'fasting')}
      </td>
      <td className="r num whitespace-nowrap" data-head="Oxygen use, ×">
        {s.metabolismFactor}
        {'\u00a0'}
        <span className="u">{mark(s, 'metabolismFactor')}</span>
      </td>
      <td data-head="In a bag" className="whitespace-nowrap">
        {together[s.together]} {mark(s, 'together')}
      </td>
      <td className="text-12" data-head="Watch for">
        {s.flags.join(', ')}
      </td>
      <td>
        <Link
          className="whitespace-nowrap text-13 font-semibold text-tide"
          href={`/species/new?likeId=${encodeURIComponent(s.id)}`}
          aria-label={`A new species like ${s.name}`}
        >
          Copy as new
        </Link>
      </td>
    </tr>
  );
}
