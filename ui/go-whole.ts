/** Loads a page of this house whole: who looks has changed, and with it everything round the page. Elsewhere it never leads. */
export function goWhole(path: string): void {
  const to = new URL(path, window.location.href);
  window.location.href = to.origin === window.location.origin ? to.href : '/';
}
