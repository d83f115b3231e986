'use client';

import { Button } from '@/ui/kit/button';
import { Copy } from 'lucide-react';
import { useState } from 'react';

/** Copies a text; says so. */
export function CopyText({ label, text }: { label: string; text: string | (() => string) }) {
  const [said, setSaid] = useState('');
  return (
    <Button
      type="button"
      className="no-print"
      onClick={() =>
        void navigator.clipboard.writeText(typeof text === 'string' ? text : text()).then(
          () => setSaid('Copied'),
          () => setSaid('This browser blocked copying'),
        )
      }
    >
      <Copy size={16} aria-hidden="true" />
      <span aria-live="polite">{said || label}</span>
    </Button>
  );
}
