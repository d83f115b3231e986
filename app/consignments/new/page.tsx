import { profileOf } from '@/server/house';
import { newDraft, orderChoices } from '@/server/order/view';
import { house } from '@/server/wiring';
import { OrderStation } from '@/ui/order/station';

export default async function NewConsignment({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[]>>;
}) {
  const h = house();
  const { fish, count, length } = await searchParams;
  const isKnown = h.shelves().offered.species.some((s) => s.id === fish);
  const first =
    typeof fish === 'string' && isKnown ? { fish, count: String(count ?? ''), length: String(length ?? '') } : null;
  return (
    <>
      <section className="chead">
        <h1>New shipment</h1>
        <p className="c2 pt-2">
          Enter the order. Bags, box and packs are planned from it; you can change everything later.
        </p>
      </section>
      <section className="work border-t border-rule-strong">
        <OrderStation
          code={null}
          version={null}
          draft={newDraft(h, profileOf(h), first)}
          species={h.shelves().offered.species}
          services={h.shelves().offered.services}
          {...orderChoices(h, null)}
          confirmation={null}
        />
      </section>
    </>
  );
}
