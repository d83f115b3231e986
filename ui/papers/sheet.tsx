import type { Ink, Sheet as Laid } from '@/core/papers/sheet';

const MM_PER_PT = 25.4 / 72;

function Drawn({ k }: { k: Ink }) {
  if (k.kind === 'rect')
    return k.fill ? (
      <rect x={k.x} y={k.y} width={k.w} height={k.h} fill="#000" />
    ) : (
      <rect x={k.x} y={k.y} width={k.w} height={k.h} fill="none" stroke="#000" strokeWidth={k.strokeMm} />
    );
  if (k.kind === 'path')
    return (
      <path
        d={k.d}
        transform={`translate(${k.x} ${k.y}) scale(${k.scale})`}
        fill={k.fill ? '#000' : 'none'}
        stroke={k.fill ? undefined : '#000'}
        strokeWidth={k.strokeMm / k.scale}
        shapeRendering="crispEdges"
      />
    );
  return (
    <text
      x={k.x}
      y={k.y}
      fontSize={k.pt * MM_PER_PT}
      fontWeight={k.bold ? 700 : 400}
      textLength={k.widthMm}
      lengthAdjust="spacingAndGlyphs"
      fill={k.onDark ? '#fff' : '#000'}
    >
      {k.text}
    </text>
  );
}

/** A sheet at printed size, as the PDF has it. What reads aloud reads its texts whole. */
export function PaperSheet({ sheet, name }: { sheet: Laid; name: string }) {
  return (
    <figure className="papersheet" style={{ width: `${sheet.widthMm}mm` }}>
      <svg
        viewBox={`0 0 ${sheet.widthMm} ${sheet.heightMm}`}
        style={{ width: '100%', aspectRatio: `${sheet.widthMm} / ${sheet.heightMm}` }}
        aria-hidden="true"
      >
        {sheet.ink.map((k, i) => (
          <Drawn key={i} k={k} />
        ))}
      </svg>
      <div className="sr-only" aria-label={name}>
        {sheet.words.map((x, i) => (
          <p key={i}>{x}</p>
        ))}
      </div>
      <figcaption className="note">
        {name}, {sheet.widthMm} × {sheet.heightMm} mm
      </figcaption>
    </figure>
  );
}
