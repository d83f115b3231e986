import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/** Asks for its page when it is pressed: every page shows what is known at that moment, so nothing could be brought ahead. */
export const Link = (p: ComponentProps<typeof NextLink>) => <NextLink prefetch={false} {...p} />;
