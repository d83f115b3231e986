/** Loads a page whole: who looks has changed, and with it everything round the page. */
export function goWhole(path: string): void {
  window.location.href = new URL(path, window.location.href).href;
}
