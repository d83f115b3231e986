import { quickView, type QuickTyped } from '@/server/quick/quick';
import { house } from '@/server/wiring';
import { Quick } from '@/ui/quick/quick';

const fields = ['fish', 'count', 'length', 'width', 'height', 'hours', 'warmth', 'gas', 'fasted'] as const;

export default async function QuickPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[]>>;
}) {
  const asked = await searchParams;
  const typed: QuickTyped = Object.fromEntries(
    fields.flatMap((k) => (typeof asked[k] === 'string' ? [[k, asked[k].slice(0, 80)]] : [])),
  );
  const h = house();
  return <Quick {...quickView(h, typed)} all={h.shelves().offered.species} />;
}
