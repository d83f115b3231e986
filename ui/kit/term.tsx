import type { ReactNode } from 'react';
import { Link } from '@/ui/kit/link';
import type { Term as Name } from '@/words/en/glossary';

/** A word that the glossary explains: it looks like text, and leads there. */
export const Term = ({ of, children }: { of: Name; children: ReactNode }) => (
  <Link href={`/glossary#${of.replaceAll(' ', '-')}`} className="underline decoration-dotted underline-offset-2">
    {children}
  </Link>
);
