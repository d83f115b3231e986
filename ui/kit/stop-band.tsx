import type { ReactNode } from 'react';

/** What harms an animal or cannot be: a full red band with an octagon, above everything of its page. */
export function StopBand({ children, className = '' }: { children: ReactNode; className?: string }) {
  return (
    <div className={`flex w-full items-start gap-3 bg-stop py-2 text-surface ${className}`}>
      <svg className="mt-0.5 shrink-0" width={24} height={24} viewBox="0 0 18 18" role="img" aria-label="stop">
        <path d="M6 1.8h6L16.2 6v6L12 16.2H6L1.8 12V6Z" fill="currentColor" />
        <path d="M5.6 9h6.8" stroke="var(--stop)" strokeWidth="2.2" strokeLinecap="round" />
      </svg>
      <div className="min-w-0 flex-1 self-center">{children}</div>
    </div>
  );
}
