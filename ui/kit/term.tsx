import type { ReactNode } from 'react';
import { Link } from '@/ui/kit/link';
import type { GlossaryTerm } from '@/words/en/glossary';

/** A word that the glossary explains: it looks like text, and leads there. */
export const Term = ({ of, children }: { of: GlossaryTerm; children: ReactNode }) => (
  <Link href={`/glossary#${of.replaceAll(' ', '-')}`} className="underline decoration-dotted underline-offset-2">
    {children}
  </Link>
);
