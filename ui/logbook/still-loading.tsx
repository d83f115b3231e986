'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';

/** Older consignments are read in a slice at a time; the page asks for the next until all are. */
export function Left({ n }: { n: number }) {
  const router = useRouter();
  useEffect(() => {
    if (n === 0) return;
    const t = setTimeout(() => router.refresh(), 400);
    return () => clearTimeout(t);
  }, [n, router]);
  return n === 0 ? null : (
    <p className="mb-3 border-l-4 border-tide pl-3" role="status">
      Loading older shipments: <b className="num">{n.toLocaleString('en')}</b> left.
    </p>
  );
}
