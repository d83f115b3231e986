import type { Assumptions } from '@/core/catalogue/assumptions';
import { paths, type Path } from '@/core/consignment/signs';
import type { OpenedBag } from './vessel';

export interface LaneBag {
  id: string;
  /** Bags of other animals, or for another tank, never share a lane. */
  key: string;
  path: Path;
  opened: OpenedBag;
}

/** How near two waters are that are handled as one. */
export type Nearness = Pick<
  Assumptions,
  'laneNearC' | 'laneNearPh' | 'laneNearSalinity' | 'laneNearMeqL' | 'laneNearDgh' | 'laneNearShare' | 'laneSameTanMgNL'
>;

/** Whether two bags may be handled as one: their waters, and how much there is of them. */
export function sameTreatment(x: OpenedBag, y: OpenedBag, a: Nearness): boolean {
  const near = (k: 'tempC' | 'pH' | 'salinity' | 'alkalinityMeqL' | 'ghDgh', most: number): boolean =>
    Math.abs(x[k] - y[k]) <= most;
  const share = (k: 'tanMgNL' | 'waterL', same: number): boolean =>
    Math.abs(x[k] - y[k]) <= a.laneNearShare * Math.max(x[k], y[k]) + same;
  return (
    near('tempC', a.laneNearC) &&
    near('pH', a.laneNearPh) &&
    near('salinity', a.laneNearSalinity) &&
    near('alkalinityMeqL', a.laneNearMeqL) &&
    near('ghDgh', a.laneNearDgh) &&
    share('tanMgNL', a.laneSameTanMgNL) &&
    share('waterL', 0) &&
    (x.breather ?? false) === (y.breather ?? false)
  );
}

/** Bags that are handled together, the weak first; a bag joins only where it is like every bag of the lane. */
export function lanesOf<B extends LaneBag>(bags: readonly B[], a: Nearness): B[][] {
  const lanes: B[][] = [];
  for (const path of paths)
    for (const bag of bags.filter((b) => b.path === path)) {
      const lane = lanes.find((l) =>
        l.every((o) => o.path === bag.path && o.key === bag.key && sameTreatment(o.opened, bag.opened, a)),
      );
      if (lane) lane.push(bag);
      else lanes.push([bag]);
    }
  return lanes;
}

/** The bags of a lane whose figures can be the worst of it: the ends of each measure. Methods are computed on these. */
export function extremes(bags: readonly OpenedBag[]): OpenedBag[] {
  const out = new Map<string, OpenedBag>();
  const keep = (of: (b: OpenedBag) => number): void => {
    for (const end of [
      bags.reduce((m, b) => (of(b) > of(m) ? b : m)),
      bags.reduce((m, b) => (of(b) < of(m) ? b : m)),
    ]) {
      const { measured: _, ...water } = end as OpenedBag & { measured?: boolean };
      out.set(JSON.stringify(water), end);
    }
  };
  keep((b) => b.tanMgNL);
  keep((b) => b.pH);
  keep((b) => b.tempC);
  keep((b) => (b.animals?.useMolH ?? 0) / b.waterL);
  return [...out.values()];
}

/** "A1, A3 to A5": bags of a lane in short. */
export function bagNames(ids: readonly string[]): string {
  const parts = ids.map((id) => /^(.*?)(\d+)$/.exec(id));
  const runs: string[][] = [];
  ids.forEach((id, i) => {
    const run = runs[runs.length - 1];
    const [p, q] = [parts[i - 1], parts[i]];
    if (run && p && q && p[1] === q[1] && Number(q[2]) === Number(p[2]) + 1) run.push(id);
    else runs.push([id]);
  });
  return runs.map((r) => (r.length > 2 ? `${r[0]} to ${r[r.length - 1]}` : r.join(', '))).join(', ');
}
