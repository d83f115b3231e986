import { comeView } from '@/server/arrive/register-arrival';
import { whoIsHere } from '@/server/room/current-user';
import { house } from '@/server/wiring';
import { Come } from '@/ui/arrive/register-arrival';
import { FromFile } from '@/ui/arrive/from-file';

export default async function BoxHasCome() {
  const { role } = await whoIsHere();
  return (
    <>
      <section className="chead">
        <h1>New arrival</h1>
        <p className="c2 pt-2">
          Enter the animals, how many, and the tank. Leave what you do not know empty: measure it at the bag.
        </p>
      </section>
      <section className="work border-t border-rule-strong">
        {role === 'owner' && <FromFile />}
        <Come {...comeView(house())} />
      </section>
    </>
  );
}
