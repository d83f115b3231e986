import { createRequire } from 'node:module';

/** odex (Hairer & Wanner's ODEX) behind a typed door: its own types do not pass our strict checks. */
interface OdexSolver {
  relativeTolerance: number;
  absoluteTolerance: number;
  maxSteps: number;
  solve(
    f: (t: number, y: number[]) => number[],
    from: number,
    y0: number[],
    to: number,
  ): { y: number[]; outcome: number };
}

/** Integrates y' = f(t, y) to high accuracy; throws if the solver gave up. */
export function integrate(
  f: (t: number, y: number[]) => number[],
  y0: number[],
  from: number,
  to: number,
  tolerance = 1e-9,
): number[] {
  const { Solver } = createRequire(`${process.cwd()}/package.json`)('odex') as {
    Solver: new (n: number) => OdexSolver;
  };
  const solver = new Solver(y0.length);
  solver.relativeTolerance = tolerance;
  solver.absoluteTolerance = tolerance;
  solver.maxSteps = 500_000;
  const r = solver.solve((t, y) => f(t, [...y]), from, y0, to);
  if (r.outcome !== 0) throw new Error('odex did not converge');
  return r.y;
}
