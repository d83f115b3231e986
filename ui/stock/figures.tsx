import { CurrencySign } from '@/ui/shell/preferences';
import type { ReactNode } from 'react';
import { Table } from '@/ui/kit/table';
import { pillowVolumeL, openTube } from '@/core/bag/geometry';
import { outsideCm } from '@/core/box/weights';
import { defaultAssumptions } from '@/core/catalogue/assumptions';
import type { Catalogue } from '@/core/catalogue/schema';
import { boxConductance } from '@/core/heat/insulation';
import { Tabs } from '@/ui/shell/tabs';

const curve = (points: [number, number][]): string =>
  points.map(([h, w], i) => `${i ? 'L' : 'M'}${(h * 200) / 80} ${44 - w * 3.3}`).join('');

/** What the planner may choose from. */
export function SupplyFigures({ catalogue }: { catalogue: Pick<Catalogue, 'bags' | 'boxes' | 'packs'> }) {
  return (
    <>
      <section className="chead">
        <h1>Figures</h1>
        <p className="c2 pt-2">
          Bags, boxes and packs used in plans. Figures are common practice (†) unless marked otherwise.
        </p>
      </section>
      <Tabs at="/supplies/figures" />
      <section className="work grid gap-8 lg:grid-cols-2">
        <div className="min-w-0">
          <h2 className="mb-1">Bags</h2>
          <Bags rows={catalogue.bags} />
          <p className="note mt-2">A flat bag holds w³(h/πw − 0.142(1 − 10^(−h/w))), Robin 2004.</p>
          <h2 className="mb-1 mt-6">Boxes</h2>
          <Boxes rows={catalogue.boxes} />
        </div>
        <div className="min-w-0">
          <h2 className="mb-1">Packs</h2>
          <Packs rows={catalogue.packs} />
          <p className="caution mt-3">
            Heat packs burn skin: wrap them, keep from children. They need air: a sealed box stops them. Dry ice is not
            offered.
          </p>
        </div>
      </section>
    </>
  );
}

function Bags({ rows }: { rows: Catalogue['bags'] }) {
  return (
    <Table
      head={
        <>
          <th>Flat size</th>
          <th className="r">Holds up to</th>
          <th className="r">Width standing</th>
          <th className="r">Film</th>
          <th className="r">Each</th>
        </>
      }
    >
      {rows.map((b) => (
        <tr key={b.id}>
          <td>
            <b>{b.name}</b>
          </td>
          <Cell unit="L">{pillowVolumeL(b.widthCm, b.heightCm).toFixed(1)}</Cell>
          <Cell unit="cm">{openTube(b.widthCm, b.heightCm).diameterCm.toFixed(1)}</Cell>
          <td className="r num">
            {b.filmMm}
            {'\u00a0'}
            <span className="u">mm, {(b.filmMm / 0.0254).toFixed(1)} mil</span>
          </td>
          <Cell unit="g">{b.gramsEach}</Cell>
        </tr>
      ))}
    </Table>
  );
}

function Boxes({ rows }: { rows: Catalogue['boxes'] }) {
  return (
    <Table
      head={
        <>
          <th>Box</th>
          <th className="r">Inside cm</th>
          <th className="r">Outside cm</th>
          <th className="r">Heat loss</th>
          <th className="r">Leaks †</th>
          <th className="r">Weighs</th>
        </>
      }
    >
      {rows.map((b) => (
        <tr key={b.id}>
          <td>
            <b>{b.name}</b>
          </td>
          <td className="r num">{b.insideCm.join('×')}</td>
          <td className="r num">{outsideCm(b).join('×')}</td>
          <Cell unit="W/K">{boxConductance(b, defaultAssumptions).uaWPerK.toFixed(2)}</Cell>
          <Cell unit="L/h">{b.leakLPerH}</Cell>
          <Cell unit="kg">{b.massKg}</Cell>
        </tr>
      ))}
    </Table>
  );
}

function Packs({ rows }: { rows: Catalogue['packs'] }) {
  return (
    <Table
      head={
        <>
          <th>Pack</th>
          <th>Power over 80 h, 0 to 12 W †</th>
          <th className="r">Surface †</th>
          <th className="r">Iron †</th>
          <th className="r">Cost</th>
        </>
      }
    >
      {rows.map((p) => (
        <tr key={p.id}>
          <td>
            <b>{p.name}</b>
          </td>
          <td>
            {p.ratedW.length > 0 && (
              <svg
                viewBox="0 0 200 46"
                width="200"
                height="46"
                role="img"
                aria-label={`${p.name}: peak ${Math.max(...p.ratedW.map((x) => x[1]))} W`}
              >
                <path d="M0 44H200" stroke="var(--rule-strong)" />
                <path d={curve(p.ratedW)} fill="none" stroke="var(--c-temp)" strokeWidth="2" />
              </svg>
            )}
          </td>
          <Cell unit="°C">{p.surfaceC}</Cell>
          <td className="r num">
            {p.ironG || '–'}
            {'\u00a0'}
            <span className="u">{p.ironG ? 'g' : ''}</span>
          </td>
          <Cell unit={<CurrencySign />}>{p.cost.toFixed(2)}</Cell>
        </tr>
      ))}
    </Table>
  );
}

/** A figure with its unit. */
const Cell = ({ unit, children }: { unit: ReactNode; children: ReactNode }) => (
  <td className="r num">
    {children}
    {'\u00a0'}
    <span className="u">{unit}</span>
  </td>
);
