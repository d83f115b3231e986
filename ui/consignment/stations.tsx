import { Link } from '@/ui/kit/link';
import { StateMark } from '@/ui/drawings/state-mark';
import { useOpenStations } from '@/ui/shell/preferences';

const names: Record<string, string> = {
  order: 'Order',
  fast: 'Fast',
  bag: 'Bag',
  heat: 'Heat',
  box: 'Box',
  send: 'Send',
  receive: 'Receive',
  quarantine: 'Quarantine',
};

/** Eight stations in working order; the open one joins the work area. On a phone: previous, this, next. */
export function Stations({
  code,
  list: all,
  open,
}: {
  code: string;
  list: readonly { id: string; mark: 'done' | 'now' | 'ahead'; words: string }[];
  open: string;
}) {
  const mine = useOpenStations();
  const list = all.filter((s) => mine.includes(s.id));
  const at = list.findIndex((s) => s.id === open);
  const near = [list[at - 1], list[at], list[at + 1]];
  return (
    <>
      <nav className="stations" aria-label="Stations">
        {list.map((s) => (
          <Link
            key={s.id}
            href={`/consignments/${code}/${s.id}`}
            className={`${s.id === open ? 'open' : ''} ${s.mark === 'ahead' ? 'ahead' : ''}`}
            aria-current={s.id === open ? 'step' : undefined}
          >
            <StateMark mark={s.mark} size={18} />
            <span>
              <b>{names[s.id]}</b>
              <small>{s.words}</small>
            </span>
          </Link>
        ))}
      </nav>
      <nav className="flex border-y border-rule md:hidden" aria-label="Stations near">
        {near.map((s, i) => (
          <span key={i} className={`flex-1 ${i === 1 ? 'bg-surface font-bold' : ''}`}>
            {s && (
              <Link href={`/consignments/${code}/${s.id}`} className="flex min-h-12 items-center justify-center gap-2">
                {i === 0 && '‹'} <StateMark mark={s.mark} size={16} /> {names[s.id]} {i === 2 && '›'}
              </Link>
            )}
          </span>
        ))}
      </nav>
    </>
  );
}
