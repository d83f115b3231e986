import { Link } from '@/ui/kit/link';
import { assumptionGroups, assumptionTable, type AssumptionName } from '@/core/catalogue/assumptions';
import { ownAssumptions } from '@/server/settings/assumptions';
import { house } from '@/server/wiring';
import { Tabs } from '@/ui/shell/tabs';
import { AssumptionList } from '@/ui/settings/assumptions';

/** Every figure that no published table gives, with its mark, and the user's own value beside it. */
export default function AssumptionsPage() {
  const own = ownAssumptions(house());
  const names = Object.keys(assumptionTable) as AssumptionName[];
  const groups = assumptionGroups.map((g, i) => {
    const next = assumptionGroups[i + 1];
    const part = names.slice(names.indexOf(g.from), next ? names.indexOf(next.from) : undefined);
    return { title: g.title, rows: part.map((name) => ({ name, ...assumptionTable[name], own: own[name] ?? null })) };
  });
  return (
    <>
      <section className="chead">
        <h1>Assumptions</h1>
        <p className="c2 max-w-[860px] pt-2">
          {names.length} figures without a published source. † common practice or from memory; † ours: chosen by us,
          with a reason. Your own value comes first. Shipments not yet sent are computed again with it; files keep the
          values they were made with.{' '}
          <Link className="font-semibold text-tide underline" href="/species">
            Back to species
          </Link>
        </p>
      </section>
      <Tabs at="/species/assumptions" />
      <section className="work">
        <AssumptionList groups={groups} />
      </section>
    </>
  );
}
