import { Link } from '@/ui/kit/link';
import { assumptionTable, type AssumptionName } from '@/core/catalogue/assumptions';
import type { SettingsView } from '@/server/settings/view';
import { AssumptionList } from './assumptions';
import { FeedAndData } from './feed';
import { OwnMeasures } from './measures';
import { DevicesChoice } from './devices';
import { KeysChoice } from './keys';
import { ProfileForm } from './profile';
import { UnitsChoice } from './units';
import { ButtonLink } from '@/ui/kit/button';

/** Figures that decide what is fine, watched or stopped, and how the house works; all others stand under Species. */
const thresholds: readonly { title: string; names: readonly AssumptionName[] }[] = [
  {
    title: 'When a shipment is flagged or stopped',
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
      'packers',
      'boxingMin',
      'packBenchMin',
      'beforeCutOffMin',
      'bandsPerBag',
      'linersPerBox',
      'oxygenFlushFactor',
    ],
  },
];

/** The house's own name and papers, and the marks by which everything is judged. */
export function Settings({
  own,
  profile,
  papers,
  licence,
  currency,
  places,
  units,
  measures,
  keys,
  practises,
  feed,
}: SettingsView) {
  return (
    <>
      <section className="chead">
        <h1>Settings</h1>
        <p className="c2 pt-2">Your name and papers, and the limits everything is judged by.</p>
      </section>
      <section className="work space-y-9 border-t border-rule-strong">
        <ProfileForm profile={profile} papers={papers} licence={licence} currency={currency} places={places} />
        <UnitsChoice system={units} />
        <OwnMeasures stored={measures} />
        <KeysChoice on={keys} />
        <DevicesChoice on={practises} />
        <section className="max-w-[760px]">
          <h2 className="mb-1 text-22">People and phones</h2>
          <p className="note mb-3">Phones with a name and a role, a passphrase for this computer, and who did what.</p>
          <div className="flex flex-wrap gap-3">
            <ButtonLink className="!min-h-11" href="/settings/people">
              Connect phones
            </ButtonLink>
            <ButtonLink className="!min-h-11" href="/journal">
              Journal
            </ButtonLink>
          </div>
        </section>
        <FeedAndData feed={feed} />
        <section>
          <h2 className="mb-1 text-22">Limits</h2>
          <p className="note mb-3 max-w-[720px]">
            † common practice; † ours: chosen with a reason. Your own value replaces the default. Planned shipments are
            recomputed; sent ones keep theirs.{' '}
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
