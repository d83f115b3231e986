import { clockIsFixed } from '@/server/clock';
import { packRunView } from '@/server/pack/run-view';
import { eveningCodes } from '@/server/pack/tonight';
import { whoIsHere } from '@/server/room/here';
import { house } from '@/server/wiring';
import { PackRun } from '@/ui/pack/run/screen';

export default async function EveningPage() {
  const h = house();
  const view = packRunView(h, eveningCodes(h), await whoIsHere());
  return <PackRun {...view} fixed={clockIsFixed()} title="Pack the evening" back="/" />;
}
