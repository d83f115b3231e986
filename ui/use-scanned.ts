'use client';

import { useEffect } from 'react';

/** The bag or box whose label was scanned is brought into view and marked: whatever bears its name in `data-of`. */
export function useScanned(): void {
  useEffect(() => {
    const asked = new URLSearchParams(window.location.search);
    const of = asked.get('bag') ?? asked.get('box');
    const at = of ? document.querySelector(`[data-of~="${CSS.escape(of)}"]`) : null;
    if (!at) return;
    at.scrollIntoView({ block: 'center' });
    at.setAttribute('data-scanned', 'yes');
  }, []);
}
