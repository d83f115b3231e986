import { useState } from 'react';
import { doubtsOf, type Expected } from '@/core/consignment/plausibility';
import { counts, quantities, unbelieved, type BagFigure } from '@/core/measurement/quantities';
import { useHere } from './words';

const isCount = (f: BagFigure): boolean => (counts as readonly string[]).includes(f);

/** One figure that is read or counted: kept when the field is left; what looks odd is asked about once. */
export function Figure({
  of,
  named,
  figure,
  value,
  placeholder,
  expected,
  keep,
}: {
  /** Whose figure it is, so that fields of two bags are told apart. */
  of: string;
  /** Another name for it; that of the figure where absent. */
  named?: string;
  figure: BagFigure;
  value: number | null;
  placeholder?: string;
  expected: Expected;
  keep: (v: number | null) => void;
}) {
  const { w, figure: say } = useHere();
  const [typed, setTyped] = useState<string | null>(null);
  const [asked, setAsked] = useState<number | null>(null);
  const [problem, setProblem] = useState('');
  const label = named ?? w.figures[figure];
  const done = (v: number | null): void => {
    setTyped(null);
    setAsked(null);
    setProblem('');
    keep(v);
  };
  const leave = (): void => {
    if (typed === null) return;
    const text = typed.trim().replace(',', '.');
    if (text === '') return done(null);
    const v = Number(text);
    if (!Number.isFinite(v)) return setProblem(w.ask.number);
    const { min, max } = quantities[figure];
    if (unbelieved(figure, v) !== null) return setProblem(v < min || v > max ? w.ask.between(min, max) : w.ask.number);
    // Counts are compared with the label once all are in; a slip of one figure is asked about here.
    const odd = !isCount(figure) && doubtsOf({ [figure]: v }, expected).length > 0;
    if (odd && asked !== v) return setAsked(v);
    done(v);
  };
  const shown =
    typed ??
    (value === null
      ? ''
      : isCount(figure)
        ? String(value)
        : say(value, Math.min(3, String(value).split('.')[1]?.length ?? 0)));
  const name = `${of} ${label}`;
  return (
    <label className="figure">
      <span>{label}</span>
      <input
        inputMode={isCount(figure) ? 'numeric' : 'decimal'}
        aria-label={name}
        aria-invalid={problem !== '' || undefined}
        value={shown}
        placeholder={placeholder}
        onChange={(e) => {
          setTyped(e.currentTarget.value);
          setProblem('');
        }}
        onBlur={leave}
        onKeyDown={(e) => e.key === 'Enter' && leave()}
      />
      {problem && (
        <small className="stop" role="alert">
          {problem}
        </small>
      )}
      {asked !== null && !problem && (
        <small className="watch" role="alert">
          {w.ask.odd(label, say(asked, String(asked).split('.')[1]?.length ?? 0))}{' '}
          <button type="button" onClick={() => done(asked)}>
            {w.ask.isSo}
          </button>
        </small>
      )}
    </label>
  );
}
