'use client';

import { useEffect, useState } from 'react';

/** The dim theme of a run: on or off while the page is open, gone when it is left. */
export function useTheme(dimmed: boolean): [down: boolean, set: (down: boolean) => void] {
  const [down, setDown] = useState(dimmed);
  useEffect(() => {
    document.documentElement.dataset.theme = down ? 'lights-down' : '';
    return () => {
      document.documentElement.dataset.theme = '';
    };
  }, [down]);
  return [down, setDown];
}
