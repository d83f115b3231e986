import Link from 'next/link';
import { assumptionTable, type AssumptionName } from '@/core/catalogue/assumptions';
import { profileOf } from '@/server/house';
import { unitsOf } from '@/server/settings/settings';
import { ownAssumptions } from '@/server/settings/assumptions';
import { orderChoices } from '@/server/order/view';
import { house } from '@/server/wiring';
import { AssumptionList } from '@/ui/settings/assumptions';
import { UnitsChoice } from '@/ui/settings/units';
import { ProfileForm } from '@/ui/settings/profile';

/** Figures that decide what is fine, watched or stopped, and how the house works; all others stand under Species. */
const thresholds: readonly { title: string; names: readonly AssumptionName[] }[] = [
  {
    title: 'When a consignment is watched or stopped',
    names: [
      'watchBelowChance',
      'stopBelowChance',
      'watchBelowSlackH',
      'stopBelowSlackH',
      'wantedSlackH',
      'tooColdToShipC',
    ],
  },
  {
    title: 'How you work',
    names: [
      'packingMinPerBag',
      'boxingMin',
      'packBenchMin',
      'beforeCutOffMin',
      'bandsPerBag',
      'linersPerBox',
      'oxygenFlushFactor',
    ],
  },
];

export default function SettingsPage() {
  const h = house();
  const own = ownAssumptions(h);
  const profile = profileOf(h);
  return (
    <>
      <section className="chead">
        <h1>Settings</h1>
        <p className="c2 pt-2">Your own name and papers, and the marks by which everything is judged.</p>
      </section>
      <section className="work space-y-9 border-t border-rule-strong">
        <ProfileForm
          profile={{
            name: profile.name,
            address: profile.address,
            phone: profile.phone,
            town: profile.place.name,
            country: profile.place.country ?? '',
            lat: String(profile.place.lat),
            lon: String(profile.place.lon),
            zone: profile.place.zone,
            altitudeM: profile.place.altitudeM === undefined ? '' : String(profile.place.altitudeM),
          }}
          papers={profile.papers ?? ''}
          places={orderChoices(h, null).places}
        />
        <UnitsChoice system={unitsOf(h)} />
        <section>
          <h2 className="mb-1 text-[22px]">Marks</h2>
          <p className="note mb-3 max-w-[720px]">
            † common practice, † ours: chosen with a reason. Your own value outranks the default; planned consignments
            follow, what has left keeps its own.{' '}
            <Link className="font-semibold text-tide" href="/species/assumptions">
              All {Object.keys(assumptionTable).length} figures
            </Link>
          </p>
          <AssumptionList
            find={false}
            groups={thresholds.map((g) => ({
              title: g.title,
              rows: g.names.map((name) => ({ name, ...assumptionTable[name], own: own[name] ?? null })),
            }))}
          />
        </section>
      </section>
    </>
  );
}
