import { after } from 'next/server';
import { clockIsFixed } from '@/server/clock';
import { profileOf } from '@/server/house';
import { benchView } from '@/server/bench/view';
import { house } from '@/server/wiring';
import { lookOut } from '@/server/day/look-out';
import { Bench } from '@/ui/bench/bench';
import { Welcome } from '@/ui/bench/welcome';

export default function BenchPage() {
  const h = house();
  const view = benchView(h);
  if (view.empty) return <Welcome />;
  after(() => lookOut(h));
  return <Bench {...view} fixed={clockIsFixed()} zone={profileOf(h).place.zone} />;
}
