import { clockIsFixed } from '@/server/clock';
import { packRunView } from '@/server/pack/run-view';
import { eveningCodes } from '@/server/pack/tonight';
import { concernsInRun } from '@/server/concerns';
import { whoIsHere } from '@/server/room/current-user';
import { house } from '@/server/wiring';
import { PackRun } from '@/ui/pack/run/screen';

export default async function EveningPage() {
  const h = house();
  const codes = eveningCodes(h);
  const view = packRunView(h, codes, await whoIsHere());
  return (
    <PackRun {...view} concerns={concernsInRun(h, codes)} fixed={clockIsFixed()} title="Pack the evening" back="/" />
  );
}
