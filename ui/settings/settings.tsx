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
        <p className="c2 pt-2">Your own name and papers, and the marks by which everything is judged.</p>
      </section>
      <section className="work space-y-9 border-t border-rule-strong">
        <ProfileForm profile={profile} papers={papers} licence={licence} currency={currency} places={places} />
        <UnitsChoice system={units} />
        <OwnMeasures stored={measures} />
        <KeysChoice on={keys} />
        <DevicesChoice on={practises} />
        <section className="max-w-[760px]">
          <h2 className="mb-1 text-22">People and phones</h2>
          <p className="note mb-3">
            Phones at the bench and in the dim room, each with a name and what it may do; a passphrase for this machine;
            and by whom everything was done.
          </p>
          <div className="flex flex-wrap gap-3">
            <ButtonLink className="!min-h-11" href="/settings/people">
              Let phones in
            </ButtonLink>
            <ButtonLink className="!min-h-11" href="/journal">
              Journal of the house
            </ButtonLink>
          </div>
        </section>
        <FeedAndData feed={feed} />
        <section>
          <h2 className="mb-1 text-22">Marks</h2>
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
