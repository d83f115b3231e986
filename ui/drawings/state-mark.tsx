export type Mark = 'fine' | 'watch' | 'stop' | 'done' | 'now' | 'ahead';

const words: Record<Mark, string> = {
  fine: 'fine',
  watch: 'watch',
  stop: 'stop',
  done: 'done',
  now: 'now',
  ahead: 'ahead',
};

/** State by shape, then colour: rounded square, triangle, octagon; tide square, orange tag, dashed ring. */
export function StateMark({ mark, size = 16, label }: { mark: Mark; size?: number; label?: string }) {
  return (
    <svg className="st" width={size} height={size} viewBox="0 0 18 18" role="img" aria-label={label ?? words[mark]}>
      {mark === 'fine' && (
        <>
          <rect x="2" y="2" width="14" height="14" rx="3.2" fill="var(--fine)" />
          <path
            d="M5.4 9.3l2.5 2.5 4.8-5.4"
            fill="none"
            stroke="var(--surface)"
            strokeWidth="1.9"
            strokeLinecap="round"
            strokeLinejoin="round"
          />
        </>
      )}
      {mark === 'watch' && (
        <>
          <path d="M9 2.2 16.4 15.4a.6.6 0 0 1-.5.9H2.1a.6.6 0 0 1-.5-.9Z" fill="var(--watch-mark)" />
          <path d="M9 6.8v4.4" stroke="#2A1C00" strokeWidth="1.9" strokeLinecap="round" />
          <circle cx="9" cy="13.7" r="1.1" fill="#2A1C00" />
        </>
      )}
      {mark === 'stop' && (
        <>
          <path d="M6 1.8h6L16.2 6v6L12 16.2H6L1.8 12V6Z" fill="var(--stop)" />
          <path d="M5.6 9h6.8" stroke="var(--surface)" strokeWidth="2.2" strokeLinecap="round" />
        </>
      )}
      {mark === 'done' && (
        <>
          <rect x="1.5" y="1.5" width="15" height="15" rx="3.4" fill="var(--tide)" />
          <path
            d="M5.1 9.3l2.7 2.7 5.1-5.8"
            fill="none"
            stroke="var(--surface)"
            strokeWidth="2"
            strokeLinecap="round"
            strokeLinejoin="round"
          />
        </>
      )}
      {mark === 'now' && (
        <>
          <path
            d="M2 3.2h8.6L17 9l-6.4 5.8H2Z"
            fill="var(--hands-mark)"
            stroke="var(--hands-mark)"
            strokeWidth="1.6"
            strokeLinejoin="round"
          />
          <circle cx="5.4" cy="9" r="1.7" fill="var(--surface)" />
        </>
      )}
      {mark === 'ahead' && (
        <circle
          cx="9"
          cy="9"
          r="6.6"
          fill="none"
          stroke="var(--rule-strong)"
          strokeWidth="1.6"
          strokeDasharray="2.6 2.2"
        />
      )}
    </svg>
  );
}
