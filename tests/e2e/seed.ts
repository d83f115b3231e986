import { spawnSync } from 'node:child_process';
import type { OrderInput } from '@/server/order/input';
import type { Application } from './server';

/** Puts orders into a prepared folder before its server starts; their codes. */
export function seedOrders(app: Application, orders: readonly Partial<OrderInput>[]): string[] {
  const seeded = spawnSync(
    'node',
    ['--import', 'tsx', 'tests/e2e/seed-orders.ts', app.folder, JSON.stringify(orders)],
    { env: app.environment(), encoding: 'utf8' },
  );
  if (seeded.status !== 0) throw new Error(seeded.stderr);
  return JSON.parse(seeded.stdout) as string[];
}
