import { Link } from '@/ui/kit/link';
import type { ComponentProps } from 'react';

interface Look {
  /** go: what is done next; flat: beside other things; hands: in a dim room. */
  tone?: 'plain' | 'go' | 'flat' | 'hands';
  /** As large as wet hands want it. */
  wet?: boolean;
}

const look = ({ tone = 'plain', wet = false }: Look, className = ''): string =>
  ['btn', tone === 'plain' ? '' : tone, wet ? 'wet' : '', className].filter(Boolean).join(' ');

export function Button({ tone, wet, className, ...rest }: ComponentProps<'button'> & Look) {
  return <button className={look({ tone, wet }, className)} {...rest} />;
}

/** Looks like a button, goes to another page. */
export function ButtonLink({ tone, wet, className, ...rest }: ComponentProps<typeof Link> & Look) {
  return <Link className={look({ tone, wet }, className)} {...rest} />;
}
