import Link from 'next/link';
import { catalogue } from '@/core/catalogue';
import { massOfLength } from '@/core/catalogue/species';
import { defaultAssumptions } from '@/core/catalogue/assumptions';
import { clearingHours } from '@/core/fish/fasting';
import { FishIcon } from '@/ui/drawings/fish';
import { Tabs } from '@/ui/shell/tabs';

const marks: Record<string, string> = {
  published: '',
  memory: '†',
  practice: '†',
  ours: '† ours',
  measured: 'measured',
};
const together = { alone: 'one to a bag', group: 'groups', 'one-or-four': 'one, or four and more' } as const;

export default function SpeciesPage() {
  const mark = (s: (typeof catalogue.species)[number], field: string): string =>
    marks[s.provenance[field] ?? s.provenance.other] ?? '';
  return (
    <>
      <section className="chead">
        <h1>Species</h1>
        <p className="c2 pt-2">
          {catalogue.species.length} kinds. † from memory or common practice, † ours: chosen by us with a reason; none
          of these stands in a published table.{' '}
          <Link className="font-semibold text-tide underline" href="/species/assumptions">
            All other assumptions
          </Link>
        </p>
      </section>
      <Tabs at="/species" />
      <section className="work overflow-x-auto">
        <table className="tbl min-w-[1080px]">
          <thead>
            <tr>
              <th />
              <th>Species</th>
              <th>Water</th>
              <th>Bears</th>
              <th className="r">Hard edges °C</th>
              <th className="r">At ease °C</th>
              <th className="r">Usual size</th>
              <th>Fast</th>
              <th className="r">Oxygen use, ×</th>
              <th>In a bag</th>
              <th>Mind</th>
            </tr>
          </thead>
          <tbody>
            {catalogue.species.map((s) => (
              <tr key={s.id} id={s.id}>
                <td>
                  <FishIcon species={s} />
                </td>
                <td>
                  <b>{s.name}</b>
                  <br />
                  <i className="mute text-[12px]">{s.scientific}</i>
                </td>
                <td>{s.water}</td>
                <td>
                  {s.tolerance} {mark(s, 'tolerance')}
                </td>
                <td className="r num">
                  {s.temp.hardMinC} to {s.temp.hardMaxC}
                  <span className="u">{mark(s, 'temp')}</span>
                </td>
                <td className="r num">
                  {s.temp.softMinC} to {s.temp.softMaxC}
                  <span className="u">{mark(s, 'temp')}</span>
                </td>
                <td className="r num">
                  {s.lengthCm}
                  <span className="u">cm,</span>{' '}
                  {massOfLength(s, s.lengthCm).toFixed(massOfLength(s, s.lengthCm) < 1 ? 2 : 1)}
                  <span className="u">g {mark(s, 'gPerCm3')}</span>
                </td>
                <td>
                  {s.fasting === 'none' ? 'none' : `${clearingHours(s.fasting, defaultAssumptions)} h`}{' '}
                  {mark(s, 'fasting')}
                </td>
                <td className="r num">
                  {s.metabolismFactor}
                  <span className="u">{mark(s, 'metabolismFactor')}</span>
                </td>
                <td>
                  {together[s.together]} {mark(s, 'together')}
                </td>
                <td className="text-[12px]">{s.flags.join(', ')}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </>
  );
}
