/** A crate with its lid a hand wide open: the mark of the house, where somebody comes in. */
export function CrateDrawing() {
  return (
    <svg viewBox="0 0 72 64" className="h-16 w-[72px] shrink-0" aria-hidden="true">
      <path d="M6 20 40 6l26 8-32 14Z" fill="var(--kraft-pale)" stroke="var(--kraft-ink)" strokeWidth="1.6" />
      <path
        d="M8 28h56v30a3 3 0 0 1-3 3H11a3 3 0 0 1-3-3Z"
        fill="var(--kraft)"
        stroke="var(--kraft-ink)"
        strokeWidth="1.6"
      />
      <path d="M9 44c6-5 11-5 17 0s11 5 17 0 11-5 20 0v13a3 3 0 0 1-3 3H12a3 3 0 0 1-3-3Z" fill="var(--tide)" />
      <path d="M36 28v33" stroke="var(--surface)" strokeOpacity=".9" strokeWidth="6" />
    </svg>
  );
}
