import type { OrderInput } from '@/server/order/input';
import type { Application } from './server';

/** Puts orders into a prepared folder before its server starts; their codes. */
export const seedOrders = (app: Application, orders: readonly Partial<OrderInput>[]): string[] =>
  JSON.parse(app.seed('tests/e2e/seed-orders.ts', JSON.stringify(orders))) as string[];
