'use client';

import { useEffect, useId, useState, type ComponentType, type ReactNode } from 'react';

/** One of many: its name, what else it is found by, and how it looks in the list where a name is not enough. */
export interface ComboItem {
  id: string;
  label: string;
  hint?: string;
  /** Words it is found by, beside its name and hint. */
  words?: string;
  show?: ReactNode;
}

export interface ComboProps {
  options: readonly ComboItem[];
  value: string;
  onChange: (id: string) => void;
  label: string;
  hideLabel?: boolean;
  placeholder?: string;
  error?: string | undefined;
  /** What typed text that names none of the options becomes; without it only options can be chosen. */
  free?: (text: string) => ComboItem | null;
  /** Text of a value that is none of the options. */
  shown?: string;
  /** Called with every letter, and on entering the field, where the options are found elsewhere. */
  onType?: (text: string) => void;
  wide?: boolean;
}

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
