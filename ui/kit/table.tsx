import type { ReactNode } from 'react';

/**
 * A table of the house: one row of headings, and a frame in which it scrolls by itself where it is wider than the page.
 * `className` says how it reads at 390 px (`rows-at-390`, `pairs`) or how narrow it may become; `frame` how high.
 */
export function Table({
  head,
  cols,
  className = '',
  frame = '',
  reached = false,
  children,
}: {
  head?: ReactNode;
  /** Widths of the columns, as `<col>`, where what they hold must not decide. */
  cols?: ReactNode;
  className?: string;
  frame?: string;
  /** Nothing in it can be reached by keyboard now: its frame is, so that it can be scrolled. */
  reached?: boolean;
  children: ReactNode;
}) {
  return (
    <div className={`overflow-auto ${frame}`} {...(reached && { tabIndex: 0 })}>
      <table className={`tbl ${className}`}>
        {cols && <colgroup>{cols}</colgroup>}
        {head && (
          <thead>
            <tr>{head}</tr>
          </thead>
        )}
        <tbody>{children}</tbody>
      </table>
    </div>
  );
}
