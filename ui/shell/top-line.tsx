'use client';

import { ButtonLink } from '@/ui/kit/button';
import { ScanLine, Search, Settings, UserRound } from 'lucide-react';
import { Link } from '@/ui/kit/link';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import type { Severity } from '@/core/concerns/severity';
import { clock, dayMonth } from '@/ui/format';
import { inField, keysEverywhere, keysOfBench } from './keys';
import { useAwake } from './use-awake';
import { useKeys, useMe } from './preferences';

const menu = [
  ['/', 'Bench'],
  ['/consignments', 'Shipments'],
  ['/arrivals', 'Arrivals'],
  ['/quarantine', 'Quarantine'],
  ['/tanks', 'Tanks'],
  ['/supplies', 'Supplies'],
  ['/more', 'More'],
] as const;

/** Lists that stand under a word of the menu. */
const under: Record<string, readonly string[]> = {
  '/tanks': ['/fish', '/readings'],
  '/more': ['/receivers', '/carriers', '/places', '/logbook', '/practice', '/species', '/glossary'],
};

/** Menu, find, clock and the single-letter keys, which act only when no control has focus. */
export function TopLine({
  room,
  town,
  zone,
  nowMs,
  fixed,
  open,
  wrong,
}: {
  room: string;
  town: string;
  zone: string;
  nowMs: number;
  fixed: boolean;
  /** Words of the menu that lead somewhere for whoever looks. */
  open: readonly string[];
  /** What stops or wants hands now, anywhere in the house. */
  wrong: { grave: number; worst: Severity | null };
}) {
  const path = usePathname();
  const router = useRouter();
  const on = useKeys();
  const me = useMe();
  const find = useRef<HTMLInputElement>(null);
  const [ms, setMs] = useState(nowMs);
  const [keys, setKeys] = useState(false);

  useEffect(() => {
    document.body.dataset.listens = 'yes';
  }, []);

  // Every figure that hangs on the clock is told anew each minute, at midnight, and after sleep.
  useAwake({
    serverMs: nowMs,
    off: fixed,
    dayOf: (at) => dayMonth(at, zone),
    tick: setMs,
    wake: () => router.refresh(),
  });

  useEffect(() => {
    const press = (e: KeyboardEvent): void => {
      if (e.key === 'Escape') setKeys(false);
      if (!on || inField(e.target) || e.metaKey || e.ctrlKey || e.altKey) return;
      const station = ['order', 'fast', 'bag', 'heat', 'box', 'send', 'receive', 'quarantine'][Number(e.key) - 1];
      const code = /^\/consignments\/(KC-\d+)/.exec(path)?.[1];
      if (e.key === '/') {
        e.preventDefault();
        find.current?.focus();
      } else if (station && code) router.push(`/consignments/${code}/${station}`);
      else if (e.key === 'n' || e.key === 'N') router.push('/');
      else if (e.key === '?') setKeys((k) => !k);
      else if (e.key === 'p' || e.key === 'P') window.print();
      else if (e.key === 'l' || e.key === 'L') {
        const root = document.documentElement;
        root.dataset.theme = root.dataset.theme === 'lights-down' ? '' : 'lights-down';
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [path, router, on]);

  if (/\/(run|pack)$|^\/evening$/.test(path)) return null;
  const time = clock(ms, zone);
  return (
    <header className="top">
      <Link href="/" className="brand">
        <Mark />
        Kindly Crate
      </Link>
      <nav aria-label="Main">
        {menu
          .filter(([href]) => open.includes(href))
          .map(([href, label]) => (
            <Link
              key={href}
              href={href}
              aria-current={
                (href === '/' ? path === '/' : [href, ...(under[href] ?? [])].some((x) => path.startsWith(x)))
                  ? 'page'
                  : undefined
              }
            >
              {label}
              {href === '/' && <Count {...wrong} />}
            </Link>
          ))}
      </nav>
      <span className="hide-s truncate text-13 text-ink-3">
        {room}
        {me.name && `, ${me.name}`}
      </span>
      <form
        className="find hide-s ml-auto"
        role="search"
        onSubmit={(e) => {
          e.preventDefault();
          router.push(`/search?find=${encodeURIComponent(find.current?.value ?? '')}`);
        }}
      >
        <input ref={find} name="find" placeholder="Find anything" aria-label="Find anything by any part of its name" />
        {on && <kbd>/</kbd>}
      </form>
      <ButtonLink href="/search" tone="flat" className="ml-auto md:!hidden" aria-label="Find">
        <Search size={18} />
      </ButtonLink>
      <ButtonLink href="/scan" tone="flat" className="!px-2 !text-ink-2" aria-label="Scan a label" title="Scan a label">
        <ScanLine size={18} />
      </ButtonLink>
      {open.includes('/settings') ? (
        <ButtonLink href="/settings" tone="flat" className="!px-2 !text-ink-2" aria-label="Settings" title="Settings">
          <Settings size={18} />
        </ButtonLink>
      ) : (
        <ButtonLink href="/door" tone="flat" className="!px-2 !text-ink-2" aria-label="This phone" title="This phone">
          <UserRound size={18} />
        </ButtonLink>
      )}
      <span className="clocks">
        {town} <span className="num">{time}</span>
      </span>
      {keys && <Keys onBench={path === '/'} />}
    </header>
  );
}

/** What stops or wants hands now, by shape and number. */
function Count({ grave, worst }: { grave: number; worst: Severity | null }) {
  if (grave === 0) return null;
  const look =
    worst === 'stop' ? 'rounded-[6px] bg-stop text-surface' : 'border-l-4 border-watch-mark bg-watch-pale text-ink';
  return (
    <span className={`num ml-1.5 inline-grid h-5 min-w-5 place-items-center px-1 text-12 font-semibold ${look}`}>
      {grave}
      <span className="sr-only"> to attend to</span>
    </span>
  );
}

function Mark() {
  return (
    <svg width="24" height="24" viewBox="0 0 26 26" aria-hidden="true">
      <rect x="2" y="2" width="22" height="22" rx="3" fill="var(--kraft)" stroke="var(--kraft-ink)" strokeWidth="1.4" />
      <path
        d="M2.7 14.6c2.6-2.4 4.6-2.4 7 0s4.4 2.4 6.6 0 4.4-2.4 7 0V21a2.3 2.3 0 0 1-2.3 2.3H5A2.3 2.3 0 0 1 2.7 21Z"
        fill="var(--tide)"
      />
      <path d="M13 2v22" stroke="var(--surface)" strokeWidth="3.6" strokeOpacity=".9" />
    </svg>
  );
}

function Keys({ onBench }: { onBench: boolean }) {
  return (
    <div
      role="dialog"
      aria-label="Keys"
      className="absolute right-6 top-12 z-20 border border-rule-strong bg-surface p-4 text-13"
    >
      {[...(onBench ? keysOfBench : []), ...keysEverywhere].map(([k, what]) => (
        <p key={k} className="flex items-center gap-3 py-1">
          <kbd>{k}</kbd> {what}
        </p>
      ))}
    </div>
  );
}
