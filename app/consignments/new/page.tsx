import { catalogue } from '@/core/catalogue';
import { places } from '@/core/catalogue/places';
import { profileOf } from '@/server/house';
import { newDraft } from '@/server/views/order';
import { house } from '@/server/wiring';
import { saveOrder } from '@/app/actions';
import { localInput } from '@/ui/format';
import { OrderStation } from '@/ui/stations/order';

export default function NewConsignment() {
  const h = house();
  const draft = newDraft(profileOf(h), h.nowMs(), localInput);
  return (
    <>
      <section className="chead">
        <h1>New consignment</h1>
        <p className="c2 pt-2">
          The order first; a whole plan of bags, box and packs is computed from it, and everything can be changed after.
        </p>
      </section>
      <section className="work border-t border-rule-strong">
        <OrderStation
          code={null}
          version={null}
          draft={draft}
          species={catalogue.species}
          services={catalogue.services}
          places={[...places]}
          saveOrder={saveOrder}
        />
      </section>
    </>
  );
}
