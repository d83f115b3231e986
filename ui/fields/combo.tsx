'use client';

import { useEffect, useId, useState, type ComponentType } from 'react';
import type { ComboProps } from './combo-props';

/**
 * Choose one of many by typing any part of its name. The list behind the field is a large script and loads after the page; until then
 * the field shows what is chosen and takes no letter that would be lost.
 */
export function Combo(p: ComboProps) {
  const [Box, setBox] = useState<ComponentType<ComboProps> | null>(null);
  const id = useId();
  useEffect(() => {
    let here = true;
    void import('./combo-box').then((m) => {
      if (here) setBox(() => m.ComboBox);
    });
    return () => {
      here = false;
    };
  }, []);
  if (Box) return <Box {...p} />;
  const chosen = p.options.find((o) => o.id === p.value);
  return (
    <div className="field">
      <label htmlFor={id} className={p.hideLabel ? 'sr-only' : undefined}>
        {p.label}
      </label>
      <input
        id={id}
        className="in"
        readOnly
        placeholder={p.placeholder}
        aria-invalid={p.error ? true : undefined}
        value={p.shown ?? chosen?.label ?? (p.free && p.value ? p.value : '')}
      />
      {p.error && (
        <span className="problem" role="alert">
          {p.error}
        </span>
      )}
    </div>
  );
}
