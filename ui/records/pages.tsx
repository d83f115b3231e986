import { ButtonLink } from '@/ui/kit/button';

/** Turns the pages of a long list; nothing where there is only one. `words` name the page before and the one after. */
export function Pages({
  page,
  pages,
  at,
  words: [before, after],
}: {
  page: number;
  pages: number;
  at: (page: number) => string;
  words: readonly [before: string, after: string];
}) {
  if (pages <= 1) return null;
  return (
    <>
      {page > 1 && <ButtonLink href={at(page - 1)}>{before}</ButtonLink>}
      <span className="note">
        Page {page} of {pages}
      </span>
      {page < pages && <ButtonLink href={at(page + 1)}>{after}</ButtonLink>}
    </>
  );
}
