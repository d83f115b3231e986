import type { ReactNode } from 'react';

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
